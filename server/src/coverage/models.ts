import type { MendView, Role, Verdict } from '@janua/contracts'
import { DataTypes, type Sequelize } from 'sequelize'
import { id, json, ref, table, text, time, whole } from '../database/tables.ts'

export interface MendRow {
  id: number
  norm: string
  text: string
  kind: MendView['kind']
  itemId: number
  doorId: number
  state: 'in draft' | 'mended'
  proof: MendView['proof']
  createdBy: number | null
  createdAt: Date
  mendedAt: Date | null
}

export interface JudgementRow {
  id: number
  /** Null for an answer that was judged outside a conversation. */
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
  /** Chance with which it was drawn for judging; null when it was not drawn. */
  chance: number | null
  origin: 'desk' | 'rehearsal' | 'replay' | 'threshold' | 'audit'
  createdAt: Date
}

export function coverageTables(db: Sequelize) {
  return {
    mends: table<MendRow>(db, 'mends', {
      id, norm: text(300), text: text(300), kind: text(10), itemId: ref, doorId: ref, state: text(10), proof: json('proof'), createdBy: ref, createdAt: time, mendedAt: time,
    }),
    judgements: table<JudgementRow>(db, 'judgements', {
      id, questionId: ref, userId: ref, role: text(10), verdict: text(16), text: text(2000), norm: text(300), doorId: ref, itemId: ref, revisionId: ref, ordinal: whole, print: text(16), confidence: DataTypes.DOUBLE,
      wanted: text(10), wantedId: ref, chance: DataTypes.DOUBLE, origin: text(12), createdAt: time,
    }),
  }
}
export type CoverageTables = ReturnType<typeof coverageTables>
