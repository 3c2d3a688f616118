import type { GapRow, GapState, ReportingSettings } from '@janua/contracts'
import {
  addDays,
  addedUp,
  type Figure,
  fittingFix,
  type KnownFix,
  potentialOf,
  reachedBy,
  SHORTFALLS,
  trendOf,
  trendsStanding,
} from '@janua/core'
import type { GapClosingRow, GapFixRow, GapWorkRow, TopicRow } from '../tables.ts'
import type { LastAsked } from './asked.ts'
import { normOf } from '../../answering/index.ts'

/** The full weeks that gaps are counted over: the newest four, and one before them for the trend. */
export interface GapWeeks {
  mondays: string[]
  /** How many of the newest of them count. */
  counted: number
}

const COUNTED = 4

/** @param first the first Monday with a question, @param last the Monday of the last week with one, @param running the Monday of this week */
export function gapWeeks(first: string, last: string, running: string): GapWeeks {
  const end = last >= running && first < running ? addDays(running, -7) : last
  const all = Array.from({ length: COUNTED + 1 }, (_, i) => addDays(end, (i - COUNTED) * 7))
  const counted = all.filter((monday) => monday >= first).slice(-COUNTED)
  return { mondays: all, counted: Math.max(1, counted.length) }
}

export interface GapSources {
  topics: readonly Pick<TopicRow, 'id' | 'label' | 'words' | 'pinned'>[]
  weeks: GapWeeks
  /** Figures of the weeks by topic. */
  figures: ReadonlyMap<number, ReadonlyMap<string, Figure>>
  trends: ReadonlyMap<number, GapRow['trend']>
  asked: ReadonlyMap<number, readonly LastAsked[]>
  work: ReadonlyMap<number, GapWorkRow>
  fixes: ReadonlyMap<number, GapFixRow>
  closings: ReadonlyMap<number, GapClosingRow>
  known: readonly KnownFix[]
  nameOf(user: number): string
  settings: Pick<ReportingSettings, 'handleMinutes' | 'costPerHour' | 'currency'>
}

const SAMPLES = 3

/** How each topic moves against the weeks before, and whether that stands among all of them. */
export function trendsOf(
  topics: readonly number[],
  weeks: GapWeeks,
  figures: GapSources['figures'],
  totals: ReadonlyMap<string, Figure>,
): Map<number, GapRow['trend']> {
  const all = weeks.mondays.map((monday) => totals.get(monday)?.conversations ?? 0)
  const trends = topics.map((topic) =>
    trendOf({
      counts: weeks.mondays.map((monday) => figures.get(topic)?.get(monday)?.conversations ?? 0),
      totals: all,
    }),
  )
  const stands = trendsStanding(trends)
  return new Map(topics.map((topic, i) => [topic, { ...trends[i]!, stands: stands[i]! }]))
}

/** What of a topic's questions is uncovered a week. */
export function uncoveredAWeek(
  topic: number,
  weeks: GapWeeks,
  figures: GapSources['figures'],
): number {
  return (
    weeks.mondays
      .slice(-weeks.counted)
      .reduce((sum, monday) => sum + (figures.get(topic)?.get(monday)?.uncovered ?? 0), 0) /
    weeks.counted
  )
}

/** Topics as gaps, with what fixing each is worth. */
export function gapRows({
  topics,
  weeks,
  figures,
  trends,
  asked,
  work,
  fixes,
  closings,
  known,
  nameOf,
  settings,
}: GapSources): GapRow[] {
  return topics.map((topic): GapRow => {
    const own = figures.get(topic.id)
    const counted = weeks.mondays.slice(-weeks.counted).flatMap((monday) => own?.get(monday) ?? [])
    const { questions, right, low, high, few } = addedUp(counted)
    const uncovered = uncoveredAWeek(topic.id, weeks, figures)
    const wordings = asked.get(topic.id) ?? []
    const fix = fittingFix(wordings)
    const potential = potentialOf(uncovered, fix.kind, known)
    const fixRow = fixes.get(topic.id)
    const workRow = work.get(topic.id)
    const closing = fixRow ? undefined : closings.get(topic.id)
    const hours = settings.handleMinutes === null ? null : (potential * settings.handleMinutes) / 60
    return {
      topic: topic.id,
      label: topic.label,
      words: topic.words,
      pinned: Boolean(topic.pinned),
      aWeek: questions / weeks.counted,
      weeks: weeks.mondays.map((monday) => own?.get(monday)?.questions ?? 0),
      trend: trends.get(topic.id)!,
      coverage: questions === 0 ? 0 : right / questions,
      low: low ?? 0,
      high: high ?? 1,
      few,
      questions,
      uncoveredAWeek: uncovered,
      potential,
      saves:
        hours === null
          ? null
          : {
              hours,
              cost: settings.costPerHour === null ? null : hours * settings.costPerHour,
              currency: settings.currency,
            },
      fix: { ...fix, reaches: reachedBy(fix.kind, known) },
      shortfalls: shortfallsOf(wordings),
      samples: wordings
        .slice(0, SAMPLES + 1)
        .map(({ text }) => text)
        .filter((text) => normOf(text) !== normOf(topic.label))
        .slice(0, SAMPLES),
      state: stateOf(workRow, fixRow, closing),
      reopened: fixRow?.state === 'reopened',
      closed: closing
        ? {
            release: closing.releaseId,
            share: closing.correct / closing.n,
            n: closing.n,
            at: closing.closedAt.toISOString(),
          }
        : null,
      who: workRow?.userId ? nameOf(workRow.userId) : null,
      until: workRow?.until ?? null,
    }
  })
}

function stateOf(
  work: GapWorkRow | undefined,
  fix: GapFixRow | undefined,
  closing: GapClosingRow | undefined,
): GapState {
  if (work?.state === 'will not cover') return 'will not cover'
  if (fix && fix.state !== 'reopened') return fix.state
  if (closing) return 'fixed'
  return work ? 'in work' : 'open'
}

function shortfallsOf(wordings: readonly LastAsked[]): GapRow['shortfalls'] {
  const short = wordings.filter(({ outcome, wrong }) => outcome !== 'answered' || wrong)
  const all = short.reduce((sum, { times }) => sum + times, 0)
  return SHORTFALLS.map((shortfall) => ({
    shortfall,
    share:
      all === 0
        ? 0
        : short.reduce(
            (sum, { times, nearest }) =>
              (nearest?.shortfall ?? 'nothing found') === shortfall ? sum + times : sum,
            0,
          ) / all,
  }))
    .filter(({ share }) => share > 0)
    .sort((a, b) => b.share - a.share)
}
