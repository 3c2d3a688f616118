import type {
  ArticleContent,
  DocumentContent,
  Insights,
  MarksInput,
  RevisionRow,
  RevisionView,
} from '@janua/contracts'
import {
  changeIndex,
  type LoggedQuestion,
  otherWaysToAsk,
  passagesOf,
  type ReachMark,
  reachMarks,
  type ReleaseIndex,
  type Suggestion,
} from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import { linksIn } from './health/links.ts'
import { sha256 } from '../../platform/hash.ts'
import type { HealthTables } from './health/tables.ts'
import type { Actor } from '../accounts/index.ts'
import { contentItem, type EngineHost, normOf, understood } from '../answering/index.ts'
import { type Draft, type ReleaseViews, summarise } from '../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: HealthTables
  read: Pick<ReleaseViews, 'releaseItems' | 'revisions'>
  draft: Draft
  engine: EngineHost
  users: { nameOf(id: number | null): Promise<string> }
  clock: Clock
}

const KINDS = ['article', 'fixed', 'document'] as const
const DAYS = 30
const LOG_DAYS = 120
const LOG_SIZE = 3_000
/** An item is as good as the nearest to a question from this share of how sure the nearest is. */
const NEAREST = 0.8

/** What is known about one item: its use, its versions, what leads to it, and what else might. */
export class ItemInsights {
  constructor(private readonly dependencies: Dependencies) {}

  async read(id: number): Promise<Insights> {
    const since = new Date(+this.dependencies.clock.now() - DAYS * 86_400_000)
    const [totals] = await this.select<{
      ever: number
      lately: number
      helpful: number
      unhelpful: number
      lastUsed: Date | null
    }>(
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

  async revisions(id: number): Promise<RevisionRow[]> {
    const { read, draft, users } = this.dependencies
    const { item } = await draft.read(id, KINDS)
    const [revisions, held] = await Promise.all([
      read.revisions.list({
        attributes: ['id', 'authorId', 'createdAt'],
        where: { itemId: id },
        order: [['id', 'DESC']],
        limit: 100,
      }),
      read.releaseItems.list({ where: { itemId: id }, order: [['releaseId', 'ASC']] }),
    ])
    return Promise.all(
      revisions.map(async (revision) => ({
        id: revision.id,
        by: await users.nameOf(revision.authorId),
        at: revision.createdAt.toISOString(),
        current: revision.id === item.draftRevision,
        releases: held
          .filter(({ revisionId }) => revisionId === revision.id)
          .map(({ releaseId }) => releaseId),
      })),
    )
  }

  async revision(id: number, revision: number): Promise<RevisionView> {
    const row = (await this.revisions(id)).find((each) => each.id === revision)
    const stored = row && (await this.dependencies.read.revisions.find(revision))
    if (!row || !stored) throw problem('NOT_FOUND')
    return { ...row, text: asText(stored.content as ArticleContent | DocumentContent) }
  }

  /** Makes an earlier version the draft's again; nothing is lost, as it becomes a new revision. */
  async restore(actor: Actor, id: number, revision: number, base: number): Promise<void> {
    const { draft, read } = this.dependencies
    const { item } = await draft.read(id, KINDS)
    const stored = await read.revisions.first({ where: { id: revision, itemId: id } })
    if (!stored) throw problem('NOT_FOUND')
    await draft.save(actor, id, item.kind, {
      content: stored.content,
      summary: summarise(item.kind, stored.content),
      base,
      ready: false,
    })
  }

  /** Whether each phrasing brings the item first, with the text as it is being written. */
  async marks(id: number, { title, body, phrasings }: MarksInput): Promise<ReachMark[]> {
    const { draft, engine } = this.dependencies
    const { item, revision } = await draft.read(id, KINDS)
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
    await draft.read(id, KINDS)
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
    await this.dependencies.draft.read(id, KINDS)
    await this.dependencies.tables.refusedPhrasings.upsert({
      itemId: id,
      norm: normOf(text),
      createdAt: this.dependencies.clock.now(),
    })
  }

  /** The most asked questions of the last months, with the item that the newest of each was answered from, and how near a given one came. */
  private async log(item: number): Promise<LoggedQuestion[]> {
    const since = new Date(+this.dependencies.clock.now() - LOG_DAYS * 86_400_000)
    const rows = await this.select<{
      text: string
      norm: string
      times: number
      answeredBy: number | null
    }>(
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
    const rows = await this.select<{ norm: string; near: string }>(
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

  private async links(id: number): Promise<Insights['links']> {
    const { draft, tables } = this.dependencies
    const addresses = linksIn((await draft.read(id, KINDS)).content)
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
    const rows = await this.select<{
      revision: number
      ordinal: number
      text: string
      times: number
      lastAt: Date
    }>(
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
    const { item, revision } = await draft.read(id, KINDS)
    const textsOf = (content: unknown) =>
      passagesOf(contentItem(item.kind, { id: 0, itemId: id, content })).map(({ text }) => text)
    const stored = await read.revisions.list({ where: { id: [...revisions] } })
    return {
      current: textsOf(revision.content),
      of: new Map(stored.map((each) => [each.id, textsOf(each.content)])),
    }
  }

  private select<T extends object>(
    sql: string,
    replacements: Record<string, unknown>,
  ): Promise<T[]> {
    return this.dependencies.db.query<T>(sql, { replacements, type: QueryTypes.SELECT })
  }
}

/** A version as one text, to be compared word by word. */
function asText(content: ArticleContent | DocumentContent): string {
  const asked = content.phrasings.map((phrasing) => `? ${phrasing}`)
  const body =
    'parts' in content
      ? content.parts
          .map(({ heading, body, leftOut, phrasings }) =>
            [
              heading && `## ${heading}`,
              leftOut && `(left out: ${leftOut.because})`,
              ...phrasings.map((each) => `? ${each}`),
              body,
            ]
              .filter(Boolean)
              .join('\n'),
          )
          .join('\n\n')
      : content.body
  const holds =
    'holds' in content && content.holds
      ? [
          `Holds from ${content.holds.from ?? 'ever'} until ${content.holds.until ?? 'ever'}, doors: ${content.holds.doors.join(', ') || 'all'}`,
        ]
      : []
  return [content.title, content.collection, ...holds, ...asked, '', body].join('\n')
}
