export interface RewriterStandIn {
  address: string
  /** What it was asked, the newest last. */
  asked: {
    question: string
    language: string
    tone: string
    length: string
    passages: { title: string; path: string[]; text: string }[]
  }[]
  /** The fault of all replies from now on; null for none. */
  next(fault: string | null): void
  stop(): Promise<void>
}
export const FAULTS: string[]
export function startRewriter(options?: {
  port?: number
  latencyMs?: number
}): Promise<RewriterStandIn>
