import { DateTime } from 'luxon'

/** Times when people are there, for each weekday from Monday (0) to Sunday (6); "HH:MM", `to` exclusive, "24:00" for midnight. */
export type WeeklyHours = { from: string; to: string }[][]

export interface Openness {
  open: boolean
  /** When it changes next; null when it never does. */
  changesAt: Date | null
}

/**
 * Whether people are there at a moment, by the hours of a time zone.
 * @param zone an IANA name such as "Europe/London"
 * @throws {RangeError} when the zone is not known
 */
export function openAt(hours: WeeklyHours, zone: string, now: Date): Openness {
  const local = DateTime.fromJSDate(now, { zone })
  if (!local.isValid) throw new RangeError(`no such time zone: ${zone}`)
  const spans = [-1, 0, 1, 2, 3, 4, 5, 6, 7].flatMap((day) => spansOf(hours, local.startOf('day').plus({ days: day })))
  const current = spans.find(({ from, to }) => from <= now && now < to)
  if (current) return { open: true, changesAt: lastOfChain(current.to, spans) }
  const next = spans.filter(({ from }) => from > now).sort((a, b) => +a.from - +b.from)[0]
  return { open: false, changesAt: next?.from ?? null }
}

/**
 * The day that it is somewhere, as "2026-11-23".
 * @param zone an IANA name such as "Europe/London"
 */
export function dayIn(zone: string, now: Date): string {
  return DateTime.fromJSDate(now, { zone }).toISODate() ?? now.toISOString().slice(0, 10)
}

/** The hour of the day that it is somewhere, 0 to 23. */
export function hourIn(zone: string, now: Date): number {
  return DateTime.fromJSDate(now, { zone }).hour
}

function spansOf(hours: WeeklyHours, day: DateTime): { from: Date; to: Date }[] {
  return (hours[day.weekday - 1] ?? []).map(({ from, to }) => ({ from: at(day, from), to: at(day, to) }))
}

function at(day: DateTime, clock: string): Date {
  const [hour, minute] = clock.split(':').map(Number)
  return hour === 24 ? day.plus({ days: 1 }).startOf('day').toJSDate() : day.set({ hour, minute }).toJSDate()
}

/** Spans that touch (until midnight, from midnight) count as one. */
function lastOfChain(end: Date, spans: { from: Date; to: Date }[]): Date | null {
  for (let rounds = 0; rounds < spans.length; rounds++) {
    const joined = spans.find(({ from, to }) => +from <= +end && +to > +end)
    if (!joined) return end
    end = joined.to
  }
  return null
}
