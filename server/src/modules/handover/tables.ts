import type { QueueSettings, ProposalKind, ProposalState } from '@janua/contracts'
import type { QueueClassifier, RightBy, Routed, Situation } from '@janua/core'
import type { Sequelize } from 'sequelize'
import type { Views } from '../../platform/database/view.ts'
import { id, json, ref, table, text, time, whole } from '../../platform/database/tables.ts'

export interface QueueRow {
  id: number
  name: string
  settings: Partial<QueueSettings> | null
  /** Grows with every change, so that of two who change it at once the second is told. */
  version: number
  /** When it was put away: it keeps its history and gets nothing more. */
  archivedAt: Date | null
  createdAt: Date
}
export interface QueueMemberRow {
  queueId: number
  userId: number
}
/** Why a conversation left the assistant. */
export type HandoverReason =
  'asked' | 'unknown' | 'unknown again' | 'voted down' | 'always' | 'tone' | 'case'
export interface HandoverRow {
  id: number
  conversationId: number
  at: Date
  reason: HandoverReason
  queueId: number
  by: Routed['by']
  rule: number | null
  because: string
  situation: Situation
  /** As it turned out; null while it is open. */
  rightQueue: number | null
  rightBy: RightBy | null
  moves: number
}
export interface QueueModelRow {
  id: number
  model: QueueClassifier
  examples: number
  createdAt: Date
}
export interface GuestRow {
  conversationId: number
  userId: number
  askedAt: Date
}
export interface SavedReplyRow {
  id: number
  name: string
  text: string
  /** Whose own line it is; null for the team's. */
  userId: number | null
  createdAt: Date
}

export interface ProposalRow {
  id: number
  conversationId: number
  kind: ProposalKind
  question: string
  words: string
  itemId: number | null
  state: ProposalState
  reason: string
  madeItem: number | null
  userId: number | null
  decidedBy: number | null
  decidedAt: Date | null
  createdAt: Date
}

export function handoverTables(db: Sequelize) {
  return {
    queues: table<QueueRow>(db, 'queues', {
      id,
      name: text(80),
      settings: json('settings'),
      version: { type: whole, defaultValue: 0 },
      archivedAt: time,
      createdAt: time,
    }),
    queueMembers: table<QueueMemberRow>(db, 'queue_members', {
      queueId: { type: ref, primaryKey: true },
      userId: { type: ref, primaryKey: true },
    }),
    handovers: table<HandoverRow>(db, 'handovers', {
      id,
      conversationId: ref,
      at: time,
      reason: text(20),
      queueId: ref,
      by: text(12),
      rule: whole,
      because: text(300),
      situation: json('situation'),
      rightQueue: ref,
      rightBy: text(10),
      moves: { type: whole, defaultValue: 0 },
    }),
    queueModels: table<QueueModelRow>(db, 'queue_models', {
      id,
      model: json('model'),
      examples: whole,
      createdAt: time,
    }),
    guests: table<GuestRow>(db, 'conversation_guests', {
      conversationId: { type: ref, primaryKey: true },
      userId: { type: ref, primaryKey: true },
      askedAt: time,
    }),
    savedReplies: table<SavedReplyRow>(db, 'saved_replies', {
      id,
      name: text(80),
      text: text(2000),
      userId: ref,
      createdAt: time,
    }),
    proposals: table<ProposalRow>(db, 'proposals', {
      id,
      conversationId: ref,
      kind: text(10),
      question: text(300),
      words: text(4000),
      itemId: ref,
      state: text(10),
      reason: { type: text(500), defaultValue: '' },
      madeItem: ref,
      userId: ref,
      decidedBy: ref,
      decidedAt: time,
      createdAt: time,
    }),
  }
}
export type HandoverTables = ReturnType<typeof handoverTables>
/** What others may ask of them. */
export type HandoverViews = Views<HandoverTables>
