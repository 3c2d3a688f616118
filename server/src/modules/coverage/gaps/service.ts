import type { GapEffect, GapPage, GapRow, GapSheet, GapsQuery, GapState } from '@janua/contracts'
import {
  addDays,
  boundsOfDay,
  type Figure,
  groupedBy,
  type KnownFix,
  mondayOf,
  outlineOf,
  wallClock,
} from '@janua/core'
import type { Sequelize } from 'sequelize'
import { selectRows } from '../../../platform/database/select.ts'
import type { Clock } from '../../../platform/clock.ts'
import type { Topics } from '../topics/service.ts'
import { askedNear, type LastAsked, lastAsked } from './asked.ts'
import { type Effects, ELSEWHERE } from './effect.ts'
import { gapRows, gapWeeks, type GapWeeks, trendsOf, uncoveredAWeek } from './rows.ts'
import type { GapFixes } from './fixes.ts'
import { afterUnanswered, agentReplies } from './visitors.ts'
import type { CoverageTables } from '../tables.ts'
import type { AccountViews } from '../../accounts/index.ts'
import type { EngineHost } from '../../answering/index.ts'
import type { Reporting } from '../../questions/index.ts'

interface Dependencies {
  db: Sequelize
  tables: CoverageTables
  read: Pick<AccountViews, 'users'>
  topics: Topics
  gapFixes: GapFixes
  effects: Effects
  engine: EngineHost
  reporting: Reporting
  /** Items with a passage that contradicts another's. */
  conflicting: () => Promise<ReadonlySet<number>>
  clock: Clock
}

/** So many wordings of a topic tell why it is one, and what fits; a sheet shows more. */
const REVIEWED_BY = 12
const ON_SHEET = 60
const LEAST_UNCOVERED = 0.5
/** Of more topics than this only those that fall short most are looked at. */
const MOST_GAPS = 500
/** Traces are large: so many topics are read at once, with other work in between. */
const READ_AT_ONCE = 20
const ORDER: Record<GapsQuery['sort'], (a: GapRow, b: GapRow) => number> = {
  worth: (a, b) => b.potential - a.potential || a.topic - b.topic,
  volume: (a, b) => b.aWeek - a.aWeek || a.topic - b.topic,
  newest: (a, b) =>
    Number(b.trend.stands) - Number(a.trend.stands) ||
    (b.trend.ratio ?? 99) - (a.trend.ratio ?? 99) ||
    b.topic - a.topic,
  coverage: (a, b) => a.coverage - b.coverage || b.aWeek - a.aWeek,
}

/** Topics whose expected right answers fall short, the most worth fixing first. */
export class Gaps {
  private readonly assessed = new Map<string, readonly LastAsked[]>()

  constructor(private readonly dependencies: Dependencies) {}

  async list({ state, search, sort, offset, limit }: GapsQuery): Promise<GapPage> {
    const { rows, weeks, alone } = await this.all()
    const gaps = rows.filter(
      (row) =>
        isGap(row) &&
        [row.label, ...row.words, ...row.samples].some((text) =>
          text.toLowerCase().includes(search.toLowerCase()),
        ),
    )
    const counts = {
      open: 0,
      'in work': 0,
      'in draft': 0,
      published: 0,
      fixed: 0,
      'will not cover': 0,
    } satisfies Record<GapState, number>
    for (const row of gaps) counts[row.state]++
    const chosen = gaps.filter((row) => state === 'all' || row.state === state).sort(ORDER[sort])
    return {
      rows: chosen.slice(offset, offset + limit),
      total: chosen.length,
      counts,
      alone,
      weeks: {
        from: weeks.mondays.at(-weeks.counted)!,
        to: addDays(weeks.mondays.at(-1)!, 6),
        n: weeks.counted,
      },
      worth: gaps
        .filter((row) => row.state === 'open')
        .reduce((sum, row) => sum + row.potential, 0),
    }
  }

  /** A topic opened: its words, why the nearest passages were not enough, and what would fix it. */
  async sheet(topic: number): Promise<GapSheet> {
    const { db, tables, topics, gapFixes, engine, reporting } = this.dependencies
    const found = await topics.find(topic)
    const { rows, weeks } = await this.all([topic])
    const row = rows[0]!
    const { zone } = await reporting.read()
    const period = {
      from: boundsOfDay(weeks.mondays.at(-weeks.counted)!, zone).from,
      to: boundsOfDay(addDays(weeks.mondays.at(-1)!, 7), zone).from,
    }
    const [asked, after, replies, fixes, work, total] = await Promise.all([
      this.asked(topic),
      afterUnanswered(db, topic, period),
      agentReplies(db, topic),
      gapFixes.ofTopic(topic),
      tables.gapWork.findByPk(topic),
      tables.topicWordings.count({ where: { topicId: topic } }),
    ])
    const { index, content } = await engine.draft()
    const kinds = new Map(content.map(({ item, kind }) => [item, kind]))
    const textAt = (item: number, ordinal: number) => {
      const doc = index.docAt(item, ordinal)
      return doc === undefined ? '' : index.passage(doc).passage.text.slice(0, 700)
    }
    return {
      ...row,
      wordings: asked.map(({ hash, text, times, outcome, confidence, nearest, question }) => ({
        hash,
        text,
        times,
        outcome,
        confidence,
        nearest,
        question,
      })),
      more: total - asked.length,
      after,
      nearest: nearestOfAll(asked).map((each) => ({
        ...each,
        kind: kinds.get(each.item) ?? 'article',
        text: textAt(each.item, each.ordinal),
      })),
      outline: outlineOf(
        found.label,
        asked.map(({ text }) => text),
        replies,
      ),
      fixes,
      reason: work?.reason ?? '',
      reply: work?.reply ?? '',
      asOf: this.dependencies.clock.now().toISOString(),
    }
  }

  /** The wordings of a topic that a trial asks. */
  async asked(topic: number): Promise<LastAsked[]> {
    return (
      await lastAsked(
        this.dependencies.db,
        [topic],
        ON_SHEET,
        await this.dependencies.conflicting(),
      )
    ).get(topic)!
  }

  /** What the draft does to a topic's questions. */
  async effect(topic: number): Promise<GapEffect> {
    await this.dependencies.topics.find(topic)
    return this.dependencies.effects.ofDraft(await this.asked(topic), await this.aWeek(topic))
  }

  async tryTeaching(
    topic: number,
    item: number,
    phrasings: readonly string[] | null,
  ): Promise<GapEffect> {
    await this.dependencies.topics.find(topic)
    return this.dependencies.effects.ofTeaching(
      await this.asked(topic),
      await this.aWeek(topic),
      item,
      phrasings,
      await askedNear(this.dependencies.db, { item, except: topic, most: ELSEWHERE }),
    )
  }

  /** Gaps that nobody has fixed on purpose: those still open, and those that closed by themselves. */
  async unfixed(): Promise<GapRow[]> {
    const { rows } = await this.all()
    return rows.filter(
      (row) =>
        isGap(row) &&
        !row.reopened &&
        (row.state === 'open' ||
          row.state === 'in work' ||
          (row.state === 'fixed' && row.closed !== null)),
    )
  }

  /** The gaps that are open and most worth fixing. */
  async first(n: number): Promise<{ rows: GapRow[]; more: number; worth: number }> {
    const { rows, total, worth } = await this.list({
      state: 'open',
      search: '',
      sort: 'worth',
      offset: 0,
      limit: n,
    })
    return { rows, more: total - rows.length, worth }
  }

  private async aWeek(topic: number): Promise<number> {
    return (await this.all([topic])).rows[0]!.aWeek
  }

  private async all(
    only?: readonly number[],
  ): Promise<{ rows: GapRow[]; weeks: GapWeeks; alone: number }> {
    const { tables, read, reporting, gapFixes, clock } = this.dependencies
    const settings = await reporting.read()
    const [span] = await selectRows<{ first: string | null; last: string | null; alone: number }>(
      this.dependencies.db,
      "SELECT MIN(starts) AS first, MAX(starts) AS last, (SELECT COUNT(*) FROM topic_wordings WHERE topic_id IS NULL) AS alone FROM figures WHERE span = 'week' AND dimension = 'every'",
    )
    const running = mondayOf(wallClock(settings.zone)(clock.now()).day)
    const weeks = gapWeeks(String(span?.first ?? running), String(span?.last ?? running), running)
    const where = { span: 'week' as const, starts: weeks.mondays }
    const [topics, figures, totals, work, fixes, closings, users] = await Promise.all([
      tables.topics.findAll({ where: { goneAt: null } }),
      tables.figures.findAll({ where: { ...where, dimension: 'topic' }, raw: true }),
      tables.figures.findAll({ where: { ...where, dimension: 'every' }, raw: true }),
      tables.gapWork.findAll({ raw: true }),
      gapFixes.newest(),
      tables.gapClosings.findAll({ raw: true }),
      read.users.list({ attributes: ['id', 'name'], raw: true }),
    ])
    const byTopic = new Map(
      [...groupedBy(figures as unknown as Figure[], ({ name }) => Number(name))].map(
        ([topic, some]) => [topic, new Map(some.map((figure) => [figure.starts, figure]))],
      ),
    )
    const short = (id: number) => uncoveredAWeek(id, weeks, byTopic)
    const inHand = new Set([
      ...fixes.keys(),
      ...[...work, ...closings].map(({ topicId }) => topicId),
    ])
    const kept = only
      ? topics.filter(({ id }) => only.includes(id))
      : topics
          .filter(({ id }) => inHand.has(id) || short(id) >= LEAST_UNCOVERED)
          .sort((a, b) => short(b.id) - short(a.id))
          .slice(0, MOST_GAPS)
    const rows = gapRows({
      topics: kept,
      weeks,
      figures: byTopic,
      trends: trendsOf(
        topics.map(({ id }) => id),
        weeks,
        byTopic,
        new Map((totals as unknown as Figure[]).map((figure) => [figure.starts, figure])),
      ),
      asked: await this.assess(kept.map(({ id }) => id)),
      work: new Map(work.map((each) => [each.topicId, each])),
      fixes,
      closings: new Map(closings.map((each) => [each.topicId, each])),
      known: await this.known(),
      settings,
      nameOf: (id) => users.find((user) => user.id === id)?.name ?? 'somebody',
    })
    return { rows, weeks, alone: Number(span?.alone ?? 0) }
  }

  /** Each topic's frequent wordings; kept until one of them is asked, reviewed or voted on again. */
  private async assess(topics: readonly number[]): Promise<Map<number, readonly LastAsked[]>> {
    if (topics.length === 0) return new Map()
    const conflicting = await this.dependencies.conflicting()
    const signs = await selectRows<{ topic: number; sign: string }>(
      this.dependencies.db,
      `SELECT topic_id AS topic, CONCAT_WS(' ', topic_id, COUNT(*), MAX(id), COALESCE(SUM(vote), 0), (SELECT COALESCE(MAX(j.id), 0) FROM reviews j JOIN questions q ON q.id = j.question_id WHERE q.topic_id = asked.topic_id)) AS sign FROM questions asked WHERE topic_id IN (:topics) GROUP BY topic_id`,
      { topics },
    )
    const signOf = new Map(signs.map(({ topic, sign }) => [topic, `${sign} ${conflicting.size}`]))
    const missing = topics.filter(
      (topic) => signOf.has(topic) && !this.assessed.has(signOf.get(topic)!),
    )
    for (let from = 0; from < missing.length; from += READ_AT_ONCE)
      for (const [topic, asked] of await lastAsked(
        this.dependencies.db,
        missing.slice(from, from + READ_AT_ONCE),
        REVIEWED_BY,
        conflicting,
      ))
        this.assessed.set(
          signOf.get(topic)!,
          asked.map((each) => ({
            ...each,
            trace: { terms: [], candidates: [], threshold: 0, leftOut: [] },
          })),
        )
    for (const old of [...this.assessed.keys()].slice(0, -KEPT)) this.assessed.delete(old)
    return new Map(topics.map((topic) => [topic, this.assessed.get(signOf.get(topic) ?? '') ?? []]))
  }

  /** What earlier fixes of this team reached. */
  private async known(): Promise<KnownFix[]> {
    const fixes = await this.dependencies.tables.gapFixes.findAll({
      where: { state: ['fixed', 'published', 'reopened'] },
    })
    return fixes.flatMap(({ kind, standing }) =>
      standing && standing.n > 0 && 'share' in standing ? [{ kind, reached: standing.share }] : [],
    )
  }
}

const KEPT = 2_000

function isGap(row: GapRow): boolean {
  return row.uncoveredAWeek >= LEAST_UNCOVERED || row.state !== 'open' || row.reopened
}

const NEAREST_SHOWN = 3
/** What is missing in fewer questions than this is a slip of the fingers more often than a word. */
const SLIP_SHARE = 0.08

/** The passages that came nearest most often, each with its most frequent shortfall and what it lacks. */
function nearestOfAll(
  asked: readonly LastAsked[],
): Omit<GapSheet['nearest'][number], 'kind' | 'text'>[] {
  const near = asked.filter(
    ({ nearest, outcome, wrong }) => nearest && (outcome !== 'answered' || wrong),
  )
  return [...groupedBy(near, ({ nearest }) => `${nearest!.item} ${nearest!.ordinal}`).values()]
    .map((some) => {
      const n = some.reduce((sum, { times }) => sum + times, 0)
      const { item, title, path, ordinal } = some[0]!.nearest!
      const counts = groupedBy(some, ({ nearest }) => nearest!.shortfall)
      const [shortfall, those] = [...counts].sort(([, a], [, b]) => b.length - a.length)[0]!
      const missing = new Map<string, number>()
      for (const { nearest, times } of some)
        for (const word of nearest!.missing) missing.set(word, (missing.get(word) ?? 0) + times)
      return {
        item,
        title,
        path,
        ordinal,
        n,
        shortfall,
        missing: [...missing]
          .filter(([word, times]) => word.length > 2 && times >= Math.max(2, n * SLIP_SHARE))
          .sort((a, b) => b[1] - a[1])
          .slice(0, 6)
          .map(([word]) => word),
        because: those[0]!.nearest!.because ?? null,
      }
    })
    .sort((a, b) => b.n - a.n)
    .slice(0, NEAREST_SHOWN)
}
