import type {
  AlertView,
  CoverageView,
  DimensionView,
  NamedSums,
  Sums,
  TargetMeasure,
  TargetView,
  TodayView,
  WeekSums,
} from '@janua/contracts'
import {
  addDays,
  addedUp,
  type Dimension,
  type Fall,
  fallsIn,
  type Figure,
  forecastOf,
  groupedBy,
  mondayOf,
  wallClock,
  wilson,
} from '@janua/core'
import { Op, QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Settings } from '../../platform/settings.ts'
import type { CoverageTables } from './tables.ts'
import type { Actor, Audit } from '../accounts/index.ts'
import type { EngineHost } from '../answering/index.ts'
import type { AuditSampling, Reporting } from '../questions/index.ts'
import type { LivePointer, Releases, ReleaseViews } from '../releases/index.ts'
import type { Replays } from '../verification/index.ts'

interface Dependencies {
  settings: Settings
  db: Sequelize
  tables: CoverageTables
  read: Pick<ReleaseViews, 'items' | 'releases'>
  engine: EngineHost
  live: LivePointer
  releases: Releases
  replays: Replays
  sampling: AuditSampling
  reporting: Reporting
  audit: Audit
  clock: Clock
}

const CLOTH_TOPICS = 18
/** Weeks that a target's forecast looks back on. */
const FORECAST_WEEKS = 10
const VOTED_DOWN = 4

/** What the figures say: the lead's home, the coverage page, targets, and falls. */
export class Reports {
  constructor(private readonly dependencies: Dependencies) {}

  /** @param asked the Monday of the week that is told of; the last full one when not given */
  async today(asked: string | null = null): Promise<TodayView> {
    const { releases, sampling, replays } = this.dependencies
    const { running } = await this.clock()
    const week = asked === null ? addDays(running, -7) : mondayOf(asked)
    const weeks = await this.figures('week', 'all', addDays(week, -7), running)
    const of = (monday: string): Sums | null =>
      weeks.find(({ starts }) => starts === monday) ?? null
    const [figures, before] = [of(week), of(addDays(week, -7))]
    const [state, newest, sample, alerts, targets, votedDown, asOf] = await Promise.all([
      releases.state(),
      replays.list(),
      sampling.sample(),
      this.alerts(),
      this.targets(),
      this.votedDown(),
      this.asOf(),
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
      audit: { week: sample.week, judged: sample.judged, left: sample.left.length },
    }
  }

  async coverage(count: number): Promise<CoverageView> {
    const { read } = this.dependencies
    const { zone, returnDays, running } = await this.clock()
    const from = addDays(running, -7 * count)
    const to = running
    const [weeks, days, topicWeeks, releases, targets, asOf] = await Promise.all([
      this.figures('week', 'all', from, to),
      this.figures('day', 'all', from, addDays(to, 6)),
      this.figures('week', 'topic', from, to),
      read.releases.list({ attributes: ['id', 'note', 'createdAt'], order: [['id', 'ASC']] }),
      this.targets(),
      this.asOf(),
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
      cloth: await this.cloth(topicWeeks),
      falls: falls(days, running),
      targets,
    }
  }

  /** The same figures by door, collection, topic and so on. */
  async by(dimension: Dimension, count: number): Promise<DimensionView> {
    const { running } = await this.clock()
    const from = addDays(running, -7 * count)
    const figures = await this.figures('week', dimension, from, running)
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

  async targets(): Promise<TargetView[]> {
    const { tables } = this.dependencies
    const rows = await tables.targets.findAll({ order: [['measure', 'ASC']] })
    if (rows.length === 0) return []
    const { running } = await this.clock()
    const weeks = await this.figures(
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

  async setTarget(
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

  async dropTarget(actor: Actor, measure: TargetMeasure): Promise<void> {
    await this.dependencies.tables.targets.destroy({ where: { measure } })
    await this.dependencies.audit.note(actor, 'dropped a target', measure, {})
  }

  /** Looks for falls of coverage and tells of each once. */
  async watch(): Promise<void> {
    const { tables, clock } = this.dependencies
    const { running } = await this.clock()
    const days = await this.figures('day', 'all', addDays(running, -7 * 16), addDays(running, 6))
    const today = clock.now().toISOString().slice(0, 10)
    for (const fall of falls(days, today))
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

  async alerts(): Promise<AlertView[]> {
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

  async seeAlert(id: number): Promise<void> {
    await this.dependencies.tables.alerts.update({ seen: true }, { where: { id } })
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

  private async cloth(figures: readonly Figure[]): Promise<CoverageView['cloth']> {
    const labels = await this.labels('topic')
    return [...groupedBy(figures, ({ name }) => name)]
      .map(([name, some]) => ({
        topic: Number(name),
        label: labels(name),
        questions: some.reduce((sum, { questions }) => sum + questions, 0),
        weeks: some.map(({ starts, questions, right }) => ({ starts, questions, right })),
      }))
      .sort((a, b) => b.questions - a.questions)
      .slice(0, CLOTH_TOPICS)
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

  private async figures(
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

  private async clock(): Promise<{ zone: string; returnDays: number; running: string }> {
    const { zone, returnDays } = await this.dependencies.reporting.read()
    return {
      zone,
      returnDays,
      running: mondayOf(wallClock(zone)(this.dependencies.clock.now()).day),
    }
  }

  private async asOf(): Promise<string | null> {
    return (await this.dependencies.settings.read<{ at: string }>('figures'))?.at ?? null
  }
}

const LABELS: Partial<Record<Dimension, (name: string) => string>> = {
  release: (name) => `Release ${name}`,
  language: (name) => ({ en: 'English', de: 'German' })[name] ?? name,
  channel: (name) => ({ chat: 'Visitor’s window', imported: 'Imported log' })[name] ?? name,
  collection: (name) => name || 'No collection',
  hour: (name) => `${name}:00`,
}

/** Every measure as so many of so many. */
const MEASURES: Record<TargetMeasure, (sums: Sums) => { hits: number; n: number }> = {
  coverage: ({ right, questions }) => ({ hits: right, n: questions }),
  accuracy: ({ right, answered }) => ({ hits: Math.min(right, answered), n: answered }),
  containment: ({ contained, ended }) => ({ hits: contained, n: ended }),
}

function changeOf(now: Sums, before: Sums): { by: number; clear: boolean } {
  const share = ({ right, questions }: Sums) => (questions === 0 ? 0 : right / questions)
  const half = ({ low, high }: Sums) => ((high ?? 1) - (low ?? 0)) / 2
  const by = share(now) - share(before)
  return { by, clear: Math.abs(by) > Math.sqrt(half(now) ** 2 + half(before) ** 2) }
}

/** Days that are over, as a control chart takes them. */
function falls(days: readonly Figure[], until: string): Fall[] {
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
