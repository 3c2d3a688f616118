import type { ReachMark, Suggestion } from '@janua/core'

/** What came of an article, document or fixed answer. */
export interface Insights {
  /** Answers given from it in the last 30 days, and ever. */
  answers: number
  answersEver: number
  helpful: number
  unhelpful: number
  lastUsed: string | null
  /** Links of its text, and where each led when it was last checked. */
  links: { address: string; state: 'fine' | 'broken' | 'unchecked' | 'not yet'; because: string }[]
  /** Questions of the last 30 days by the passage that answered them; null for passages that are not there any more. */
  passages: {
    ordinal: number | null
    questions: { text: string; times: number; lastAt: string }[]
  }[]
}

export interface RevisionRow {
  id: number
  by: string
  at: string
  /** Releases that hold it. */
  releases: number[]
  current: boolean
}
export interface RevisionView extends RevisionRow {
  /** Its text, as it is compared word by word. */
  text: string
}

export interface MarksInput {
  title: string
  body: string
  phrasings: string[]
}
export type { ReachMark, Suggestion }
