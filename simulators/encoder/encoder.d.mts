export interface EncoderSimulator {
  /** Where the protocol begins. */
  url: string
  /** What it was asked, the newest last. */
  asked: { model: string; input: string[] }[]
  /** The fault of the next replies; of all from now on without a number. */
  fail(fault: string | null, times?: number): void
  /** Puts another model under the same name. */
  change(name: string): void
  stop(): Promise<void>
}
export const FAULTS: string[]
export function startEncoder(options?: {
  port?: number
  key?: string | null
}): Promise<EncoderSimulator>
