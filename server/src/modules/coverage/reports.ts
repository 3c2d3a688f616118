import type {
  CoverageView,
  DimensionView,
  NamedSums,
  Sums,
  TodayView,
  WeekSums,
} from '@janua/contracts'
import {
  addDays,
  addedUp,
  type Dimension,
  type Figure,
  groupedBy,
  mondayOf,
  wilson,
} from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { CoverageAlerts } from './coverageAlerts.ts'
import { fallsBefore, type FigureReader } from './figures/reader.ts'
import type { CoverageTables } from './tables.ts'
import type { Targets } from './targets.ts'
import type { EngineHost } from '../answering/index.ts'
import type { AuditSampling } from '../questions/index.ts'
import type { Releases, ReleaseViews } from '../releases/index.ts'
import type { Replays } from '../verification/index.ts'

interface Dependencies {
  db: Sequelize
  tables: Pick<CoverageTables, 'topics'>
  read: Pick<ReleaseViews, 'items' | 'releases'>
  figures: FigureReader
  targets: Targets
  alerts: CoverageAlerts
  engine: EngineHost
  releases: Releases
  replays: Replays
  sampling: AuditSampling
  clock: Clock
}

const HEATMAP_TOPICS = 18
const VOTED_DOWN = 4

/** What the figures say: the lead's home and the coverage page. */
export class Reports {
  constructor(private readonly dependencies: Dependencies) {}

  /** @param asked the Monday of the week that is told of; the last full one when not given */
  async today(asked: string | null = null): Promise<TodayView> {
    const { figures: kept, releases, sampling, replays } = this.dependencies
    const { running } = await kept.clock()
    const week = asked === null ? addDays(running, -7) : mondayOf(asked)
    const weeks = await kept.of('week', 'all', addDays(week, -7), running)
    const of = (monday: string): Sums | null =>
      weeks.find(({ starts }) => starts === monday) ?? null
    const [figures, before] = [of(week), of(addDays(week, -7))]
    const [state, newest, sample, alerts, targets, votedDown, asOf] = await Promise.all([
      releases.state(),
      replays.list(),
      sampling.sample(),
      this.dependencies.alerts.open(),
      this.dependencies.targets.list(),
      this.votedDown(),
      kept.asOf(),
    ])
    const replay = newest.find(
      ({ state: of, current, items }) => of === 'done' && current && items === null,
    )
    return {
      week: { from: week, to: addDays(week, 6) },
      figures,
      before,
      accuracy: figures && figures.answered > 0 ? wilson(figures.right, figures.answered) : null,
      change: figures && before ? changeOf(figures, before) : null,
      running: { from: running, figures: of(running) },
      release: state.live && { ...state.live, sinceWeek: state.live.at.slice(0, 10) >= week },
      votedDown,
      alerts,
      targets,
      asOf,
      draft: {
        ready: state.ready,
        inWork: state.inWork,
        next: state.next,
        change: replay?.summary?.coverage.change ?? null,
        replayed: replay?.asked ?? null,
        lost: replay?.lost ?? null,
      },
      audit: { week: sample.week, reviewed: sample.reviewed, left: sample.left.length },
    }
  }

  async coverage(count: number): Promise<CoverageView> {
    const { figures, read } = this.dependencies
    const { zone, returnDays, running } = await figures.clock()
    const from = addDays(running, -7 * count)
    const to = running
    const [weeks, days, topicWeeks, releases, targets, asOf] = await Promise.all([
      figures.of('week', 'all', from, to),
      figures.of('day', 'all', from, addDays(to, 6)),
      figures.of('week', 'topic', from, to),
      read.releases.list({ attributes: ['id', 'note', 'createdAt'], order: [['id', 'ASC']] }),
      this.dependencies.targets.list(),
      figures.asOf(),
    ])
    return {
      zone,
      returnDays,
      asOf,
      from,
      to: addDays(to, 6),
      weeks: weeks.map((figure): WeekSums => ({ ...figure, running: figure.starts === running })),
      total: addedUp(weeks),
      days: days.map(({ starts, questions, right }) => ({ day: starts, questions, right })),
      releases: releases.flatMap(({ id, note, createdAt }) =>
        createdAt.toISOString().slice(0, 10) >= from
          ? [{ number: id, note, at: createdAt.toISOString() }]
          : [],
      ),
      heatmap: await this.heatmap(topicWeeks),
      falls: fallsBefore(days, running),
      targets,
    }
  }

  /** The same figures by door, collection, topic and so on. */
  async by(dimension: Dimension, count: number): Promise<DimensionView> {
    const { figures: kept } = this.dependencies
    const { running } = await kept.clock()
    const from = addDays(running, -7 * count)
    const figures = await kept.of('week', dimension, from, running)
    const labels = await this.labels(dimension)
    const rows = [...groupedBy(figures, ({ name }) => name)].map(([name, some]): NamedSums => ({
      ...addedUp(some),
      name,
      label: labels(name),
    }))
    const sorted =
      dimension === 'hour'
        ? rows.sort((a, b) => a.name.localeCompare(b.name))
        : rows.sort((a, b) => b.questions - a.questions)
    return {
      from,
      to: addDays(running, 6),
      rows: sorted,
      unused:
        dimension === 'item'
          ? await this.unused(new Set(rows.map(({ name }) => Number(name))))
          : [],
    }
  }

  private async votedDown(): Promise<TodayView['votedDown']> {
    const since = new Date(+this.dependencies.clock.now() - 10 * 86_400_000)
    return (
      await this.dependencies.db.query<{
        question: number
        text: string
        times: number
        title: string | null
        item: number | null
      }>(
        `SELECT MAX(q.id) AS question, MAX(q.text) AS text, COUNT(*) AS times, MAX(i.title) AS title, MAX(q.item_id) AS item FROM questions q LEFT JOIN items i ON i.id = q.item_id WHERE q.vote = -1 AND q.asked_at >= :since GROUP BY q.norm ORDER BY times DESC, question DESC LIMIT ${VOTED_DOWN}`,
        { replacements: { since }, type: QueryTypes.SELECT },
      )
    ).map((row) => ({ ...row, times: Number(row.times), title: row.title ?? '' }))
  }

  private async heatmap(figures: readonly Figure[]): Promise<CoverageView['heatmap']> {
    const labels = await this.labels('topic')
    return [...groupedBy(figures, ({ name }) => name)]
      .map(([name, some]) => ({
        topic: Number(name),
        label: labels(name),
        questions: some.reduce((sum, { questions }) => sum + questions, 0),
        weeks: some.map(({ starts, questions, right }) => ({ starts, questions, right })),
      }))
      .sort((a, b) => b.questions - a.questions)
      .slice(0, HEATMAP_TOPICS)
  }

  private async labels(dimension: Dimension): Promise<(name: string) => string> {
    const { tables, read } = this.dependencies
    if (dimension === 'topic') {
      const topics = new Map(
        (await tables.topics.findAll({ attributes: ['id', 'label'], raw: true })).map(
          ({ id, label }) => [String(id), label],
        ),
      )
      return (name) => topics.get(name) ?? `Topic ${name}`
    }
    if (dimension === 'door' || dimension === 'item') {
      const items = new Map(
        (await read.items.list({ attributes: ['id', 'title'], raw: true })).map(({ id, title }) => [
          String(id),
          title,
        ]),
      )
      return (name) => items.get(name) ?? `No ${name}`
    }
    return (name) => LABELS[dimension]?.(name) ?? name
  }

  /** Articles, documents and fixed answers that visitors have, and that answered nothing in the period. */
  private async unused(used: ReadonlySet<number>): Promise<DimensionView['unused']> {
    const live = await this.dependencies.engine.live()
    const left = (live?.content ?? []).filter(({ item }) => !used.has(item))
    const items = await this.dependencies.read.items.list({
      attributes: ['id', 'title', 'kind'],
      where: { id: left.map(({ item }) => item) },
      order: [['title', 'ASC']],
      raw: true,
    })
    return items.map(({ id, title, kind }) => ({ item: id, title, kind }))
  }
}

const LABELS: Partial<Record<Dimension, (name: string) => string>> = {
  release: (name) => `Release ${name}`,
  language: (name) => ({ en: 'English', de: 'German' })[name] ?? name,
  channel: (name) => ({ chat: 'Visitor’s window', imported: 'Imported log' })[name] ?? name,
  collection: (name) => name || 'No collection',
  hour: (name) => `${name}:00`,
}

function changeOf(now: Sums, before: Sums): { by: number; clear: boolean } {
  const share = ({ right, questions }: Sums) => (questions === 0 ? 0 : right / questions)
  const half = ({ low, high }: Sums) => ((high ?? 1) - (low ?? 0)) / 2
  const by = share(now) - share(before)
  return { by, clear: Math.abs(by) > Math.sqrt(half(now) ** 2 + half(before) ** 2) }
}
