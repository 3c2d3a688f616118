import type { LogImportView, Role, Verdict } from '@janua/contracts'
import { DataTypes, type Sequelize } from 'sequelize'
import type { Views } from '../../platform/database/view.ts'
import { flag, id, json, ref, table, text, time, whole } from '../../platform/database/tables.ts'
import type { AskedQuestion } from '../answering/index.ts'

/** A question as it was asked, and what became of it. */
export interface QuestionRow extends AskedQuestion {
  id: number
  conversationId: number | null
  messageId: number | null
  askedAt: Date
  /** How it came: by the visitor's window, or in a log from elsewhere. */
  channel: 'chat' | 'imported'
  /** Derived from its wording by the topics' passes. */
  topicId: number | null
  /** The visitor opened the answer's source. */
  openedAt: Date | null
  importId: number | null
  /** Who asked, in a log from elsewhere: a sign, not a name. */
  asker: string | null
}

export interface ReviewRow {
  id: number
  /** Null for an answer that was reviewed outside a conversation. */
  questionId: number | null
  userId: number | null
  role: Role
  verdict: Verdict
  text: string
  norm: string
  doorId: number | null
  /** The passage that answered, and the fingerprint of what it said. */
  itemId: number | null
  revisionId: number | null
  ordinal: number | null
  print: string | null
  confidence: number | null
  /** What should have come instead. */
  wanted: 'item' | 'nothing' | 'queue' | null
  wantedId: number | null
  /** Chance with which it was drawn for reviewing; null when it was not drawn. */
  chance: number | null
  origin: 'desk' | 'rehearsal' | 'replay' | 'threshold' | 'audit' | 'log'
  createdAt: Date
}

export type LogImportRow = Omit<LogImportView, 'by' | 'at'> & {
  hash: string
  userId: number | null
  createdAt: Date
}

export function questionTables(db: Sequelize) {
  return {
    questions: table<QuestionRow>(db, 'questions', {
      id,
      conversationId: ref,
      messageId: ref,
      releaseId: ref,
      doorId: ref,
      text: text(2000),
      norm: text(300),
      language: text(2),
      outcome: text(12),
      kind: text(10),
      confidence: DataTypes.DOUBLE,
      itemId: ref,
      revisionId: ref,
      ordinal: whole,
      nearestItem: ref,
      vote: DataTypes.TINYINT,
      wantsPerson: flag,
      unsettled: flag,
      trace: json('trace'),
      askedAt: time,
      channel: { type: text(10), defaultValue: 'chat' },
      topicId: ref,
      openedAt: time,
      importId: ref,
      asker: text(16),
    }),
    reviews: table<ReviewRow>(db, 'reviews', {
      id,
      questionId: ref,
      userId: ref,
      role: text(10),
      verdict: text(16),
      text: text(2000),
      norm: text(300),
      doorId: ref,
      itemId: ref,
      revisionId: ref,
      ordinal: whole,
      print: text(16),
      confidence: DataTypes.DOUBLE,
      wanted: text(10),
      wantedId: ref,
      chance: DataTypes.DOUBLE,
      origin: text(12),
      createdAt: time,
    }),
    logImports: table<LogImportRow>(db, 'log_imports', {
      id,
      name: text(255),
      hash: text(64),
      state: text(10),
      rows: whole,
      done: whole,
      taken: whole,
      masked: whole,
      faults: json('faults'),
      faulty: whole,
      problem: text(500),
      userId: ref,
      createdAt: time,
    }),
  }
}
export type QuestionTables = ReturnType<typeof questionTables>
/** What others may ask of them. */
export type QuestionViews = Views<QuestionTables>
