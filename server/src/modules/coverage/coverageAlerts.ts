import type { AlertView } from '@janua/contracts'
import { addDays, type Fall } from '@janua/core'
import type { Clock } from '../../platform/clock.ts'
import { fallsBefore, type FigureReader } from './figures/reader.ts'
import type { CoverageTables } from './tables.ts'

interface Dependencies {
  tables: Pick<CoverageTables, 'alerts' | 'topics'>
  figures: FigureReader
  clock: Clock
}

/** What the lead is told of once: coverage that fell, and gaps that opened again. */
export class CoverageAlerts {
  constructor(private readonly dependencies: Dependencies) {}

  /** Looks for falls of coverage and tells of each once. */
  async watch(): Promise<void> {
    const { tables, figures, clock } = this.dependencies
    const { running } = await figures.clock()
    const days = await figures.of('day', 'all', addDays(running, -7 * 16), addDays(running, 6))
    const today = clock.now().toISOString().slice(0, 10)
    for (const fall of fallsBefore(days, today))
      await tables.alerts.bulkCreate(
        [
          {
            kind: 'coverage fell',
            subject: 'coverage',
            day: fall.day,
            detail: { ...fall },
            seen: fall.day < addDays(today, -14),
            createdAt: clock.now(),
          },
        ],
        { ignoreDuplicates: true },
      )
  }

  async open(): Promise<AlertView[]> {
    const { tables } = this.dependencies
    const rows = await tables.alerts.findAll({
      where: { seen: false },
      order: [['day', 'DESC']],
      limit: 10,
    })
    const topics = await tables.topics.findAll({
      where: {
        id: rows.flatMap(({ kind, subject }) => (kind === 'gap reopened' ? [Number(subject)] : [])),
      },
    })
    return rows.map(({ id, kind, day, seen, detail, subject }) => {
      const topic =
        kind === 'gap reopened' ? topics.find((each) => each.id === Number(subject)) : undefined
      return {
        id,
        kind,
        day,
        seen: Boolean(seen),
        fall: kind === 'coverage fell' ? (detail as unknown as Fall) : null,
        topic: topic ? { id: topic.id, label: topic.label } : null,
      }
    })
  }

  async see(id: number): Promise<void> {
    await this.dependencies.tables.alerts.update({ seen: true }, { where: { id } })
  }
}
