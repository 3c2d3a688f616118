import { DateTime } from 'luxon'

/** A span of a day, "HH:MM"; `to` exclusive, "24:00" for midnight. */
export interface ClockSpan {
  from: string
  to: string
}
/** Times when people are there, for each weekday from Monday (0) to Sunday (6). */
export type WeeklyHours = ClockSpan[][]

export interface Openness {
  open: boolean
  /** When it changes next; null when it never does. */
  changesAt: Date | null
}

/** Days ahead that are looked at: nothing repeats more seldom than once a year. */
const DAYS_AHEAD = 400

/**
 * Whether people are there at a moment, by the hours of a time zone.
 * @param zone an IANA name such as "Europe/London"
 * @throws {RangeError} when the zone is not known
 */
export function openAt(hours: WeeklyHours, zone: string, now: Date): Openness {
  if (hours.every((spans) => spans.length === 0)) return { open: false, changesAt: null }
  if (hours.every((spans) => spans.some(({ from, to }) => from === '00:00' && to === '24:00')))
    return { open: true, changesAt: null }
  return openBy((_, weekday) => hours[weekday] ?? [], zone, now)
}

/**
 * The same for hours that may differ from day to day. Spans that touch, over midnight too, count as one. Hours are those of the clock on the
 * wall, so that a span over the change of the clock is an hour longer or shorter.
 * @param spansOn the spans of a day, which is given as "2026-11-23" with its weekday from Monday (0)
 * @throws {RangeError} when the zone is not known
 */
export function openBy(
  spansOn: (date: string, weekday: number) => readonly ClockSpan[],
  zone: string,
  now: Date,
): Openness {
  const today = DateTime.fromJSDate(now, { zone })
  if (!today.isValid) throw new RangeError(`no such time zone: ${zone}`)
  const first = today.startOf('day').minus({ days: 1 })
  let until: Date | null = null
  for (let i = 0; i < DAYS_AHEAD; i++) {
    const day = first.plus({ days: i })
    const spans = spansOn(day.toISODate()!, day.weekday - 1)
      .map(({ from, to }) => ({ from: onClock(day, from), to: onClock(day, to) }))
      .sort((a, b) => +a.from - +b.from)
    for (const { from, to } of spans) {
      if (until) {
        if (+from > +until) return { open: true, changesAt: until }
        until = new Date(Math.max(+until, +to))
      } else if (+from <= +now && +now < +to) until = to
      else if (+from > +now) return { open: false, changesAt: from }
    }
    if (until && +until < +day.plus({ days: 1 }).startOf('day'))
      return { open: true, changesAt: until }
  }
  return { open: until !== null, changesAt: null }
}

/**
 * The day that it is somewhere, as "2026-11-23".
 * @param zone an IANA name such as "Europe/London"
 */
export function dayIn(zone: string, now: Date): string {
  return DateTime.fromJSDate(now, { zone }).toISODate() ?? now.toISOString().slice(0, 10)
}

/**
 * The hour of the day that it is somewhere, 0 to 23.
 * @param zone an IANA name, as Europe/London
 */
export function hourIn(zone: string, now: Date): number {
  return DateTime.fromJSDate(now, { zone }).hour
}

function onClock(day: DateTime, clock: string): Date {
  const [hour, minute] = clock.split(':').map(Number)
  return hour === 24
    ? day.plus({ days: 1 }).startOf('day').toJSDate()
    : day.set({ hour, minute }).toJSDate()
}
