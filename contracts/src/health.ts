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
