import type { FindingKind } from '@janua/contracts'
import type { Sequelize } from 'sequelize'
import { ref, table, text, time } from '../../../platform/database/tables.ts'

export interface KeptRow {
  finding: string
  kind: FindingKind
  userId: number | null
  createdAt: Date
}
export interface LinkCheckRow {
  addressHash: string
  address: string
  state: 'fine' | 'broken' | 'unchecked'
  because: string
  checkedAt: Date
}
export interface RefusedRow {
  itemId: number
  norm: string
  createdAt: Date
}

export function healthTables(db: Sequelize) {
  return {
    healthKept: table<KeptRow>(db, 'health_kept', {
      finding: { type: text(64), primaryKey: true },
      kind: text(20),
      userId: ref,
      createdAt: time,
    }),
    linkChecks: table<LinkCheckRow>(db, 'link_checks', {
      addressHash: { type: text(64), primaryKey: true },
      address: text(2000),
      state: text(12),
      because: text(300),
      checkedAt: time,
    }),
    refusedPhrasings: table<RefusedRow>(db, 'refused_phrasings', {
      itemId: { type: ref, primaryKey: true },
      norm: { type: text(300), primaryKey: true },
      createdAt: time,
    }),
  }
}
export type HealthTables = ReturnType<typeof healthTables>
