import type { FixView } from '@janua/contracts'
import type { Figure, FixKind, FixStanding, TopicQuestion } from '@janua/core'
import { DataTypes, type Sequelize } from 'sequelize'
import { flag, id, json, ref, table, text, time, whole } from '../../platform/database/tables.ts'

export interface FixRow {
  id: number
  norm: string
  text: string
  kind: FixView['kind']
  itemId: number
  doorId: number
  state: 'in draft' | 'fixed'
  proof: FixView['proof']
  createdBy: number | null
  createdAt: Date
  fixedAt: Date | null
}

export interface TopicRow {
  id: number
  label: string
  words: string[]
  /** The lead named it: passes leave its name alone. */
  named: boolean
  /** The lead pinned it: its wordings stay together, and it stays even when they are not asked. */
  pinned: boolean
  createdAt: Date
  goneAt: Date | null
}
/** A wording of the log, by the sign of its folded words, and the topic it belongs to. */
export interface TopicWordingRow {
  normHash: string
  norm: string
  text: string
  near: NonNullable<TopicQuestion['near']>
  topicId: number | null
  times: number
  /** Its place in the topic: 0 is the medoid. */
  place: number
}
/** A correction by the lead, between two wordings. */
export interface TopicRulingRow {
  id: number
  kind: 'together' | 'apart'
  a: string
  b: string
  createdBy: number | null
  createdAt: Date
}
export type FigureRow = Omit<Figure, 'low' | 'high'> & {
  low: number | null
  high: number | null
  week: string
}
export interface GapWorkRow {
  topicId: number
  state: 'in work' | 'will not cover'
  userId: number | null
  until: string | null
  reason: string
  reply: string
  updatedAt: Date
}
export interface GapFixRow {
  id: number
  topicId: number
  kind: FixKind
  itemId: number
  /** The revision that the fix made: a release fixes with this one or a later one. */
  revisionId: number
  /** Share of the topic's questions that the draft answered rightly when the fix was made. */
  promise: number
  promisedOn: number
  state: 'in draft' | 'published' | 'fixed' | 'reopened'
  standing: FixStanding | null
  releaseId: number | null
  createdBy: number | null
  createdAt: Date
  publishedAt: Date | null
  fixedAt: Date | null
}
/** A gap that the live release answers although nobody fixed it on purpose. */
export interface GapClosingRow {
  topicId: number
  releaseId: number
  /** Expected right answers among the n questions that were asked again. */
  correct: number
  n: number
  closedAt: Date
}
export interface AlertRow {
  id: number
  kind: 'coverage fell' | 'gap reopened'
  subject: string
  day: string
  detail: Record<string, unknown>
  seen: boolean
  createdAt: Date
}
export interface TargetRow {
  measure: 'coverage' | 'accuracy' | 'containment'
  share: number
  by: string
  userId: number | null
  createdAt: Date
}

const COUNTS = [
  'questions',
  'answered',
  'elsewhere',
  'clarifying',
  'suggested',
  'declined',
  'unanswered',
  'reviewed',
  'up',
  'down',
  'opened',
  'wantsPerson',
  'visitors',
  'conversations',
  'started',
  'asked',
  'ended',
  'taken',
  'abandoned',
  'contained',
  'resolved',
  'provisional',
] as const

export function coverageTables(db: Sequelize) {
  return {
    fixes: table<FixRow>(db, 'fixes', {
      id,
      norm: text(300),
      text: text(300),
      kind: text(10),
      itemId: ref,
      doorId: ref,
      state: text(10),
      proof: json('proof'),
      createdBy: ref,
      createdAt: time,
      fixedAt: time,
    }),
    topics: table<TopicRow>(db, 'topics', {
      id,
      label: text(300),
      words: json('words'),
      named: flag,
      pinned: flag,
      createdAt: time,
      goneAt: time,
    }),
    topicWordings: table<TopicWordingRow>(db, 'topic_wordings', {
      normHash: { type: text(16), primaryKey: true },
      norm: text(300),
      text: text(2000),
      near: json('near'),
      topicId: ref,
      times: whole,
      place: whole,
    }),
    topicRulings: table<TopicRulingRow>(db, 'topic_rulings', {
      id,
      kind: text(8),
      a: text(16),
      b: text(16),
      createdBy: ref,
      createdAt: time,
    }),
    figures: table<FigureRow>(db, 'figures', {
      span: { type: text(4), primaryKey: true },
      dimension: { type: text(10), primaryKey: true },
      name: { type: text(80), primaryKey: true },
      starts: { type: DataTypes.DATEONLY, primaryKey: true },
      ...(Object.fromEntries(COUNTS.map((name) => [name, whole])) as Record<
        (typeof COUNTS)[number],
        typeof whole
      >),
      right: DataTypes.DOUBLE,
      uncovered: DataTypes.DOUBLE,
      low: DataTypes.DOUBLE,
      high: DataTypes.DOUBLE,
      few: flag,
      week: DataTypes.DATEONLY,
    }),
    gapWork: table<GapWorkRow>(db, 'gap_work', {
      topicId: { type: ref, primaryKey: true },
      state: text(16),
      userId: ref,
      until: DataTypes.DATEONLY,
      reason: text(500),
      reply: text(1000),
      updatedAt: time,
    }),
    gapFixes: table<GapFixRow>(db, 'gap_fixes', {
      id,
      topicId: ref,
      kind: text(8),
      itemId: ref,
      revisionId: ref,
      promise: DataTypes.DOUBLE,
      promisedOn: whole,
      state: text(10),
      standing: json('standing'),
      releaseId: ref,
      createdBy: ref,
      createdAt: time,
      publishedAt: time,
      fixedAt: time,
    }),
    gapClosings: table<GapClosingRow>(db, 'gap_closings', {
      topicId: { type: ref, primaryKey: true },
      releaseId: ref,
      correct: DataTypes.DOUBLE,
      n: whole,
      closedAt: time,
    }),
    alerts: table<AlertRow>(db, 'alerts', {
      id,
      kind: text(20),
      subject: text(80),
      day: DataTypes.DATEONLY,
      detail: json('detail'),
      seen: flag,
      createdAt: time,
    }),
    targets: table<TargetRow>(db, 'targets', {
      measure: { type: text(12), primaryKey: true },
      share: DataTypes.DOUBLE,
      by: DataTypes.DATEONLY,
      userId: ref,
      createdAt: time,
    }),
  }
}
export type CoverageTables = ReturnType<typeof coverageTables>
