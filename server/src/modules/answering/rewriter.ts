import type { AnswerLength } from '@janua/core'
import type { Tone } from '@janua/contracts'

/** What a rewriter is asked to word. */
export interface RewriteOrder {
  question: string
  language: 'en' | 'de'
  tone: Tone
  length: AnswerLength
  /** What may be said; empty when the library is silent and the door allows answers from elsewhere. */
  passages: { title: string; path: string[]; text: string }[]
}

interface Rewritten {
  text: string
  tokens: number
}

/** Words answers. What it says is checked before anybody sees it. */
export interface Rewriter {
  /** Whether it is to be asked at all, for answers from passages or from elsewhere. */
  isOn(from: 'passages' | 'elsewhere'): Promise<boolean>
  /**
   * @param onText is given all that has come so far, again and again while it comes
   * @throws {Error} with a reason in plain words when nothing usable comes back in time
   */
  rewrite(order: RewriteOrder, onText?: (text: string) => void): Promise<Rewritten>
}
