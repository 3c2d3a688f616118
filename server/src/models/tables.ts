import type { ModelUse } from '@janua/contracts'
import { DataTypes, type Sequelize } from 'sequelize'
import { id, long, ref, table, text, time, whole } from '../database/tables.ts'

export interface ModelCallRow {
  id: number
  at: Date
  use: ModelUse
  model: string
  /** Who of the team asked for it; null when it was for a visitor. */
  userId: number | null
  sentTokens: number
  receivedTokens: number
  money: number
  milliseconds: number
  fault: string | null
  sent: string | null
  received: string | null
}

export function modelTables(db: Sequelize) {
  return {
    modelCalls: table<ModelCallRow>(db, 'model_calls', {
      id,
      at: time,
      use: text(20),
      model: text(200),
      userId: ref,
      sentTokens: whole,
      receivedTokens: whole,
      money: DataTypes.DOUBLE,
      milliseconds: whole,
      fault: text(300),
      sent: long,
      received: long,
    }),
  }
}
export type ModelTables = ReturnType<typeof modelTables>
