import { addDays } from '@janua/core'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { LOADED, type Loaded } from '../../platform/database/loaded.ts'
import { problem } from '../../platform/http/problems.ts'
import type { Settings } from '../../platform/settings.ts'
import type { Actor, Audit } from '../accounts/index.ts'
import type { Rollup } from '../coverage/index.ts'

interface Dependencies {
  settings: Settings
  db: Sequelize
  rollup: Rollup
  audit: Audit
  clock: Clock
}
interface Column {
  name: string
  of: string
}

/** Who may come in, and until when, is no history; figures are counted anew. */
const LEFT_ALONE = ['sessions', 'links', 'figures', 'figure_marks', 'migrations']
/** When content is looked at again is part of the content, as its text is. */
const CONTENT_DAYS = ['items.review_on']
/** Moments that are told inside of what was stored. */
const TOLD: readonly Column[] = [
  { of: 'messages', name: 'data' },
  { of: 'fixes', name: 'proof' },
  { of: 'audit_entries', name: 'detail' },
]
const ISO_DAY = /\b20\d\d-[01]\d-[0-3]\d(?=["T])/g

/** A demo that was loaded some weeks ago: its last week is not last week any more. It can be moved to this week, by whole weeks, so that weekdays stay true. */
export class StaleDemo {
  constructor(private readonly dependencies: Dependencies) {}

  /** By how many weeks the demo is behind; 0 when it is not, or when this is no demo. */
  async weeks(): Promise<number> {
    const loaded = await this.loaded()
    return loaded?.seed === 'demo'
      ? Math.max(0, Math.floor(daysBetween(dayOf(loaded), this.today()) / 7))
      : 0
  }

  /** Shifts every moment of the history together, in one transaction; what has happened stays in the past. Then the figures are counted anew. */
  async move(actor: Actor): Promise<void> {
    const { db, settings, rollup, audit } = this.dependencies
    const weeks = await this.weeks()
    if (weeks === 0) throw problem('DEMO_NOT_STALE')
    const loaded = (await this.loaded())!
    await db.transaction(async (transaction) => {
      for (const column of await this.columns(transaction))
        await this.shift(column, weeks, transaction)
      for (const column of TOLD) await this.shiftTold(column, weeks, transaction)
      const dated = addDays(dayOf(loaded), 7 * weeks)
      await settings.write(LOADED, { ...loaded, dated }, transaction)
      await audit.note(
        actor,
        'moved the demo',
        `by ${weeks} week${weeks > 1 ? 's' : ''}`,
        { weeks },
        transaction,
      )
    })
    await rollup.rebuild()
  }

  private columns(transaction: Transaction): Promise<Column[]> {
    return this.dependencies.db.query<Column>(
      `SELECT table_name AS \`of\`, column_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND data_type IN ('datetime', 'date') AND table_name NOT IN (:left) AND CONCAT(table_name, '.', column_name) NOT IN (:days)`,
      {
        replacements: { left: LEFT_ALONE, days: CONTENT_DAYS },
        type: QueryTypes.SELECT,
        transaction,
      },
    )
  }

  private async shift(
    { of, name }: Column,
    weeks: number,
    transaction: Transaction,
  ): Promise<void> {
    const later = `\`${name}\` + INTERVAL :weeks WEEK`
    // What was done in the demo since it was loaded may be of yesterday: it comes to now, not into the future. The latest goes first, where days are keys.
    await this.dependencies.db.query(
      `UPDATE \`${of}\` SET \`${name}\` = IF(\`${name}\` <= :now, LEAST(${later}, :now), ${later}) WHERE \`${name}\` IS NOT NULL ORDER BY \`${name}\` DESC`,
      { replacements: { weeks, now: this.dependencies.clock.now() }, transaction },
    )
  }

  private async shiftTold(
    { of, name }: Column,
    weeks: number,
    transaction: Transaction,
  ): Promise<void> {
    const { db } = this.dependencies
    const rows = await db.query<{ id: number; told: string }>(
      `SELECT id, CONCAT(\`${name}\`) AS told FROM \`${of}\` WHERE \`${name}\` REGEXP '20[0-9]{2}-[0-9]{2}-[0-9]{2}'`,
      { type: QueryTypes.SELECT, transaction },
    )
    for (const { id, told } of rows)
      await db.query(`UPDATE \`${of}\` SET \`${name}\` = :told WHERE id = :id`, {
        replacements: { id, told: told.replace(ISO_DAY, (day) => addDays(day, 7 * weeks)) },
        transaction,
      })
  }

  private async loaded(): Promise<Loaded | undefined> {
    return this.dependencies.settings.read<Loaded>(LOADED)
  }

  private today(): string {
    return this.dependencies.clock.now().toISOString().slice(0, 10)
  }
}

/** The last day of the history; of a demo loaded before this was kept, the day on which it was loaded. */
function dayOf({ dated, today, at }: Loaded): string {
  return dated ?? today ?? at.slice(0, 10)
}

function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000)
}
