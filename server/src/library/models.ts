import type { ItemKind } from '@janua/contracts'
import { DataTypes, type Sequelize } from 'sequelize'
import { flag, id, json, ref, table, text, time, whole } from '../database/tables.ts'

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
  createdAt: Date
}
export interface ReleaseRow {
  id: number
  note: string
  hash: string
  previous: number | null
  changes: unknown
  createdBy: number | null
  createdAt: Date
}
export interface ReleaseItemRow {
  releaseId: number
  itemId: number
  revisionId: number
}

export function contentTables(db: Sequelize) {
  return {
    items: table<ItemRow>(db, 'items', {
      id, kind: text(10), title: text(200), collection: text(80), phrasings: whole, words: whole, reviewOn: DataTypes.DATEONLY, sourceName: text(255),
      sourceHash: text(64), draftRevision: ref, ready: flag, updatedBy: ref, updatedAt: time, createdAt: time,
    }),
    revisions: table<RevisionRow>(db, 'revisions', { id, itemId: ref, hash: text(64), content: json('content'), authorId: ref, createdAt: time }),
    releases: table<ReleaseRow>(db, 'releases', { id, note: text(500), hash: text(64), previous: ref, changes: json('changes'), createdBy: ref, createdAt: time }),
    releaseItems: table<ReleaseItemRow>(db, 'release_items', {
      releaseId: { type: ref, primaryKey: true }, itemId: { type: ref, primaryKey: true }, revisionId: ref,
    }),
  }
}
export type ContentTables = ReturnType<typeof contentTables>
