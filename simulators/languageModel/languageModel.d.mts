export interface LanguageModelSimulator {
  /** Where the protocol begins. */
  url: string
  /** What it was asked, the newest last. */
  asked: {
    model: string
    messages: { role: string; content: string }[]
    max_tokens: number
    temperature: number
    response_format?: object
    stop?: string[]
  }[]
  /** The fault of the next replies; of all from now on without a number. */
  fail(fault: string | null, times?: number): void
  /** What it replies to everything from now on, as if it had been talked into it; null for what its rules say. */
  say(text: string | null): void
  stop(): Promise<void>
}
export const FAULTS: string[]
export function startLanguageModel(options?: {
  port?: number
  key?: string | null
  countsTokens?: boolean
}): Promise<LanguageModelSimulator>
