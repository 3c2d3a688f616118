import type { MendView, Role, Verdict } from '@janua/contracts'
import type { Sequelize } from 'sequelize'
import { id, json, ref, table, text, time } from '../database/tables.ts'

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
  questionId: number
  userId: number | null
  role: Role
  verdict: Verdict
  createdAt: Date
}

export function coverageTables(db: Sequelize) {
  return {
    mends: table<MendRow>(db, 'mends', {
      id, norm: text(300), text: text(300), kind: text(10), itemId: ref, doorId: ref, state: text(10), proof: json('proof'), createdBy: ref, createdAt: time, mendedAt: time,
    }),
    judgements: table<JudgementRow>(db, 'judgements', { id, questionId: ref, userId: ref, role: text(10), verdict: text(10), createdAt: time }),
  }
}
export type CoverageTables = ReturnType<typeof coverageTables>
