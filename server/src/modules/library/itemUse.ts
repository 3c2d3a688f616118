import type { Insights } from '@janua/contracts'
import { passagesOf } from '@janua/core'
import type { Sequelize } from 'sequelize'
import { selectRows } from '../../platform/database/select.ts'
import type { Clock } from '../../platform/clock.ts'
import { linksIn } from './health/links.ts'
import { WITH_TEXT } from './itemKinds.ts'
import { sha256 } from '../../platform/hash.ts'
import type { HealthTables } from './health/tables.ts'
import { contentItem, normOf } from '../answering/index.ts'
import type { Draft, ReleaseViews } from '../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: Pick<HealthTables, 'linkChecks'>
  read: Pick<ReleaseViews, 'revisions'>
  draft: Draft
  clock: Clock
}

const DAYS = 30

/** How an item is used: what it answered, how that was voted, and whether its links lead somewhere. */
export class ItemUse {
  constructor(private readonly dependencies: Dependencies) {}

  async read(id: number): Promise<Insights> {
    const since = new Date(+this.dependencies.clock.now() - DAYS * 86_400_000)
    const [totals] = await selectRows<{
      ever: number
      lately: number
      helpful: number
      unhelpful: number
      lastUsed: Date | null
    }>(
      this.dependencies.db,
      "SELECT COUNT(*) AS ever, COALESCE(SUM(asked_at >= :since), 0) AS lately, COALESCE(SUM(vote = 1), 0) AS helpful, COALESCE(SUM(vote = -1), 0) AS unhelpful, MAX(asked_at) AS lastUsed FROM questions WHERE item_id = :id AND outcome = 'answered'",
      { id, since },
    )
    return {
      answers: Number(totals!.lately),
      answersEver: Number(totals!.ever),
      helpful: Number(totals!.helpful),
      unhelpful: Number(totals!.unhelpful),
      lastUsed: totals!.lastUsed ? new Date(totals!.lastUsed).toISOString() : null,
      links: await this.links(id),
      passages: await this.byPassage(id, since),
    }
  }

  private async links(id: number): Promise<Insights['links']> {
    const { draft, tables } = this.dependencies
    const addresses = linksIn((await draft.read(id, WITH_TEXT)).content)
    const checks = new Map(
      (await tables.linkChecks.findAll({ where: { addressHash: addresses.map(sha256) } })).map(
        (check) => [check.address, check],
      ),
    )
    return addresses.map((address) => {
      const check = checks.get(address)
      return { address, state: check?.state ?? 'not yet', because: check?.because ?? '' }
    })
  }

  private async byPassage(id: number, since: Date): Promise<Insights['passages']> {
    const rows = await selectRows<{
      revision: number
      ordinal: number
      text: string
      times: number
      lastAt: Date
    }>(
      this.dependencies.db,
      `SELECT revision_id AS revision, ordinal, MAX(text) AS text, COUNT(*) AS times, MAX(asked_at) AS lastAt FROM questions
       WHERE item_id = :id AND outcome = 'answered' AND asked_at >= :since GROUP BY revision_id, ordinal, norm ORDER BY times DESC, lastAt DESC LIMIT 400`,
      { id, since },
    )
    const texts = await this.passageTexts(id, [...new Set(rows.map(({ revision }) => revision))])
    const found = new Map<number | null, Insights['passages'][number]['questions']>()
    for (const { revision, ordinal, text, times, lastAt } of rows) {
      const now = texts.current.indexOf(texts.of.get(revision)?.[ordinal] ?? '\u0000')
      const at = now < 0 ? null : now
      const questions = found.get(at) ?? []
      found.set(at, questions)
      const same = questions.find((each) => normOf(each.text) === normOf(text))
      if (same) same.times += Number(times)
      else questions.push({ text, times: Number(times), lastAt: new Date(lastAt).toISOString() })
    }
    return [...found].map(([ordinal, questions]) => ({ ordinal, questions }))
  }

  /** Texts of the passages of the current revision and of earlier ones: a passage is the same while its text is. */
  private async passageTexts(
    id: number,
    revisions: readonly number[],
  ): Promise<{ current: string[]; of: Map<number, string[]> }> {
    const { draft, read } = this.dependencies
    const { item, revision } = await draft.read(id, WITH_TEXT)
    const textsOf = (content: unknown) =>
      passagesOf(contentItem(item.kind, { id: 0, itemId: id, content })).map(({ text }) => text)
    const stored = await read.revisions.list({ where: { id: [...revisions] } })
    return {
      current: textsOf(revision.content),
      of: new Map(stored.map((each) => [each.id, textsOf(each.content)])),
    }
  }
}
