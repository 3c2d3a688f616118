import Joi from 'joi'
import type { ContentKind } from './library.ts'

export const FINDING_KINDS = [
  'conflict',
  'copy',
  'overdue',
  'unused',
  'link',
  'unanswerable',
  'failed',
] as const
export type FindingKind = (typeof FINDING_KINDS)[number]

/** A passage as the health page shows it. */
export interface FoundPassage {
  item: number
  kind: ContentKind
  title: string
  path: string[]
  page: number | null
  ordinal: number
  text: string
}
/** What one side of a conflict states, the differing parts marked by UTF-16 offsets. */
export interface FoundSide extends FoundPassage {
  states: string
  marks: [start: number, end: number][]
}
interface Settleable {
  /** Names the finding for as long as its texts stay the same. */
  key: string
}
export interface ConflictFinding extends Settleable {
  on: string
  a: FoundSide
  b: FoundSide
}
export interface CopyFinding extends Settleable {
  likeness: number
  a: FoundPassage
  b: FoundPassage
}
export interface DatedFinding extends Settleable {
  item: number
  kind: ContentKind
  title: string
  /** Overdue: the day on which it should have been looked at. Unused: since when it is published. */
  since: string
  /** When an answer was last taken from it. */
  lastUsed: string | null
}
export interface LinkFinding extends Settleable {
  item: number
  kind: ContentKind
  title: string
  address: string
  because: string
  checkedAt: string
}
export interface UnanswerableFinding extends Settleable {
  passage: FoundPassage
}
export interface FailedFinding extends Settleable {
  name: string
  because: string
  at: string
  site: number | null
}

export interface Health {
  /** Near copies, conflicts and reach are being computed anew; what is shown is of an earlier draft. */
  computing: boolean
  computedAt: string | null
  /** Seconds that the last comparison took, and how many passages it compared. */
  seconds: number
  passages: number
  linksCheckedAt: string | null
  uncheckedHosts: string[]
  conflicts: ConflictFinding[]
  copies: CopyFinding[]
  overdue: DatedFinding[]
  unused: DatedFinding[]
  links: LinkFinding[]
  unanswerable: UnanswerableFinding[]
  failed: FailedFinding[]
}

export const keepInput = Joi.object<{ kind: FindingKind; key: string }>({
  kind: Joi.valid(...FINDING_KINDS).required(),
  key: Joi.string().hex().length(64).required(),
})
export const reviewedInput = Joi.object<{ months: number }>({
  months: Joi.number().integer().min(1).max(36).default(6),
})
export const linkMend = Joi.object<{ item: number; address: string; to: string | null }>({
  item: Joi.number().integer().positive().required(),
  address: Joi.string().max(2_000).required(),
  to: Joi.string()
    .trim()
    .uri({ scheme: ['http', 'https', 'mailto', 'tel'] })
    .max(2_000)
    .allow(null)
    .required(),
})
