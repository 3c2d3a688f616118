import type { DocumentContent, ReadingState, SiteReading } from '@janua/contracts'
import type { Sequelize } from 'sequelize'
import { id, json, ref, table, text, time, whole } from '../../../platform/database/tables.ts'

export interface SiteRow {
  id: number
  address: string
  collection: string
  pageLimit: number
  everyDays: number | null
  createdBy: number | null
  createdAt: Date
}
export interface SiteReadingRow {
  id: number
  siteId: number
  state: ReadingState
  detail: Omit<SiteReading, 'id' | 'state' | 'at'>
  /** What was read and is not taken over yet, by address. */
  pages: Record<string, DocumentContent> | null
  createdAt: Date
  endedAt: Date | null
}

export function siteTables(db: Sequelize) {
  return {
    sites: table<SiteRow>(db, 'sites', {
      id,
      address: text(500),
      collection: text(80),
      pageLimit: whole,
      everyDays: whole,
      createdBy: ref,
      createdAt: time,
    }),
    siteReadings: table<SiteReadingRow>(db, 'site_readings', {
      id,
      siteId: ref,
      state: text(12),
      detail: json('detail'),
      pages: json('pages'),
      createdAt: time,
      endedAt: time,
    }),
  }
}
export type SiteTables = ReturnType<typeof siteTables>
