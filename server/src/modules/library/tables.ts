import type { ImportState, ImportView, ItemKind, Proof } from '@janua/contracts'
import type { ConfidenceModel } from '@janua/core'
import { DataTypes, type Sequelize } from 'sequelize'
import { flag, id, json, ref, table, text, time, whole } from '../../platform/database/tables.ts'

/** One thing that releases hold revisions of: an article, a fixed answer, a door, the routing. */
export interface ItemRow {
  id: number
  kind: ItemKind
  title: string
  collection: string
  phrasings: number
  words: number
  reviewOn: string | null
  sourceName: string | null
  sourceHash: string | null
  /** The same in every copy of this library: by it an export finds its items again. */
  uid: string
  /** The site that a page was read from. */
  siteId: number | null
  /** What the draft holds of it; null when it was taken out. */
  draftRevision: number | null
  ready: boolean
  updatedBy: number | null
  updatedAt: Date
  createdAt: Date
}
export interface RevisionRow {
  id: number
  itemId: number
  hash: string
  content: unknown
  authorId: number | null
  /** When a visitor's words were taken out of it. */
  redactedAt: Date | null
  createdAt: Date
}
export interface ReleaseRow {
  id: number
  note: string
  hash: string
  previous: number | null
  changes: unknown
  /** The confidence model that it froze; null for the one that Janua ships. */
  modelId: number | null
  /** Why it was published although checks failed or good answers were lost. */
  because: string | null
  /** How checks and replay stood then. */
  proof: Proof | null
  createdBy: number | null
  createdAt: Date
}
/** What a text means under an encoder. */
export interface TextVectorRow {
  encoder: string
  /** SHA-256 of the text. */
  hash: string
  vectors: Buffer
}

export interface EngineModelRow {
  id: number
  /** Hash of the content and judgements that it was learnt from. */
  contentKey: string
  /** The encoder of the team's that was asked; null for the one that ships. */
  encoder: string | null
  model: ConfidenceModel
  /** Questions of the self-test, and judged ones among them. */
  cases: number
  judged: number
  createdAt: Date
}
export interface ReleaseItemRow {
  releaseId: number
  itemId: number
  revisionId: number
}

export interface FileRow {
  hash: string
  name: string
  type: string
  size: number
  createdAt: Date
}
export interface ImportRow {
  id: number
  state: ImportState
  detail: Omit<ImportView, 'id' | 'state' | 'by' | 'at'>
  userId: number | null
  createdAt: Date
  updatedAt: Date
}

export function contentTables(db: Sequelize) {
  return {
    items: table<ItemRow>(db, 'items', {
      id,
      kind: text(10),
      title: text(200),
      collection: text(80),
      phrasings: whole,
      words: whole,
      reviewOn: DataTypes.DATEONLY,
      sourceName: text(255),
      sourceHash: text(64),
      uid: text(36),
      siteId: ref,
      draftRevision: ref,
      ready: flag,
      updatedBy: ref,
      updatedAt: time,
      createdAt: time,
    }),
    revisions: table<RevisionRow>(db, 'revisions', {
      id,
      itemId: ref,
      hash: text(64),
      content: json('content'),
      authorId: ref,
      redactedAt: time,
      createdAt: time,
    }),
    releases: table<ReleaseRow>(db, 'releases', {
      id,
      note: text(500),
      hash: text(64),
      previous: ref,
      changes: json('changes'),
      modelId: ref,
      because: text(500),
      proof: json('proof'),
      createdBy: ref,
      createdAt: time,
    }),
    engineModels: table<EngineModelRow>(db, 'engine_models', {
      id,
      contentKey: text(64),
      encoder: text(16),
      model: json('model'),
      cases: whole,
      judged: whole,
      createdAt: time,
    }),
    textVectors: table<TextVectorRow>(db, 'text_vectors', {
      encoder: { type: text(16), primaryKey: true },
      hash: { type: text(64), primaryKey: true },
      vectors: DataTypes.BLOB,
    }),
    releaseItems: table<ReleaseItemRow>(db, 'release_items', {
      releaseId: { type: ref, primaryKey: true },
      itemId: { type: ref, primaryKey: true },
      revisionId: ref,
    }),
    files: table<FileRow>(db, 'files', {
      hash: { type: text(64), primaryKey: true },
      name: text(255),
      type: text(100),
      size: whole,
      createdAt: time,
    }),
    imports: table<ImportRow>(db, 'imports', {
      id,
      state: text(12),
      detail: json('detail'),
      userId: ref,
      createdAt: time,
      updatedAt: time,
    }),
  }
}
export type ContentTables = ReturnType<typeof contentTables>
