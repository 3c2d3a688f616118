import type { Sequelize } from 'sequelize'
import { viewsOf } from '../../platform/database/view.ts'
import { releaseTables, type ReleaseViews } from './tables.ts'

/** For threads that read by a connection of their own. */
export function releaseViews(db: Sequelize): ReleaseViews {
  return viewsOf(releaseTables(db))
}
