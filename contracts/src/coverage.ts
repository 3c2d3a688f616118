import type { ArticleCreate } from './library.ts'
import type { Answer, Outcome } from '@janua/core'
import type { Paged } from './common.ts'

export type FixState = 'open' | 'in draft' | 'fixed'

/** Equal questions that were not answered, or whose answer was voted down. */
export interface UnsettledRow {
  /** The question in one form: folded words. */
  norm: string
  text: string
  times: number
  votedDown: number
  lastAt: string
  outcome: Outcome
  nearest: { item: number; title: string; confidence: number } | null
  state: FixState
  fix: FixView | null
}
export interface FixView {
  id: number
  kind: 'phrasing' | 'fixed' | 'article'
  item: { id: number; title: string }
  by: string
  at: string
  /** The proof: what the live release says when asked the same again. */
  proof: {
    release: number
    outcome: Outcome
    confidence: number
    text: string
    from: string | null
    at: string
  } | null
}
export type UnsettledPage = Paged<UnsettledRow> & { counts: Record<FixState, number> }
export interface UnsettledQuery {
  search: string
  state: FixState
  sort: 'frequent' | 'newest'
  offset: number
  limit: number
}

export interface UnsettledDetail {
  occurrences: {
    id: number
    text: string
    at: string
    outcome: Outcome
    confidence: number
    vote: 'yes' | 'no' | null
    release: number
  }[]
  /** The question asked now of the live release and of the draft. */
  live: Answer | null
  draft: Answer
}

export type FixInput = { norm: string; text: string } & (
  { kind: 'phrasing'; item: number } | { kind: 'fixed' | 'article'; content: ArticleCreate }
)
