import { type Dimension, type Fall, fallsIn, type Figure, mondayOf, wallClock } from '@janua/core'
import { Op } from 'sequelize'
import type { Clock } from '../../../platform/clock.ts'
import type { Settings } from '../../../platform/settings.ts'
import type { CoverageTables } from '../tables.ts'
import type { Reporting } from '../../questions/index.ts'

interface Dependencies {
  settings: Settings
  tables: Pick<CoverageTables, 'figures'>
  reporting: Reporting
  clock: Clock
}

/** Figures as they were counted by the day and the week. */
export class FigureReader {
  constructor(private readonly dependencies: Dependencies) {}

  /** Those of a span that starts from one day to another, the earliest first. */
  async of(
    span: 'day' | 'week',
    dimension: Dimension,
    from: string,
    to: string,
  ): Promise<Figure[]> {
    return this.dependencies.tables.figures.findAll({
      where: { span, dimension, starts: { [Op.between]: [from, to] } },
      order: [['starts', 'ASC']],
      raw: true,
    }) as unknown as Promise<Figure[]>
  }

  /** How days are counted here, and the Monday of the week that runs. */
  async clock(): Promise<{ zone: string; returnDays: number; running: string }> {
    const { zone, returnDays } = await this.dependencies.reporting.read()
    return {
      zone,
      returnDays,
      running: mondayOf(wallClock(zone)(this.dependencies.clock.now()).day),
    }
  }

  /** When they were brought up to date last. */
  async asOf(): Promise<string | null> {
    return (await this.dependencies.settings.read<{ at: string }>('figures'))?.at ?? null
  }
}

/** Falls of coverage among the days before `until`, as a control chart takes them. */
export function fallsBefore(days: readonly Figure[], until: string): Fall[] {
  return fallsIn(
    days
      .filter(({ starts }) => starts < until)
      .map(({ starts, questions, right }) => ({
        day: starts,
        n: questions,
        share: questions === 0 ? 0 : right / questions,
      })),
  )
}
