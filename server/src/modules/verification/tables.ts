import type { ReplaySummary, ReplayState, ReplayValidity } from '@janua/contracts'
import type { CheckComes, Outcome, Pinned, ReplayChange, ReplaySide } from '@janua/core'
import { DataTypes, type Sequelize } from 'sequelize'
import type { Views } from '../../platform/database/view.ts'
import { flag, id, json, ref, table, text, time, whole } from '../../platform/database/tables.ts'

export interface CheckRow {
  id: number
  messages: string[]
  /** The last message: what is checked. */
  question: string
  comes: CheckComes
  itemId: number | null
  contains: string[]
  lacks: string[]
  queueId: number | null
  doorId: number | null
  language: 'en' | 'de'
  note: string
  createdBy: number | null
  createdAt: Date
}

/** A failed check, with the changes without which it would pass. */
export interface CheckFailure {
  check: number
  problems: string[]
  brokenBy: { item: number; title: string }[]
  /** It fails under the live release too. */
  before: boolean
}

export interface CheckRunRow {
  id: number
  pinsKey: string
  passed: number
  failed: number
  results: CheckFailure[]
  createdAt: Date
}

export interface ReplayRow {
  id: number
  state: ReplayState
  pinsKey: string
  /** What the draft held when it was started. */
  pins: Pinned[]
  /** The choice of changes; null for all of the draft. */
  items: number[] | null
  liveRelease: number
  modelId: number | null
  fromAt: Date
  toAt: Date
  validity: ReplayValidity
  /** Questions in the period; distinct ones; and how many of these are done. */
  asked: number
  total: number
  done: number
  /** Later questions are not part of it. */
  lastQuestion: number
  seconds: number
  summary: ReplaySummary | null
  problem: string | null
  createdBy: number | null
  createdAt: Date
}

export interface ReplaySides {
  /** As visitors have it; with the draft's confidence model; and the draft. */
  own: ReplaySide
  live: ReplaySide
  draft: ReplaySide
}

export interface ReplayResultRow {
  id: number
  replayId: number
  /** The question with its context; it has a row for each group of days on which the same is said. */
  caseKey: string
  questionKey: string
  text: string
  norm: string
  carried: string | null
  doorId: number
  /** Days on which it was asked. */
  days: string[]
  times: number
  change: ReplayChange
  fromOutcome: Outcome
  toOutcome: Outcome
  collection: string
  accepted: boolean
  sides: ReplaySides
}

export function verificationTables(db: Sequelize) {
  return {
    checks: table<CheckRow>(db, 'checks', {
      id,
      messages: json('messages'),
      question: text(2000),
      comes: text(16),
      itemId: ref,
      contains: json('contains'),
      lacks: json('lacks'),
      queueId: ref,
      doorId: ref,
      language: text(2),
      note: text(300),
      createdBy: ref,
      createdAt: time,
    }),
    checkRuns: table<CheckRunRow>(db, 'check_runs', {
      id,
      pinsKey: text(64),
      passed: whole,
      failed: whole,
      results: json('results'),
      createdAt: time,
    }),
    replays: table<ReplayRow>(db, 'replays', {
      id,
      state: text(10),
      pinsKey: text(64),
      pins: json('pins'),
      items: json('items'),
      liveRelease: ref,
      modelId: ref,
      fromAt: time,
      toAt: time,
      validity: text(10),
      asked: whole,
      total: whole,
      done: whole,
      lastQuestion: ref,
      seconds: DataTypes.DOUBLE,
      summary: json('summary'),
      problem: text(500),
      createdBy: ref,
      createdAt: time,
    }),
    replayResults: table<ReplayResultRow>(db, 'replay_results', {
      id,
      replayId: ref,
      caseKey: text(16),
      questionKey: text(16),
      text: text(2000),
      norm: text(300),
      carried: text(2000),
      doorId: ref,
      days: json('days'),
      times: whole,
      change: text(18),
      fromOutcome: text(12),
      toOutcome: text(12),
      collection: text(80),
      accepted: flag,
      sides: json('sides'),
    }),
  }
}
export type VerificationTables = ReturnType<typeof verificationTables>
/** What others may ask of them. */
export type VerificationViews = Views<VerificationTables>
