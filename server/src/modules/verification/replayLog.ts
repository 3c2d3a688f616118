import type { ReplayValidity } from '@janua/contracts'
import { dayIn, fingerprint, leanOf, parseQuestion, type Turn } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import { normOf } from '../answering/index.ts'

/** A question of the log as it is asked again: once for each text and context, as of the days on which it was asked. */
export interface ReplayCase {
  key: string
  text: string
  norm: string
  before?: Turn
  door: number
  /** On which days it was asked, and by whom how often. */
  days: Map<string, Map<number, number>>
}

export interface Period {
  from: Date
  to: Date
  validity: ReplayValidity
  /** Questions that came later than this one are not part of it. */
  last: number
}

interface LogRow {
  id: number
  conversation: number | null
  visitor: number | null
  door: number
  text: string
  language: 'en' | 'de'
  askedAt: Date
  carried: string | null
  item: number | null
}

const AT_ONCE = 5_000

/**
 * The questions of a period, equal ones together, in the order in which they first came.
 * @param zoneOf time zone of a door: its day decides which timetables hold
 * @param now the day at which everything is asked when validity is taken as of now
 */
export async function casesOf(
  db: Sequelize,
  { from, to, validity, last }: Period,
  zoneOf: (door: number) => string,
  now: Date,
): Promise<ReplayCase[]> {
  const cases = new Map<string, ReplayCase>()
  let before: LogRow | undefined
  for (let after = { conversation: -1, id: 0 }; ;) {
    const rows = await db.query<LogRow>(
      `SELECT q.id, COALESCE(q.conversation_id, 0) AS conversation, c.visitor_id AS visitor, q.door_id AS door, q.text, q.language, q.asked_at AS askedAt, JSON_VALUE(q.trace, '$.carried') AS carried, COALESCE(q.item_id, q.nearest_item) AS item
       FROM questions q LEFT JOIN conversations c ON c.id = q.conversation_id
       WHERE q.asked_at >= :from AND q.asked_at < :to AND q.id <= :last AND (COALESCE(q.conversation_id, 0) > :conversation OR (COALESCE(q.conversation_id, 0) = :conversation AND q.id > :id))
       ORDER BY COALESCE(q.conversation_id, 0), q.id LIMIT ${AT_ONCE}`,
      { replacements: { from, to, last, ...after }, type: QueryTypes.SELECT },
    )
    for (const row of rows) {
      const turn =
        before &&
        row.conversation &&
        before.conversation === row.conversation &&
        leanOf(parseQuestion(row.text, row.language)) !== 'alone'
          ? turnAfter(before)
          : undefined
      const day = dayIn(zoneOf(row.door), validity === 'asked' ? new Date(row.askedAt) : now)
      put(cases, row, turn, day)
      before = row
    }
    if (rows.length < AT_ONCE) return [...cases.values()]
    after = { conversation: rows.at(-1)!.conversation!, id: rows.at(-1)!.id }
  }
}

function turnAfter({ text, carried, item }: LogRow): Turn {
  return { subject: carried ? `${text} ${carried}` : text, ...(item !== null && { item }) }
}

function put(
  cases: Map<string, ReplayCase>,
  { text, door, visitor, id }: LogRow,
  before: Turn | undefined,
  day: string,
): void {
  const key = fingerprint(
    JSON.stringify([
      text.trim().toLowerCase(),
      before?.subject.toLowerCase() ?? '',
      before?.item ?? 0,
      door,
    ]),
  )
  const known = cases.get(key) ?? {
    key,
    text,
    norm: normOf(text) || text.slice(0, 300),
    door,
    days: new Map(),
    ...(before && { before }),
  }
  // A question without a visitor (an imported log) stands for a visitor of its own.
  const who = visitor ?? -id
  const visitors = known.days.get(day) ?? new Map<number, number>()
  known.days.set(day, visitors.set(who, (visitors.get(who) ?? 0) + 1))
  cases.set(key, known)
}

/** How often a case was asked, on all of its days or on some. */
export function timesOf(
  { days }: Pick<ReplayCase, 'days'>,
  some: Iterable<string> = days.keys(),
): number {
  let times = 0
  for (const day of some) for (const n of days.get(day)?.values() ?? []) times += n
  return times
}
