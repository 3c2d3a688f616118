import type { ImportState, ImportView } from '@janua/contracts'
import { type Sequelize } from 'sequelize'
import type { Views } from '../../platform/database/view.ts'
import { id, json, ref, table, text, time, whole } from '../../platform/database/tables.ts'

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

export function libraryTables(db: Sequelize) {
  return {
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
export type LibraryTables = ReturnType<typeof libraryTables>
/** What others may ask of them. */
export type LibraryViews = Views<LibraryTables>
