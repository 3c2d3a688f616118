import type { Answer, Outcome } from '@janua/core'
import Joi from 'joi'
import { pageQuery, type Paged, withKeys } from './common.ts'
import type { Verdict } from './conversations.ts'
import { articleCreate } from './library.ts'

export type MendState = 'open' | 'in draft' | 'mended'

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
  state: MendState
  mend: MendView | null
}
export interface MendView {
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
export type UnsettledPage = Paged<UnsettledRow> & { counts: Record<MendState, number> }

export const unsettledQuery = withKeys<UnsettledQuery>(pageQuery, {
  search: Joi.string().trim().allow('').max(200).default(''),
  state: Joi.valid('open', 'in draft', 'mended').default('open'),
  sort: Joi.valid('frequent', 'newest').default('frequent'),
})
export interface UnsettledQuery {
  search: string
  state: MendState
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
export const normQuery = Joi.object<{ norm: string }>({
  norm: Joi.string().min(1).max(300).required(),
})

export const judgementInput = Joi.object<{ message: number; verdict: Verdict }>({
  message: Joi.number().integer().required(),
  verdict: Joi.valid('right', 'wrong').required(),
})
export const proposalInput = Joi.object<{ item: number; phrasing: string }>({
  item: Joi.number().integer().required(),
  phrasing: Joi.string().trim().min(2).max(300).required(),
})

export type MendInput = { norm: string; text: string } & (
  | { kind: 'phrasing'; item: number }
  | { kind: 'fixed' | 'article'; content: import('./library.ts').ArticleCreate }
)
export const mendInput = Joi.object({
  norm: Joi.string().min(1).max(300).required(),
  text: Joi.string().trim().min(2).max(300).required(),
  kind: Joi.valid('phrasing', 'fixed', 'article').required(),
  item: Joi.number()
    .integer()
    .when('kind', { is: 'phrasing', then: Joi.required(), otherwise: Joi.forbidden() }),
  content: articleCreate.when('kind', {
    is: 'phrasing',
    then: Joi.forbidden(),
    otherwise: Joi.required(),
  }),
}) as unknown as Joi.ObjectSchema<MendInput>
