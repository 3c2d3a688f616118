import type { QueueHours } from '@janua/core'
import ical, { ICalEventRepeatingFreq } from 'ical-generator'
import nodeIcal, { type CalendarResponse, type VEvent } from 'node-ical'
import { DateTime } from 'luxon'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'

type ClosedDay = QueueHours['closed'][number]
/** Days that repeat otherwise than once a year are written out this far ahead. */
const YEARS_AHEAD = 2
const MOST_DAYS = 400
const PLAINLY_YEARLY = /^RRULE:FREQ=YEARLY(;INTERVAL=1)?(;BYMONTH=\d+)?(;BYMONTHDAY=\d+)?\s*$/m

/**
 * The whole days of a calendar file: single ones, several in a row, and repeating ones.
 * @returns entries with a time of day are counted as skipped, as they close no day
 * @see RFC 5545
 */
export function closedDaysIn(text: string, now: Date): { days: ClosedDay[]; skipped: number } {
  if (!/BEGIN:VCALENDAR/i.test(text)) throw problem('INVALID', phrase('refusals.notCalendar'))
  const events = Object.values(parsed(text)).filter(
    (each): each is VEvent => each?.type === 'VEVENT',
  )
  const whole = events.filter(({ start, datetype }) => start && datetype === 'date')
  const days = new Map(whole.flatMap((event) => daysOf(event, now)).map((day) => [day.day, day]))
  return {
    days: [...days.values()].sort((a, b) => a.day.localeCompare(b.day)).slice(0, MOST_DAYS),
    skipped: events.length - whole.length,
  }
}

/** Closed days as a calendar file. */
export function calendarOf(name: string, closed: readonly ClosedDay[]): string {
  const calendar = ical({
    name: `Closed days, ${name}`,
    prodId: { company: 'janua', product: 'queues' },
  })
  for (const { day, name: summary, yearly } of closed) {
    const start = DateTime.fromISO(day, { zone: 'utc' })
    calendar.createEvent({
      id: `${day}@janua.example`,
      start: start.toJSDate(),
      end: start.plus({ days: 1 }).toJSDate(),
      allDay: true,
      summary: summary || 'Closed',
      ...(yearly && { repeating: { freq: ICalEventRepeatingFreq.YEARLY } }),
    })
  }
  return calendar.toString()
}

function parsed(text: string): CalendarResponse {
  try {
    return nodeIcal.sync.parseICS(text)
  } catch {
    throw problem('INVALID', phrase('refusals.calendarDamaged'))
  }
}

function daysOf(event: VEvent, now: Date): ClosedDay[] {
  const name = String(
    typeof event.summary === 'object'
      ? ((event.summary as { val?: string }).val ?? '')
      : (event.summary ?? ''),
  ).slice(0, 120)
  const length = Math.max(1, Math.round((+(event.end ?? event.start) - +event.start) / 86_400_000))
  const span = (first: Date, yearly: boolean) =>
    Array.from({ length: Math.min(length, MOST_DAYS) }, (_, i) => ({
      day: DateTime.fromJSDate(first).plus({ days: i }).toISODate()!,
      name,
      yearly,
    }))
  if (!event.rrule) return span(event.start, false)
  if (PLAINLY_YEARLY.test(event.rrule.toString())) return span(event.start, true)
  const left = new Set(
    Object.values((event.exdate ?? {}) as Record<string, Date>).map((date) =>
      DateTime.fromJSDate(date).toISODate(),
    ),
  )
  const from = DateTime.fromJSDate(now).minus({ months: 1 })
  const occurrences = event.rrule
    .between(from.toJSDate(), from.plus({ years: YEARS_AHEAD }).toJSDate(), true)
    .slice(0, MOST_DAYS)
  return occurrences.flatMap((date) => span(date, false)).filter(({ day }) => !left.has(day))
}
