import { mendStanding } from '@janua/core'
import type { Sequelize } from 'sequelize'
import type { EngineHost } from '../../answering/engineHost.ts'
import type { Clock } from '../../clock.ts'
import { judgedWorth } from '../expectedRight.ts'
import type { CoverageTables } from '../models.ts'
import type { GapMends } from './mends.ts'
import type { Gaps } from './service.ts'

interface Needs {
  db: Sequelize
  tables: CoverageTables
  gaps: Gaps
  gapMends: GapMends
  engine: EngineHost
  clock: Clock
}

/**
 * A gap can be answered without anybody having worked on it: by an article that was written for something else, or by a better engine. It closes
 * when the live release answers as large a share of its questions as a fix of its kind reaches, and opens again when that holds no longer.
 */
export class GapClosings {
  private settled = ''

  constructor(private readonly needs: Needs) {}

  /** @param figures a number that moves with the figures; with the same one and the same release there is nothing to do */
  async settle(figures: number): Promise<void> {
    const { db, tables, gaps, gapMends, engine, clock } = this.needs
    const live = await engine.live()
    const state = `${live?.number} ${figures}`
    if (!live || state === this.settled) return
    const worthNow = judgedWorth(db)
    for (const { topic, mend, closed } of await gaps.unfixed()) {
      const { right, n } = await gapMends.rightSince(
        { topicId: topic, releaseId: closed?.release ?? live.number },
        closed ? new Date(closed.at) : clock.now(),
        { live, worthNow },
      )
      const wasMended = closed !== null
      const { state: standing } = mendStanding({ promise: mend.reaches, right, n, wasMended })
      const holds = standing === 'mended'
      if (holds && !wasMended)
        await tables.gapClosings.create({
          topicId: topic,
          releaseId: live.number,
          correct: right,
          n,
          closedAt: clock.now(),
        })
      if (!holds && wasMended) await tables.gapClosings.destroy({ where: { topicId: topic } })
      await new Promise((resolve) => setImmediate(resolve))
    }
    this.settled = state
  }
}
