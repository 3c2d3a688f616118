import { DateTime } from 'luxon'
import type { Openness, WeeklyHours } from '../doors/hours.ts'

/** When a queue's people are there. */
export interface QueueHours {
  /** An IANA name such as "Europe/London". */
  timeZone: string
  weekly: WeeklyHours
  /** Days on which nobody is there, as "2026-12-25"; a yearly one holds in every year from then on. */
  closed: { day: string; name: string; yearly: boolean }[]
  /** Hours besides the weekly ones, which hold on closed days too. */
  extra: { day: string; from: string; to: string }[]
}

/** Days ahead that are looked at: nothing repeats more seldom than once a year. */
const DAYS_AHEAD = 400

/**
 * Whether a queue's people are there at a moment: the weekly hours of its time zone less closed days, plus extra hours.
 * Hours are those of the clock on the wall, so that a span over the change of the clock is an hour longer or shorter.
 * @returns `changesAt` null when nothing changes within 400 days
 * @throws {RangeError} when the zone is not known
 */
export function queueOpenAt({ timeZone, weekly, closed, extra }: QueueHours, now: Date): Openness {
  const today = DateTime.fromJSDate(now, { zone: timeZone })
  if (!today.isValid) throw new RangeError(`no such time zone: ${timeZone}`)
  const first = today.startOf('day').minus({ days: 1 })
  let until: Date | null = null
  for (let i = 0; i < DAYS_AHEAD; i++) {
    const day = first.plus({ days: i })
    for (const { from, to } of spansOf(day, { weekly, closed, extra })) {
      if (until) {
        if (+from > +until) return { open: true, changesAt: until }
        until = new Date(Math.max(+until, +to))
      } else if (+from <= +now && +now < +to) until = to
      else if (+from > +now) return { open: false, changesAt: from }
    }
    if (until && +day.endOf('day') < +until - 1) continue
    if (until && +until < +day.endOf('day')) return { open: true, changesAt: until }
  }
  return { open: until !== null, changesAt: null }
}

/** Whether a day is closed. @param day as "2026-12-25" */
export function isClosedDay(closed: QueueHours['closed'], day: string): boolean {
  return closed.some((each) => each.day === day || (each.yearly && each.day < day && each.day.slice(5) === day.slice(5)))
}

/** The spans of one day, the earliest first. */
function spansOf(day: DateTime, { weekly, closed, extra }: Omit<QueueHours, 'timeZone'>): { from: Date; to: Date }[] {
  const date = day.toISODate()!
  const usual = isClosedDay(closed, date) ? [] : (weekly[day.weekday - 1] ?? [])
  const spans = [...usual, ...extra.filter((each) => each.day === date)].map(({ from, to }) => ({ from: onClock(day, from), to: onClock(day, to) }))
  return spans.sort((a, b) => +a.from - +b.from)
}

function onClock(day: DateTime, clock: string): Date {
  const [hour, minute] = clock.split(':').map(Number)
  return hour === 24 ? day.plus({ days: 1 }).startOf('day').toJSDate() : day.set({ hour, minute }).toJSDate()
}

