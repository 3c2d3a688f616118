import { fixStanding } from '@janua/core'
import { setTimeout } from 'node:timers/promises'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../../platform/clock.ts'
import type { GapFixes } from './fixes.ts'
import type { Gaps } from './service.ts'
import type { CoverageTables } from '../tables.ts'
import type { EngineHost } from '../../answering/index.ts'
import { reviewedWorth } from '../../questions/index.ts'

interface Dependencies {
  db: Sequelize
  tables: CoverageTables
  gaps: Gaps
  gapFixes: GapFixes
  engine: EngineHost
  clock: Clock
}

/**
 * A gap can be answered without anybody having worked on it: by an article that was written for something else, or by a better engine. It closes
 * when the live release answers as large a share of its questions as a fix of its kind reaches, and opens again when that holds no longer.
 */
export class GapClosings {
  private settled = ''
  /** Of each open gap the release, the newest question and the figures that it was last held against: with the same ones it stays open. */
  private readonly heldAgainst = new Map<number, string>()

  constructor(private readonly dependencies: Dependencies) {}

  /** @param figures a number that moves with the figures; with the same one and the same release there is nothing to do */
  async settle(figures: number): Promise<void> {
    const { db, tables, gaps, gapFixes, engine, clock } = this.dependencies
    const live = await engine.live()
    const state = `${live?.number} ${figures}`
    if (!live || state === this.settled) return
    const worthNow = reviewedWorth(db)
    const unfixed = await gaps.unfixed()
    const newest = await this.newestQuestions(unfixed.map(({ topic }) => topic))
    for (const { topic, fix, coverage, closed } of unfixed) {
      const began = performance.now()
      const against = [live.number, newest.get(topic), fix.reaches, coverage].join(' ')
      if (!closed && this.heldAgainst.get(topic) === against) continue
      const { right, n } = await gapFixes.rightSince(
        { topicId: topic, releaseId: closed?.release ?? live.number },
        closed ? new Date(closed.at) : clock.now(),
        { live, worthNow },
      )
      const wasFixed = closed !== null
      const { state: standing } = fixStanding({ promise: fix.reaches, right, n, wasFixed })
      const holds = standing === 'fixed'
      if (holds && !wasFixed)
        await tables.gapClosings.create({
          topicId: topic,
          releaseId: live.number,
          correct: right,
          n,
          closedAt: clock.now(),
        })
      if (!holds && wasFixed) await tables.gapClosings.destroy({ where: { topicId: topic } })
      this.heldAgainst.set(topic, against)
      // There may be hundreds of gaps: what people do at the same time goes before them.
      await setTimeout(performance.now() - began)
    }
    this.settled = state
  }

  private async newestQuestions(topics: readonly number[]): Promise<Map<number, number>> {
    if (topics.length === 0) return new Map()
    const rows = await this.dependencies.db.query<{ topic: number; newest: number }>(
      'SELECT topic_id AS topic, MAX(id) AS newest FROM questions WHERE topic_id IN (:topics) GROUP BY topic_id',
      { replacements: { topics }, type: QueryTypes.SELECT },
    )
    return new Map(rows.map(({ topic, newest }) => [topic, newest]))
  }
}
