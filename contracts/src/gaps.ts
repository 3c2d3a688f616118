import type {
  FittingFix,
  FixKind,
  FixStanding,
  Nearest,
  Outcome,
  Outline,
  Shortfall,
  Trend,
} from '@janua/core'
import type { Paged } from './common.ts'
import type { ArticleCreate } from './library.ts'

export const GAP_STATES = [
  'open',
  'in work',
  'in draft',
  'published',
  'fixed',
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
  /** Right answers a week that fixing is worth, "up to". */
  potential: number
  /** Hours and money that it saves a week, where the lead has set what one costs. */
  saves: { hours: number; cost: number | null; currency: string } | null
  fix: FittingFix & { reaches: number }
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
export interface GapFixView {
  id: number
  kind: FixKind
  item: { id: number; title: string; itemKind: string }
  promise: number
  promisedOn: number
  state: 'in draft' | 'published' | 'fixed' | 'reopened'
  standing: FixStanding | null
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
  fixes: GapFixView[]
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

export type GapFixInput =
  | { kind: 'teach'; item: number; phrasings: string[] }
  | { kind: 'extend'; item: number; base: number; body: string; phrasings: string[] }
  | { kind: 'write'; content: ArticleCreate }

export type GapWorkInput =
  | { state: 'open' }
  | { state: 'in work'; user: number | null; until: string | null }
  | { state: 'will not cover'; reason: string; reply: string }

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
export type TopicInput =
  | { action: 'rename'; label: string }
  | { action: 'pin'; pinned: boolean }
  | { action: 'merge'; into: number }
  | { action: 'split'; wordings: string[] }
  | { action: 'move'; wordings: string[]; into: number }
