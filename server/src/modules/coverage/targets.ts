import type { Sums, TargetMeasure, TargetView } from '@janua/contracts'
import { addDays, forecastOf } from '@janua/core'
import type { Clock } from '../../platform/clock.ts'
import type { FigureReader } from './figures/reader.ts'
import type { CoverageTables } from './tables.ts'
import type { Actor, Audit } from '../accounts/index.ts'

interface Dependencies {
  tables: Pick<CoverageTables, 'targets'>
  figures: FigureReader
  audit: Audit
  clock: Clock
}

/** Weeks that a forecast looks back on. */
const FORECAST_WEEKS = 10

/** What the lead wants to reach by when, and whether it will be. */
export class Targets {
  constructor(private readonly dependencies: Dependencies) {}

  async list(): Promise<TargetView[]> {
    const { tables, figures } = this.dependencies
    const rows = await tables.targets.findAll({ order: [['measure', 'ASC']] })
    if (rows.length === 0) return []
    const { running } = await figures.clock()
    const weeks = await figures.of(
      'week',
      'all',
      addDays(running, -7 * FORECAST_WEEKS),
      addDays(running, -7),
    )
    return rows.map(({ measure, share, by }) => {
      const points = weeks.flatMap((figure) => {
        const { hits, n } = MEASURES[measure](figure)
        return n === 0 ? [] : [{ week: weekNumber(figure.starts), share: hits / n, n }]
      })
      const now = points.at(-1)?.share ?? null
      const forecast = forecastOf(points, weekNumber(by))
      return { measure, share, by, now, forecast, says: saysOf(share, now, forecast) }
    })
  }

  async set(
    actor: Actor,
    { measure, share, by }: { measure: TargetMeasure; share: number; by: string },
  ): Promise<void> {
    await this.dependencies.tables.targets.upsert({
      measure,
      share,
      by,
      userId: actor.id,
      createdAt: this.dependencies.clock.now(),
    })
    await this.dependencies.audit.note(
      actor,
      'set a target',
      `${measure} ${Math.round(share * 100)} % by ${by}`,
      {},
    )
  }

  async drop(actor: Actor, measure: TargetMeasure): Promise<void> {
    await this.dependencies.tables.targets.destroy({ where: { measure } })
    await this.dependencies.audit.note(actor, 'dropped a target', measure, {})
  }
}

/** Every measure as so many of so many. */
const MEASURES: Record<TargetMeasure, (sums: Sums) => { hits: number; n: number }> = {
  coverage: ({ right, questions }) => ({ hits: right, n: questions }),
  accuracy: ({ right, answered }) => ({ hits: Math.min(right, answered), n: answered }),
  containment: ({ contained, ended }) => ({ hits: contained, n: ended }),
}

function weekNumber(day: string): number {
  return Date.parse(`${day}T00:00:00Z`) / (7 * 86_400_000)
}

function saysOf(
  target: number,
  now: number | null,
  forecast: TargetView['forecast'],
): TargetView['says'] {
  if (now !== null && now >= target) return 'reached'
  if (!forecast) return 'too early'
  if (forecast.interval.low >= target) return 'likely'
  return forecast.interval.high < target ? 'unlikely' : 'open'
}
