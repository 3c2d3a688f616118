import { locale } from './i18n.ts'

/**
 * A day of the calendar as people type it: "1/3/2027" and "01.03.27" are 1 March, "2027-03-01" as well; "1.3." is that of this
 * year. Days come before months, as in Leeds and Köln.
 * @param today as "2026-12-02", for a day without a year
 * @returns as "2027-03-01", or null where there is no such day
 */
export function calendarDay(typed: string, today: string): string | null {
  const iso = /^\s*(\d{4})-(\d{1,2})-(\d{1,2})\s*$/.exec(typed)
  if (iso) return dayOf(Number(iso[1]), Number(iso[2]), Number(iso[3]))
  const said = /^\s*(\d{1,2})[./\s-]+(\d{1,2})(?:[./\s-]+(\d{4}|\d{2}))?\.?\s*$/.exec(typed)
  if (!said) return null
  const year = said[3] ? Number(said[3]) + (said[3].length === 2 ? 2000 : 0) : yearOf(today)
  return dayOf(year, Number(said[2]), Number(said[1]))
}

/** A day as one looks at it: "01/03/2027", "01.03.2027". @param iso as "2027-03-01", or nothing */
export function shownDay(iso: string | null | undefined): string {
  if (!iso) return ''
  return new Intl.DateTimeFormat(locale(), {
    day: '2-digit',
    month: '2-digit',
    year: 'numeric',
    timeZone: 'UTC',
  }).format(new Date(`${iso}T00:00:00Z`))
}

/** A day of this browser's calendar. @returns as "2027-03-01" */
export function isoDay(date: Date): string {
  return [date.getFullYear(), date.getMonth() + 1, date.getDate()]
    .map((part) => String(part).padStart(2, '0'))
    .join('-')
}

const yearOf = (iso: string): number => Number(iso.slice(0, 4))

function dayOf(year: number, month: number, day: number): string | null {
  const at = new Date(Date.UTC(year, month - 1, day))
  return at.getUTCMonth() === month - 1 && at.getUTCDate() === day && year > 999
    ? at.toISOString().slice(0, 10)
    : null
}
