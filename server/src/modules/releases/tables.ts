import type { ItemKind, Proof } from '@janua/contracts'
import { DataTypes, type Sequelize } from 'sequelize'
import type { Views } from '../../platform/database/view.ts'
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

export interface ReleaseItemRow {
  releaseId: number
  itemId: number
  revisionId: number
}

export interface ScheduledRow {
  id: number
  at: Date
  pins: { item: number; revision: number | null }[]
  note: string
  because: string | null
  state: 'waiting' | 'done' | 'failed' | 'withdrawn'
  problem: string | null
  createdBy: number | null
  createdAt: Date
}

export function releaseTables(db: Sequelize) {
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
    releaseItems: table<ReleaseItemRow>(db, 'release_items', {
      releaseId: { type: ref, primaryKey: true },
      itemId: { type: ref, primaryKey: true },
      revisionId: ref,
    }),
    scheduled: table<ScheduledRow>(db, 'scheduled_releases', {
      id,
      at: time,
      pins: json('pins'),
      note: text(500),
      because: text(500),
      state: text(10),
      problem: text(500),
      createdBy: ref,
      createdAt: time,
    }),
  }
}
export type ReleaseTables = ReturnType<typeof releaseTables>
/** What others may ask of them. */
export type ReleaseViews = Views<ReleaseTables>
