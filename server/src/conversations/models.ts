import type { MessageAuthor, MessageKind } from '@janua/contracts'
import type { AnswerKind, ConversationState, Outcome, Trace } from '@janua/core'
import { DataTypes, type Sequelize } from 'sequelize'
import { flag, id, json, ref, table, text, time, whole } from '../database/tables.ts'

export interface VisitorRow {
  id: number
  tokenHash: string
  name: string | null
  mail: string | null
  blockedAt: Date | null
  blockedBecause: string | null
  createdAt: Date
}
export interface ConversationRow {
  id: number
  doorId: number
  visitorId: number
  state: ConversationState
  version: number
  seq: number
  language: 'en' | 'de'
  queueId: number | null
  agentId: number | null
  routedBecause: string | null
  subject: string
  enteredQueueAt: Date | null
  takenAt: Date | null
  closedAt: Date | null
  lastAt: Date
  lastBy: MessageAuthor
  createdAt: Date
}
export interface MessageRow {
  id: number
  conversationId: number
  seq: number
  author: MessageAuthor
  kind: MessageKind
  userId: number | null
  text: string
  data: Record<string, unknown> | null
  clientId: string | null
  createdAt: Date
}
export interface QuestionRow {
  id: number
  conversationId: number | null
  messageId: number | null
  releaseId: number
  doorId: number
  text: string
  norm: string
  language: 'en' | 'de'
  outcome: Outcome
  kind: AnswerKind | null
  confidence: number
  itemId: number | null
  revisionId: number | null
  ordinal: number | null
  nearestItem: number | null
  /** 1 helpful, −1 not. */
  vote: number | null
  wantsPerson: boolean
  /** Unanswered, only suggested, or voted down: belongs on the mending list. */
  unsettled: boolean
  trace: Trace
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

export function conversationTables(db: Sequelize) {
  return {
    visitors: table<VisitorRow>(db, 'visitors', { id, tokenHash: text(64), name: text(120), mail: text(190), blockedAt: time, blockedBecause: text(300), createdAt: time }),
    conversations: table<ConversationRow>(db, 'conversations', {
      id, doorId: ref, visitorId: ref, state: text(10), version: whole, seq: whole, language: text(2), queueId: ref, agentId: ref, routedBecause: text(300),
      subject: text(300), enteredQueueAt: time, takenAt: time, closedAt: time, lastAt: time, lastBy: text(10), createdAt: time,
    }),
    messages: table<MessageRow>(db, 'messages', {
      id, conversationId: ref, seq: whole, author: text(10), kind: text(20), userId: ref, text: DataTypes.TEXT, data: json('data'), clientId: text(36), createdAt: time,
    }),
    questions: table<QuestionRow>(db, 'questions', {
      id, conversationId: ref, messageId: ref, releaseId: ref, doorId: ref, text: text(2000), norm: text(300), language: text(2), outcome: text(12), kind: text(10),
      confidence: DataTypes.DOUBLE, itemId: ref, revisionId: ref, ordinal: whole, nearestItem: ref, vote: DataTypes.TINYINT, wantsPerson: flag, unsettled: flag,
      trace: json('trace'), askedAt: time, channel: { type: text(10), defaultValue: 'chat' }, topicId: ref, openedAt: time, importId: ref, asker: text(16),
    }),
  }
}
export type ConversationTables = ReturnType<typeof conversationTables>
