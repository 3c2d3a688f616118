import {
  ALL_OUTCOMES,
  type Answer,
  CHECK_COMES,
  type CheckComes,
  type Courtesy,
  type FlowBand,
  type JudgedWouldBe,
  type Outcome,
  type PairedChange,
  type ReplayChange,
  REPLAY_CHANGES,
  type ReplaySide,
  type WouldBe,
} from '@janua/core'
import Joi from 'joi'
import { pageQuery, type Paged, withKeys } from './common.ts'
import type { Verdict } from './conversations.ts'

const message = Joi.string().trim().min(1).max(2_000)
const messages = Joi.array().items(message).min(1).max(20).required()
const number = Joi.number().integer().positive()
/** A choice of changes of the draft; null for all of them. */
const choice = Joi.array().items(number).min(1).allow(null).default(null)

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
export const rehearsalInput = Joi.object<RehearsalInput>({
  messages,
  door: number.required(),
  release: number.allow(null).default(null),
  at: Joi.string().isoDate().allow(null).default(null),
  language: Joi.valid('en', 'de').default('en'),
  told: Joi.object()
    .pattern(Joi.string().max(60), Joi.string().max(300).allow(''))
    .max(20)
    .default({}),
})
export interface RehearsedQuestion {
  text: string
  carried?: string
  replies?: true
  answer: Answer
  /** What the visitor reads. */
  said: string
  judged: Verdict | null
  /** Texts of the nearest passages, in the order of the trace. */
  passages: string[]
}
/** What came of one message of a rehearsal. */
export interface RehearsedMessage {
  text: string
  courtesy: Courtesy['replies'] | null
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

/* Judgements of answers, wherever they are seen */

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
  /** The question of the log that was judged, when it is one. */
  question: number | null
}
export const verdictInput = Joi.object<VerdictInput>({
  text: message.required(),
  verdict: Joi.valid('right', 'partly', 'wrong').required(),
  door: number.allow(null).default(null),
  item: number.allow(null).default(null),
  revision: number.allow(null).default(null),
  ordinal: Joi.number().integer().min(0).allow(null).default(null),
  print: Joi.string().hex().length(16).allow(null).default(null),
  confidence: Joi.number().min(0).max(1).allow(null).default(null),
  wanted: Joi.valid('item', 'nothing', 'queue').allow(null).default(null),
  wantedId: number.allow(null).default(null),
  chance: Joi.number().greater(0).max(1).allow(null).default(null),
  origin: Joi.valid('rehearsal', 'replay', 'threshold', 'audit').required(),
  question: number.allow(null).default(null),
})

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
const words = Joi.array().items(Joi.string().trim().min(1).max(300)).max(20).default([])
export const checkInput = Joi.object<CheckInput>({
  messages,
  comes: Joi.valid(...CHECK_COMES).required(),
  item: number.allow(null).default(null),
  contains: words,
  lacks: words,
  queue: number.allow(null).default(null),
  door: number.allow(null).default(null),
  language: Joi.valid('en', 'de').default('en'),
  note: Joi.string().trim().max(300).allow('').default(''),
})
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
  /** Questions that were judged right and have no check yet. */
  judged: number
}
export const checkFile = Joi.object<{ name: string; csv: string }>({
  name: Joi.string().max(200).required(),
  csv: Joi.string().max(1_900_000).required(),
})
export interface CheckImport {
  added: number
  known: number
  faults: { row: number; because: string }[]
}
export const choiceInput = Joi.object<{ items: number[] | null }>({ items: choice })

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
export const replayInput = Joi.object<ReplayInput>({
  from: Joi.string().isoDate().required(),
  to: Joi.string().isoDate().required(),
  validity: Joi.valid('asked', 'now').default('asked'),
  items: choice,
})
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
export const replayQuestionsQuery = withKeys<ReplayQuestionsQuery>(pageQuery, {
  change: Joi.valid(...REPLAY_CHANGES).default(null),
  from: Joi.valid(...ALL_OUTCOMES).default(null),
  to: Joi.valid(...ALL_OUTCOMES).default(null),
})
export interface ReplayQuestion {
  id: number
  text: string
  carried: string | null
  door: number
  times: number
  change: ReplayChange
  accepted: boolean
  live: ReplaySide & { judged: number | null }
  draft: ReplaySide & { judged: number | null }
}
export type ReplayQuestions = Paged<ReplayQuestion>
export const acceptInput = Joi.object<{ accepted: boolean }>({ accepted: Joi.boolean().required() })

/* Threshold */

export interface ThresholdView {
  /** The replay that the volume is from; null when none was done on the draft as it is. */
  replay: { id: number; from: string; to: string; asked: number; current: boolean } | null
  weeks: number
  volume: (WouldBe & { collection: string; door: number; outcome: Outcome })[]
  judged: (JudgedWouldBe & { collection: string; door: number })[]
  /** Of the questions that got offers or a question back, the share that was settled by taking one. */
  offersTaken: number
  /** Of the visitors left unanswered, the share that asked for a person. */
  handsOver: number
  doors: { id: number; title: string; sill: number; sills: Record<string, number> }[]
  collections: string[]
}
/** A week's random answers: the lead judges them one after another, and they alone correct published figures. */
export interface AuditSample {
  /** The first day of the week, a Monday. */
  week: string
  /** Answers given in it, and how many of the sample are judged. */
  answers: number
  judged: number
  left: ToJudge[]
}
export interface ToJudge {
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
export const sillInput = Joi.object<{ door: number; collection: string | null; sill: number }>({
  door: number.required(),
  collection: Joi.string().max(80).allow(null).default(null),
  sill: Joi.number().min(0.01).max(0.99).required(),
})
