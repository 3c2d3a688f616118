import type { ModelUse, NaturalFigures } from '@janua/contracts'
import type { AttachedRankings } from '@janua/core/meaning'
import { DataTypes, type Sequelize } from 'sequelize'
import { id, json, long, ref, table, text, time, whole } from '../../platform/database/tables.ts'

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

/** An encoder as it was learnt to rank by. */
export interface EncoderRow {
  id: string
  name: string
  /** Numbers of four bytes; null where its vectors are stored as they are. */
  directions: Buffer | null
  rankings: AttachedRankings['rankings']
  figures: NaturalFigures[]
  createdAt: Date
}

export function modelTables(db: Sequelize) {
  return {
    encoders: table<EncoderRow>(db, 'encoders', {
      id: { type: text(16), primaryKey: true },
      name: text(200),
      directions: DataTypes.BLOB('long'),
      rankings: json('rankings'),
      figures: json('figures'),
      createdAt: time,
    }),
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
