import type { ConfidenceModel } from '@janua/core'
import { DataTypes, type Sequelize } from 'sequelize'
import type { Views } from '../../platform/database/view.ts'
import { id, json, table, text, time, whole } from '../../platform/database/tables.ts'

/** What a text means under an encoder. */
export interface TextVectorRow {
  encoder: string
  /** SHA-256 of the text. */
  hash: string
  vectors: Buffer
}

export interface EngineModelRow {
  id: number
  /** Hash of the content and reviews that it was learnt from. */
  contentKey: string
  /** The encoder of the team's that was asked; null for the one that ships. */
  encoder: string | null
  model: ConfidenceModel
  /** Questions of the self-test, and reviewed ones among them. */
  cases: number
  reviewed: number
  createdAt: Date
}

export function answeringTables(db: Sequelize) {
  return {
    engineModels: table<EngineModelRow>(db, 'engine_models', {
      id,
      contentKey: text(64),
      encoder: text(16),
      model: json('model'),
      cases: whole,
      reviewed: whole,
      createdAt: time,
    }),
    textVectors: table<TextVectorRow>(db, 'text_vectors', {
      encoder: { type: text(16), primaryKey: true },
      hash: { type: text(64), primaryKey: true },
      vectors: DataTypes.BLOB,
    }),
  }
}
export type AnsweringTables = ReturnType<typeof answeringTables>
/** What others may ask of them. */
export type AnsweringViews = Views<AnsweringTables>
