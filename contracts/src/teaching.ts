import Joi from 'joi'

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
export const teachingInput = Joi.object<TeachingInput>({
  kind: Joi.valid(...TEACHING_KINDS).required(),
  question: Joi.string().trim().min(2).max(300).required(),
  words: Joi.string()
    .trim()
    .max(4_000)
    .when('kind', {
      is: 'phrasing',
      then: Joi.string().allow('').default(''),
      otherwise: Joi.string().trim().min(3).required(),
    }),
  item: Joi.number()
    .integer()
    .allow(null)
    .when('kind', {
      is: 'phrasing',
      then: Joi.number().integer().required(),
      otherwise: Joi.number().integer().allow(null).default(null),
    }),
})

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
/** The lead may change question and words before taking them. */
export const teachingAccept = Joi.object<{
  question: string
  words: string
  title: string
  collection: string
}>({
  question: Joi.string().trim().min(2).max(300).required(),
  words: Joi.string().trim().max(4_000).allow('').required(),
  title: Joi.string().trim().min(1).max(200).required(),
  collection: Joi.string().trim().max(80).allow('').required(),
})
export const teachingDecline = Joi.object<{ reason: string }>({
  reason: Joi.string().trim().min(3).max(500).required(),
})
export const teachingQuery = Joi.object<{ state: TeachingState }>({
  state: Joi.valid(...TEACHING_STATES).default('open'),
})
