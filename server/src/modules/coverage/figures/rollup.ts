import { mondayOf, wallClock } from '@janua/core'
import type { Sequelize, Transaction } from 'sequelize'
import { selectRows } from '../../../platform/database/select.ts'
import type { Clock } from '../../../platform/clock.ts'
import { addressOf } from '../../../platform/database/connect.ts'
import type { Events } from '../../../platform/events.ts'
import { inThread } from '../../../platform/jobs/startThread.ts'
import type { RollOrder } from './rollThread.ts'
import type { Settings } from '../../../platform/settings.ts'
import type { Reporting } from '../../questions/index.ts'

interface Dependencies {
  settings: Settings
  db: Sequelize
  reporting: Reporting
  events: Events
  clock: Clock
}

/** How far the figures go: the last question and moment seen, the zone counted in, and the reviews that tell what confidence is worth. */
interface Seen {
  question: number
  at: string
  zone: string
  returnDays: number
  review: number
  reviews: number
}

const NAME = 'figures'
const DAY_MS = 86_400_000
/** No time zone is farther from UTC. */
const ANY_ZONE_MS = 14 * 3_600_000
/** So many more reviews, or this share more, and all weeks are counted with what they tell. */
const MORE_REVIEWS = 15
const MORE_SHARE = 0.05

/**
 * Figures by day and week, derived from the log and rebuilt from it at will. New questions are found by their number, everything that
 * changes an old one marks its week; a roll-up that is broken off leaves the marks, and the next one makes the same figures.
 */
export class Rollup {
  private running: Promise<boolean> | undefined

  constructor(private readonly dependencies: Dependencies) {}

  /**
   * Marks the week of a question, vote or review; within the transaction that changes it. It reads nothing, as a transaction that waits for
   * another connection could wait for ever: near a week's end both weeks are marked, whatever the team's time zone is.
   */
  async mark(at: Date, transaction?: Transaction): Promise<void> {
    const weeks = [-ANY_ZONE_MS, ANY_ZONE_MS].map((by) =>
      mondayOf(new Date(+at + by).toISOString().slice(0, 10)),
    )
    await this.markWeeks([...new Set(weeks)], transaction)
  }

  /** Brings the figures up to date; one run at a time, a second caller gets the run after. */
  /** @returns whether anything was counted anew */
  async settle(): Promise<boolean> {
    while (this.running) await this.running
    this.running = this.roll().finally(() => (this.running = undefined))
    return this.running
  }

  async close(): Promise<void> {
    await this.running?.catch(() => undefined)
  }

  /** Counts everything from scratch. */
  async rebuild(): Promise<void> {
    await this.dependencies.settings.remove(NAME)
    await this.settle()
  }

  private async roll(): Promise<boolean> {
    const { db, settings, reporting, clock, events } = this.dependencies
    const now = clock.now()
    const { zone, returnDays } = await reporting.read()
    const [bounds] = await selectRows<{
      question: number | null
      review: number | null
      reviews: number
    }>(
      this.dependencies.db,
      'SELECT MAX(id) AS question, (SELECT MAX(id) FROM reviews) AS review, (SELECT COUNT(*) FROM reviews) AS reviews FROM questions',
    )
    const last = {
      question: Number(bounds!.question ?? 0),
      review: Number(bounds!.review ?? 0),
      reviews: Number(bounds!.reviews),
    }
    const seen = await settings.read<Seen>(NAME)
    const isAnew =
      !seen ||
      seen.zone !== zone ||
      seen.returnDays !== returnDays ||
      Math.abs(last.reviews - seen.reviews) >= Math.max(MORE_REVIEWS, seen.reviews * MORE_SHARE)
    const weeks = await this.weeksToRoll(isAnew ? undefined : seen, { zone, returnDays })
    if (weeks.length === 0 && !isAnew) return false
    const reviewed = isAnew ? last : { review: seen.review, reviews: seen.reviews }
    const order: RollOrder = {
      address: addressOf(db),
      weeks,
      upTo: reviewed.review,
      zone,
      returnDays,
      now,
    }
    if (weeks.length > 0)
      await inThread<RollOrder, { weeks: number }>(
        new URL('./rollThread.ts', import.meta.url),
        order,
      )
    const next: Seen = {
      question: last.question,
      at: now.toISOString(),
      zone,
      returnDays,
      review: reviewed.review,
      reviews: reviewed.reviews,
    }
    await settings.write(NAME, next)
    events.tell('figures', { weeks: weeks.length })
    return true
  }

  /** Weeks with new or changed questions and conversations, and those before whose conversations these may be returns to. */
  private async weeksToRoll(
    seen: Seen | undefined,
    { zone, returnDays }: { zone: string; returnDays: number },
  ): Promise<string[]> {
    const asked = (where: string) =>
      `SELECT MIN(asked_at) AS first, MAX(asked_at) AS last FROM questions ${where} GROUP BY TO_DAYS(asked_at)`
    const spoken = (column: string, where: string) =>
      `SELECT MIN(${column}) AS first, MAX(${column}) AS last FROM conversations WHERE ${column} IS NOT NULL ${where} GROUP BY TO_DAYS(${column})`
    const since = seen ? 'AND last_at >= :at' : ''
    const moments = await selectRows<{ first: Date; last: Date }>(
      this.dependencies.db,
      [
        asked(seen ? 'WHERE id > :question' : ''),
        spoken('created_at', since),
        spoken('closed_at', since),
      ].join(' UNION '),
      seen ? { question: seen.question, at: new Date(seen.at) } : {},
    )
    const marked = await selectRows<{ week: string }>(
      this.dependencies.db,
      'SELECT week FROM figure_marks',
    )
    const clock = wallClock(zone)
    const weeks = new Set(marked.map(({ week }) => String(week)))
    for (const { first, last } of moments) {
      const before = seen ? [new Date(+new Date(first) - returnDays * DAY_MS)] : []
      for (const moment of [new Date(first), new Date(last), ...before])
        weeks.add(mondayOf(clock(moment).day))
    }
    if (!seen) {
      // Weeks that were counted before and have no questions any more are counted too: to nought.
      for (const { week } of await selectRows<{ week: string }>(
        this.dependencies.db,
        'SELECT DISTINCT week FROM figures',
      ))
        weeks.add(String(week))
    }
    return [...weeks].sort()
  }

  async markWeeks(weeks: readonly string[], transaction?: Transaction): Promise<void> {
    for (const week of weeks)
      await this.dependencies.db.query(
        'INSERT INTO figure_marks (week, version) VALUES (:week, 1) ON DUPLICATE KEY UPDATE version = version + 1',
        { replacements: { week }, transaction },
      )
  }
}
