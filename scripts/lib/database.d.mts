/** A MariaDB of Janua's own in a data folder, started on a loopback port. */
export function startDatabase(
  folder: string,
  names: string[],
): Promise<{
  address: { host: string; port: number; user: string; password: string }
  sessionSecret: string
  /** Starts the database again whenever it is gone. */
  supervise(told: (text: string) => void): void
  stop(): Promise<void>
}>
export function resetDatabase(folder: string): Promise<void>
