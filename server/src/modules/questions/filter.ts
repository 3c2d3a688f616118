import type { LogFilter } from '@janua/contracts'
import { addDays, boundsOfDay } from '@janua/core'
import { IANAZone } from 'luxon'
import { LATEST_VERDICT } from './latestReviews.ts'

/** A filter as SQL over `questions q`, with its values. */
export interface FilterSql {
  where: string
  values: Record<string, unknown>
}

/** Every condition goes by an index, or narrows what an index has found. @param zone time zone in which days and hours are meant */
export function filterSql(filter: LogFilter, zone: string): FilterSql {
  const values: Record<string, unknown> = {}
  const parts: string[] = ['1 = 1']
  const put = (sql: string, more: Record<string, unknown> = {}) => {
    parts.push(sql)
    Object.assign(values, more)
  }
  if (filter.from) put('q.asked_at >= :fromAt', { fromAt: boundsOfDay(filter.from, zone).from })
  if (filter.to) put('q.asked_at < :toAt', { toAt: boundsOfDay(addDays(filter.to, 1), zone).from })
  if (filter.outcome === 'elsewhere') put("q.outcome = 'answered' AND q.kind = 'elsewhere'")
  else if (filter.outcome) put('q.outcome = :outcome', { outcome: filter.outcome })
  for (const [name, column] of Object.entries(EQUAL)) {
    const value = filter[name as keyof typeof EQUAL]
    if (value !== null) put(`${column} = :${name}`, { [name]: value })
  }
  if (filter.topic !== null)
    put(filter.topic === 0 ? 'q.topic_id IS NULL' : 'q.topic_id = :topic', { topic: filter.topic })
  if (filter.collection !== null)
    put(
      "COALESCE((SELECT i.collection FROM items i WHERE i.id = COALESCE(q.item_id, q.nearest_item)), '') = :collection",
      { collection: filter.collection },
    )
  if (filter.hour !== null) put(`${hourSql(zone)} = :hour`, { hour: filter.hour })
  if (filter.vote)
    put({ up: 'q.vote = 1', down: 'q.vote = -1', any: 'q.vote IS NOT NULL' }[filter.vote])
  if (filter.wantsPerson !== null)
    put('q.wants_person = :wantsPerson', { wantsPerson: filter.wantsPerson ? 1 : 0 })
  if (filter.sureFrom !== null) put('q.confidence >= :sureFrom', { sureFrom: filter.sureFrom })
  if (filter.sureTo !== null) put('q.confidence <= :sureTo', { sureTo: filter.sureTo })
  if (filter.reviewed === 'any') put('EXISTS (SELECT 1 FROM reviews j WHERE j.question_id = q.id)')
  else if (filter.reviewed === 'none')
    put('NOT EXISTS (SELECT 1 FROM reviews j WHERE j.question_id = q.id)')
  else if (filter.reviewed) put(`${LATEST_VERDICT} = :reviewed`, { reviewed: filter.reviewed })
  const words = searchWords(filter.search)
  if (words) put('MATCH (q.text) AGAINST (:words IN BOOLEAN MODE)', { words })
  else if (filter.search)
    put('q.text LIKE :like', { like: `%${filter.search.replace(/[%_\\]/g, '\\$&')}%` })
  return { where: parts.join(' AND '), values }
}

const EQUAL = {
  door: 'q.door_id',
  release: 'q.release_id',
  language: 'q.language',
  channel: 'q.channel',
  item: 'q.item_id',
} as const

/** All words, each by its beginning; shorter ones than the index holds are left to the others. @returns null when no word is long enough */
function searchWords(search: string): string | null {
  const words = [...search.matchAll(/[\p{L}\p{N}]{2,}/gu)].map(([word]) => `+${word}*`)
  return words.length > 0 ? words.join(' ') : null
}

/** Moments at which a zone's clocks change, with the distance from UTC in minutes that held before each; and the one after the last. */
interface Changes {
  before: { until: string; offset: number }[]
  after: number
}
const known = new Map<string, Changes>()
const [FIRST_YEAR, YEARS] = [2015, 30]

/** The hour on the wall: the clock's distance from UTC changes at known moments, so the database needs no table of time zones. */
function hourSql(zone: string): string {
  if (!known.has(zone)) known.set(zone, changesOf(zone))
  const { before, after } = known.get(zone)!
  const cases = before.map(({ until, offset }) => `WHEN q.asked_at < '${until}' THEN ${offset}`)
  return `HOUR(q.asked_at + INTERVAL (${cases.length === 0 ? after : `CASE ${cases.join(' ')} ELSE ${after} END`}) MINUTE)`
}

/** Looked at week by week: a clock that is changed, and changed back within a week, is none that anybody goes by. */
function changesOf(name: string): Changes {
  const zone = IANAZone.create(name)
  const before: Changes['before'] = []
  const end = Date.UTC(FIRST_YEAR + YEARS)
  for (let week = Date.UTC(FIRST_YEAR); week < end; week += WEEK_MS) {
    const offset = zone.offset(week)
    if (zone.offset(week + WEEK_MS) !== offset)
      before.push({
        until: new Date(changeAfter(week, zone)).toISOString().slice(0, 19).replace('T', ' '),
        offset,
      })
  }
  return { before, after: zone.offset(end) }
}
const MINUTE_MS = 60_000
const WEEK_MS = 7 * 24 * 60 * MINUTE_MS

/** The minute at which the clock is changed within the week behind a moment, by halving. */
function changeAfter(from: number, zone: IANAZone): number {
  let [still, changed] = [from, from + WEEK_MS]
  while (changed - still > MINUTE_MS) {
    const middle = still + Math.floor((changed - still) / 2 / MINUTE_MS) * MINUTE_MS
    if (zone.offset(middle) === zone.offset(from)) still = middle
    else changed = middle
  }
  return changed
}
