import type { Closing, MessageAuthor, MessageKind } from '@janua/contracts'
import type { ConversationState, Priority } from '@janua/core'
import { DataTypes, type Sequelize } from 'sequelize'
import type { Views } from '../../platform/database/view.ts'
import { flag, id, json, ref, table, text, time, whole } from '../../platform/database/tables.ts'

export interface VisitorRow {
  id: number
  tokenHash: string
  name: string | null
  mail: string | null
  blockedAt: Date | null
  blockedBecause: string | null
  /** Why nothing of this visitor may be erased: a legal hold; null for none. */
  holdBecause: string | null
  /** When an answer came from the mail address: since then it is known to be theirs. */
  mailProvedAt: Date | null
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
  priority: Priority
  /** When a person was asked for; moves leave it. */
  askedAt: Date | null
  /** When somebody is to be there: asked plus the target of its priority. */
  dueAt: Date | null
  /** What the rule wants the agent to know. */
  note: string | null
  offeredTo: number | null
  offeredUntil: Date | null
  /** Agents who had it offered and let it go. */
  passedBy: number[] | null
  overflowed: boolean
  outcome: Closing | null
  /** Numbers of the last messages that reached the visitor, that the visitor read, that the team read. */
  visitorGot: number
  visitorSeen: number
  teamSeen: number
  caseNumber: string | null
  rating: number | null
  ratingWord: string | null
  nudgedAt: Date | null
  /** Number of the last message that went to the visitor by mail. */
  mailedSeq: number
  /** Details that the visitor gave before a hand-over, by field. */
  told: Record<string, string> | null
  /** At which a call is wanted; null for none. */
  phone: string | null
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
export interface AttachmentRow {
  id: number
  conversationId: number
  name: string
  type: string
  size: number
  /** Of its bytes in the file store. */
  hash: string | null
  createdAt: Date
}

/** Made anew for each column, as the column's name is written into it. */
const count = () => ({ type: whole, defaultValue: 0 })

export function conversationTables(db: Sequelize) {
  return {
    visitors: table<VisitorRow>(db, 'visitors', {
      id,
      tokenHash: text(64),
      name: text(120),
      mail: text(190),
      blockedAt: time,
      blockedBecause: text(300),
      holdBecause: text(300),
      mailProvedAt: time,
      createdAt: time,
    }),
    conversations: table<ConversationRow>(db, 'conversations', {
      id,
      doorId: ref,
      visitorId: ref,
      state: text(10),
      version: whole,
      seq: whole,
      language: text(2),
      queueId: ref,
      agentId: ref,
      routedBecause: text(300),
      subject: text(300),
      enteredQueueAt: time,
      takenAt: time,
      closedAt: time,
      lastAt: time,
      lastBy: text(10),
      createdAt: time,
      priority: { type: text(6), defaultValue: 'normal' },
      askedAt: time,
      dueAt: time,
      note: text(300),
      offeredTo: ref,
      offeredUntil: time,
      passedBy: json('passedBy'),
      overflowed: { type: flag, defaultValue: false },
      outcome: text(20),
      visitorGot: count(),
      visitorSeen: count(),
      teamSeen: count(),
      caseNumber: text(14),
      rating: whole,
      ratingWord: text(500),
      nudgedAt: time,
      mailedSeq: count(),
      told: json('told'),
      phone: text(40),
    }),
    messages: table<MessageRow>(db, 'messages', {
      id,
      conversationId: ref,
      seq: whole,
      author: text(10),
      kind: text(20),
      userId: ref,
      text: DataTypes.TEXT,
      data: json('data'),
      clientId: text(36),
      createdAt: time,
    }),
    attachments: table<AttachmentRow>(db, 'attachments', {
      id,
      conversationId: ref,
      name: text(120),
      type: text(60),
      size: whole,
      hash: text(64),
      createdAt: time,
    }),
  }
}
export type ConversationTables = ReturnType<typeof conversationTables>
/** What others may ask of them. */
export type ConversationViews = Views<ConversationTables>
