import type { ArticleContent, MarksInput } from '@janua/contracts'
import {
  changeIndex,
  type LoggedQuestion,
  otherWaysToAsk,
  type ReachMark,
  reachMarks,
  type ReleaseIndex,
  type Suggestion,
} from '@janua/core'
import type { Sequelize } from 'sequelize'
import { selectRows } from '../../platform/database/select.ts'
import type { Clock } from '../../platform/clock.ts'
import { WITH_TEXT } from './itemKinds.ts'
import type { HealthTables } from './health/tables.ts'
import { contentItem, type EngineHost, normOf, understood } from '../answering/index.ts'
import type { Draft } from '../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: Pick<HealthTables, 'refusedPhrasings'>
  draft: Draft
  engine: EngineHost
  clock: Clock
}

const LOG_DAYS = 120
const LOG_SIZE = 3_000
/** An item is as good as the nearest to a question from this share of how sure the nearest is. */
const NEAREST = 0.8

/** Phrasings of an item: whether they lead to it, and which others might. */
export class WaysToAsk {
  constructor(private readonly dependencies: Dependencies) {}

  /** Whether each phrasing brings the item first, with the text as it is being written. */
  async marks(id: number, { title, body, phrasings }: MarksInput): Promise<ReachMark[]> {
    const { draft, engine } = this.dependencies
    const { item, revision } = await draft.read(id, WITH_TEXT)
    const compiled = await engine.draft()
    const asked = [title, ...phrasings].filter((text) => text.trim().length > 1)
    const marked = (index: ReleaseIndex) => understood(index, () => reachMarks(index, id, asked))
    if (item.kind === 'document') return marked(compiled.index)
    const now = contentItem(item.kind, {
      id: -1,
      itemId: id,
      content: { ...(revision.content as ArticleContent), title, body, phrasings },
    })
    const known = await engine.vectorsOf([now], compiled.index)
    return marked(changeIndex(compiled.index, { put: [now], ...known }))
  }

  /** Other ways to ask, the best first. */
  async ways(id: number): Promise<Suggestion[]> {
    const { draft, engine, tables } = this.dependencies
    await draft.read(id, WITH_TEXT)
    const [compiled, log, refused] = await Promise.all([
      engine.draft(),
      this.log(id),
      tables.refusedPhrasings.findAll({ where: { itemId: id } }),
    ])
    const no = new Set(refused.map(({ norm }) => norm))
    return otherWaysToAsk(compiled.index, id, {
      glossary: compiled.glossary,
      log,
      refused: (text) => no.has(normOf(text)),
    })
  }

  async refuse(id: number, text: string): Promise<void> {
    await this.dependencies.draft.read(id, WITH_TEXT)
    await this.dependencies.tables.refusedPhrasings.upsert({
      itemId: id,
      norm: normOf(text),
      createdAt: this.dependencies.clock.now(),
    })
  }

  /** The most asked questions of the last months, with the item that the newest of each was answered from, and how near a given one came. */
  private async log(item: number): Promise<LoggedQuestion[]> {
    const since = new Date(+this.dependencies.clock.now() - LOG_DAYS * 86_400_000)
    const rows = await selectRows<{
      text: string
      norm: string
      times: number
      answeredBy: number | null
    }>(
      this.dependencies.db,
      `SELECT newest.text, newest.norm, g.times, CASE WHEN newest.outcome = 'answered' AND COALESCE(newest.vote, 0) >= 0 THEN newest.item_id END AS answeredBy
       FROM (SELECT norm, COUNT(*) AS times, MAX(id) AS id FROM questions WHERE asked_at >= :since GROUP BY norm ORDER BY times DESC LIMIT ${LOG_SIZE}) g JOIN questions newest ON newest.id = g.id`,
      { since },
    )
    const near = await this.nearTo(item)
    return rows.map(({ text, norm, times, answeredBy }) => ({
      text,
      times: Number(times),
      answeredBy,
      ...(near.has(norm) && { sure: near.get(norm)! }),
    }))
  }

  /** Of questions that came nearest to an item, or nearly so, how sure it was of them, by their folded words. */
  private async nearTo(item: number): Promise<Map<string, number>> {
    const rows = await selectRows<{ norm: string; near: string }>(
      this.dependencies.db,
      `SELECT norm, near FROM topic_wordings WHERE near LIKE :like ORDER BY times DESC, norm_hash LIMIT ${LOG_SIZE}`,
      { like: `%"item":${item},%` },
    )
    return new Map(
      rows.flatMap(({ norm, near }): [string, number][] => {
        const all = JSON.parse(near) as { item: number; confidence: number }[]
        const own = all.find((each) => each.item === item)?.confidence ?? 0
        const most = Math.max(...all.map(({ confidence }) => confidence))
        return own >= NEAREST * most ? [[norm, own]] : []
      }),
    )
  }
}
