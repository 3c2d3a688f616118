/** What an agent teaches from their own words: an answer of its own, a way to ask an article, or the beginnings of an article. */
export const PROPOSAL_KINDS = ['fixed', 'phrasing', 'article'] as const
export type ProposalKind = (typeof PROPOSAL_KINDS)[number]
export const PROPOSAL_STATES = ['open', 'accepted', 'declined'] as const
export type ProposalState = (typeof PROPOSAL_STATES)[number]

export interface ProposalInput {
  kind: ProposalKind
  /** The visitor's question. */
  question: string
  /** What is to be said; empty for a phrasing. */
  words: string
  /** The article that a phrasing belongs to. */
  item: number | null
}

export interface Proposal extends ProposalInput {
  id: number
  conversation: number
  state: ProposalState
  by: string
  at: string
  /** Why it was declined. */
  reason: string
  itemTitle: string | null
  /** What was made of it in the draft. */
  madeItem: number | null
}
