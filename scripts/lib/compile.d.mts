/** Arguments for Node under which it runs compiled code. */
export const COMPILED: string[]
export function needServerCode(): Promise<void>
export function digestOfDemo(): string
