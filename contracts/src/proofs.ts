import type {
  Answer,
  CheckComes,
  SmallTalk,
  FlowBand,
  ReviewedWouldBe,
  Outcome,
  PairedChange,
  ReplayChange,
  ReplaySide,
  WouldBe,
} from '@janua/core'
import type { Verdict } from './conversations.ts'
import type { Paged } from './common.ts'

/* Rehearsal */

export interface RehearsalInput {
  messages: string[]
  door: number
  /** A release, or null for the draft. */
  release: number | null
  /** The moment at which it is asked; null for now. */
  at: string | null
  language: 'en' | 'de'
  /** What the visitor told. */
  told: Record<string, string>
}
export interface RehearsedQuestion {
  text: string
  carried?: string
  replies?: true
  answer: Answer
  /** What the visitor reads. */
  said: string
  reviewed: Verdict | null
  /** Texts of the nearest passages, in the order of the trace. */
  passages: string[]
}
/** What came of one message of a rehearsal. */
export interface RehearsedMessage {
  text: string
  smallTalk: SmallTalk['replies'] | null
  wantsPerson: boolean
  asked: RehearsedQuestion[]
  /** Where the conversation would go if the visitor now asked for a person. */
  queue: { id: number; name: string; because: string } | null
  milliseconds: number
}
export interface Rehearsed {
  /** 0 for the draft. */
  release: number
  messages: RehearsedMessage[]
}

/* Reviews of answers, wherever they are seen */

export interface VerdictInput {
  text: string
  verdict: Verdict
  door: number | null
  /** The passage that answered; null when nothing did. */
  item: number | null
  revision: number | null
  ordinal: number | null
  print: string | null
  confidence: number | null
  /** What should have come. */
  wanted: 'item' | 'nothing' | 'queue' | null
  wantedId: number | null
  chance: number | null
  origin: 'rehearsal' | 'replay' | 'threshold' | 'audit'
  /** The question of the log that was reviewed, when it is one. */
  question: number | null
}

/* Checks */

export interface CheckInput {
  messages: string[]
  comes: CheckComes
  item: number | null
  contains: string[]
  lacks: string[]
  queue: number | null
  door: number | null
  language: 'en' | 'de'
  note: string
}
export interface CheckView extends CheckInput {
  id: number
  itemTitle: string | null
  queueName: string | null
  by: string
  /** What the last run on the draft said of it; null when it was not run yet. */
  result: {
    passed: boolean
    problems: string[]
    brokenBy: { item: number; title: string }[]
    before: boolean
  } | null
}
export interface CheckList {
  checks: CheckView[]
  /** The newest run, and whether it was of the draft as it is now. */
  run: { passed: number; failed: number; at: string; current: boolean } | null
  /** Questions that were reviewed right and have no check yet. */
  reviewed: number
}
export interface CheckImport {
  added: number
  known: number
  faults: { row: number; because: string }[]
}

/* Replay */

export type ReplayState = 'running' | 'done' | 'cancelled' | 'failed'
/** Whether timetables and dated answers hold as of when a question was asked, or as of now. */
export type ReplayValidity = 'asked' | 'now'
export interface ReplayInput {
  from: string
  to: string
  validity: ReplayValidity
  items: number[] | null
}
export interface ReplayPart extends PairedChange {
  name: string
  /** Questions, repeats counted. */
  n: number
}
export interface ReplaySummary {
  /** The same questions under the live release and the draft, both with the draft's confidence model. */
  coverage: PairedChange
  /** What the newer confidence model alone changes of the live release's figure; null when it is the same. */
  model: PairedChange | null
  flow: FlowBand[]
  /** Questions by what became of them: distinct, and repeats counted. */
  changes: Record<ReplayChange, { distinct: number; times: number }>
  collections: ReplayPart[]
  doors: ReplayPart[]
}
export interface ReplayView {
  id: number
  state: ReplayState
  from: string
  to: string
  validity: ReplayValidity
  items: number[] | null
  liveRelease: number
  asked: number
  total: number
  done: number
  seconds: number
  /** Lost good answers that nobody accepted as intended. */
  lost: number
  summary: ReplaySummary | null
  problem: string | null
  by: string
  at: string
  /** The draft, or the choice from it, is still what was replayed. */
  current: boolean
}
export interface ReplayQuestionsQuery {
  change: ReplayChange | null
  from: Outcome | null
  to: Outcome | null
  offset: number
  limit: number
}
export interface ReplayQuestion {
  id: number
  text: string
  carried: string | null
  door: number
  times: number
  change: ReplayChange
  accepted: boolean
  live: ReplaySide & { reviewed: number | null }
  draft: ReplaySide & { reviewed: number | null }
}
export type ReplayQuestions = Paged<ReplayQuestion>

/* Threshold */

export interface ThresholdView {
  /** The replay that the volume is from; null when none was done on the draft as it is. */
  replay: { id: number; from: string; to: string; asked: number; current: boolean } | null
  weeks: number
  volume: (WouldBe & { collection: string; door: number; outcome: Outcome })[]
  reviewed: (ReviewedWouldBe & { collection: string; door: number })[]
  /** Of the questions that got offers or a question back, the share that was settled by taking one. */
  offersTaken: number
  /** Of the visitors left unanswered, the share that asked for a person. */
  handsOver: number
  doors: { id: number; title: string; threshold: number; thresholds: Record<string, number> }[]
  collections: string[]
}
/** A week's random answers: the lead reviews them one after another, and they alone correct published figures. */
export interface AuditSample {
  /** The first day of the week, a Monday. */
  week: string
  /** Answers given in it, and how many of the sample are reviewed. */
  answers: number
  reviewed: number
  left: ToReview[]
}
export interface ToReview {
  /** The question of the log, in an audit. */
  question?: number
  text: string
  door: number
  collection: string
  confidence: number
  chance: number
  item: number
  revision: number
  ordinal: number
  print: string
  title: string
  path: string[]
  said: string
}
