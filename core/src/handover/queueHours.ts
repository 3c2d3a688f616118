import { type ClockSpan, openBy, type Openness, type WeeklyHours } from '../doors/hours.ts'

/** When a queue's people are there. */
export interface QueueHours {
  /** An IANA name such as "Europe/London". */
  timeZone: string
  weekly: WeeklyHours
  /** Days on which nobody is there, as "2026-12-25"; a yearly one holds in every year from then on. */
  closed: { day: string; name: string; yearly: boolean }[]
  /** Hours besides the weekly ones, which hold on closed days too. */
  extra: ({ day: string } & ClockSpan)[]
}

/**
 * Whether a queue's people are there at a moment: the weekly hours of its time zone less closed days, plus extra hours.
 * @returns `changesAt` null when nothing changes within 400 days
 * @throws {RangeError} when the zone is not known
 */
export function queueOpenAt({ timeZone, weekly, closed, extra }: QueueHours, now: Date): Openness {
  return openBy(
    (date, weekday) => [
      ...(isClosedDay(closed, date) ? [] : (weekly[weekday] ?? [])),
      ...extra.filter(({ day }) => day === date),
    ],
    timeZone,
    now,
  )
}

/** Whether a day is closed. @param day as "2026-12-25" */
export function isClosedDay(closed: QueueHours['closed'], day: string): boolean {
  return closed.some(
    (each) =>
      each.day === day || (each.yearly && each.day < day && each.day.slice(5) === day.slice(5)),
  )
}
