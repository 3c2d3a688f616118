/** What an agent teaches from their own words: an answer of its own, a way to ask an article, or the beginnings of an article. */
export const TEACHING_KINDS = ['fixed', 'phrasing', 'article'] as const
export type TeachingKind = (typeof TEACHING_KINDS)[number]
export const TEACHING_STATES = ['open', 'accepted', 'declined'] as const
export type TeachingState = (typeof TEACHING_STATES)[number]

export interface TeachingInput {
  kind: TeachingKind
  /** The visitor's question. */
  question: string
  /** What is to be said; empty for a phrasing. */
  words: string
  /** The article that a phrasing belongs to. */
  item: number | null
}

export interface Teaching extends TeachingInput {
  id: number
  conversation: number
  state: TeachingState
  by: string
  at: string
  /** Why it was declined. */
  reason: string
  itemTitle: string | null
  /** What was made of it in the draft. */
  madeItem: number | null
}
