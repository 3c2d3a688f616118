import type {
  FittingMend,
  MendKind,
  MendStanding,
  Nearest,
  Outcome,
  Outline,
  Shortfall,
  Trend,
} from '@janua/core'
import Joi from 'joi'
import { dayText, pageQuery, type Paged, withKeys } from './common.ts'
import { articleCreate, type ArticleCreate } from './library.ts'

export const GAP_STATES = [
  'open',
  'in work',
  'in draft',
  'published',
  'mended',
  'will not cover',
] as const
export type GapState = (typeof GAP_STATES)[number]

export interface GapRow {
  topic: number
  label: string
  words: string[]
  pinned: boolean
  /** Questions a week, over the weeks that count; and by week, the oldest first. */
  aWeek: number
  weeks: number[]
  trend: Trend & { stands: boolean }
  /** Of what was asked in these weeks. */
  coverage: number
  low: number
  high: number
  few: boolean
  questions: number
  uncoveredAWeek: number
  /** Right answers a week that mending is worth, "up to". */
  potential: number
  /** Hours and money that it saves a week, where the lead has set what one costs. */
  saves: { hours: number; cost: number | null; currency: string } | null
  mend: FittingMend & { reaches: number }
  /** Why the nearest passages were not enough, by questions. */
  shortfalls: { shortfall: Shortfall; share: number }[]
  samples: string[]
  state: GapState
  reopened: boolean
  /** Set when the live release answers its questions although nobody fixed it on purpose. */
  closed: { release: number; share: number; n: number; at: string } | null
  who: string | null
  until: string | null
}
export type GapPage = Paged<GapRow> & {
  counts: Record<GapState, number>
  weeks: { from: string; to: string; n: number }
  /** Questions of topics without a gap, and such that stand alone. */ alone: number
  worth: number
}
export interface GapsQuery {
  state: GapState | 'all'
  search: string
  sort: 'worth' | 'volume' | 'newest' | 'coverage'
  offset: number
  limit: number
}
export const gapsQuery = withKeys<GapsQuery>(pageQuery, {
  state: Joi.valid(...GAP_STATES, 'all').default('open'),
  search: Joi.string().trim().allow('').max(200).default(''),
  sort: Joi.valid('worth', 'volume', 'newest', 'coverage').default('worth'),
})

/** A wording of a topic, with how it came out when it was asked last. */
export interface GapWording {
  hash: string
  text: string
  times: number
  outcome: Outcome
  confidence: number
  nearest: Nearest | null
  question: number
}
export interface GapMendView {
  id: number
  kind: MendKind
  item: { id: number; title: string; itemKind: string }
  promise: number
  promisedOn: number
  state: 'in draft' | 'published' | 'mended' | 'reopened'
  standing: MendStanding | null
  release: number | null
  by: string
  at: string
}
/** A topic opened. */
export interface GapSheet extends GapRow {
  wordings: GapWording[]
  more: number
  /** What happened to those who asked without being answered. */
  after: {
    asked: number
    left: number
    insisted: number
    handedOver: number
    queues: { name: string; n: number }[]
    handleMinutes: number | null
  }
  nearest: {
    item: number
    title: string
    kind: string
    path: string[]
    ordinal: number
    n: number
    shortfall: Shortfall
    missing: string[]
    because: string | null
    text: string
  }[]
  outline: Outline
  mends: GapMendView[]
  reason: string
  reply: string
  /** Now, by the server's clock. */
  asOf: string
}

/** What teaching some phrasings would do, or what the draft does, to a topic's questions. */
export interface GapEffect {
  n: number
  /** Expected right answers among n, live and after. */
  live: number
  after: number
  aWeek: { live: number; after: number }
  questions: {
    text: string
    times: number
    before: Outcome
    after: Outcome
    confidence: number
    from: string | null
  }[]
  /** Phrasings that were tried. */
  phrasings: string[]
  /** What teaching does to questions of other topics that came near the article. */
  elsewhere?: MovedQuestions
}
/** Questions of the log that an article would answer after a change and does not answer now. */
export interface MovedQuestions {
  /** Nothing answers them now. */
  brought: MovedQuestion[]
  /** Another article answers them now. */
  taken: MovedQuestion[]
}
/** A question that another article, or none, answered before. */
export interface MovedQuestion {
  text: string
  times: number
  /** What answered it before; null for nothing. */
  from: string | null
}
export const tryTeachInput = Joi.object<{ item: number; phrasings: string[] | null }>({
  item: Joi.number().integer().required(),
  phrasings: Joi.array()
    .items(Joi.string().trim().min(2).max(300))
    .max(20)
    .allow(null)
    .default(null),
})

export type GapMendInput =
  | { kind: 'teach'; item: number; phrasings: string[] }
  | { kind: 'extend'; item: number; base: number; body: string; phrasings: string[] }
  | { kind: 'write'; content: ArticleCreate }
const phrasings = Joi.array().items(Joi.string().trim().min(2).max(300)).max(40)
export const gapMendInput = Joi.object({
  kind: Joi.valid('teach', 'extend', 'write').required(),
  item: Joi.number()
    .integer()
    .when('kind', { is: 'write', then: Joi.forbidden(), otherwise: Joi.required() }),
  base: Joi.number()
    .integer()
    .when('kind', { is: 'extend', then: Joi.required(), otherwise: Joi.forbidden() }),
  body: Joi.string()
    .max(200_000)
    .when('kind', { is: 'extend', then: Joi.required(), otherwise: Joi.forbidden() }),
  phrasings: phrasings.when('kind', {
    switch: [
      { is: 'teach', then: phrasings.min(1).required() },
      { is: 'write', then: Joi.forbidden() },
    ],
    otherwise: phrasings.default([]),
  }),
  content: articleCreate.when('kind', {
    is: 'write',
    then: Joi.required(),
    otherwise: Joi.forbidden(),
  }),
}) as unknown as Joi.ObjectSchema<GapMendInput>

export type GapWorkInput =
  | { state: 'open' }
  | { state: 'in work'; user: number | null; until: string | null }
  | { state: 'will not cover'; reason: string; reply: string }
const inWork = (schema: Joi.Schema) =>
  schema.when('state', { is: 'in work', then: Joi.optional(), otherwise: Joi.forbidden() })
export const gapWorkInput = Joi.object({
  state: Joi.valid('open', 'in work', 'will not cover').required(),
  user: inWork(Joi.number().integer().allow(null)),
  until: inWork(dayText.allow(null)),
  reason: Joi.string()
    .trim()
    .min(3)
    .max(500)
    .when('state', { is: 'will not cover', then: Joi.required(), otherwise: Joi.forbidden() })
    .messages({
      'any.required': 'Say why this is not covered.',
      'string.empty': 'Say why this is not covered.',
    }),
  reply: Joi.string()
    .trim()
    .max(1_000)
    .allow('')
    .when('state', { is: 'will not cover', then: Joi.optional(), otherwise: Joi.forbidden() }),
}) as unknown as Joi.ObjectSchema<GapWorkInput>

/* Topics */

export interface TopicsState {
  running: boolean
  /** When everything was last grouped anew. */
  at: string | null
  wordings: number
  topics: number
  alone: number
}
export type TopicList = { id: number; label: string; times: number }[]
export const topicsQuery = Joi.object<{ search: string }>({
  search: Joi.string().trim().allow('').max(200).default(''),
})
export type TopicInput =
  | { deed: 'rename'; label: string }
  | { deed: 'pin'; pinned: boolean }
  | { deed: 'merge'; into: number }
  | { deed: 'split'; wordings: string[] }
  | { deed: 'move'; wordings: string[]; into: number }
const only = (deeds: string[], schema: Joi.Schema) =>
  Joi.any().when('deed', {
    is: Joi.valid(...deeds),
    then: schema.required(),
    otherwise: Joi.forbidden(),
  })
export const topicInput = Joi.object({
  deed: Joi.valid('rename', 'pin', 'merge', 'split', 'move').required(),
  label: only(['rename'], Joi.string().trim().min(2).max(300)),
  pinned: only(['pin'], Joi.boolean()),
  into: only(['merge', 'move'], Joi.number().integer()),
  wordings: only(
    ['split', 'move'],
    Joi.array().items(Joi.string().hex().length(16)).min(1).max(500),
  ),
}) as unknown as Joi.ObjectSchema<TopicInput>
