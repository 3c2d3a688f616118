/** A day of the calendar as texts speak of it. Days are written "2026-11-29". */
export interface DayFacts {
  day: string
  /** 0 for Monday to 6 for Sunday. */
  weekday: number
  /** 1 to 12. */
  month: number
  /** Day of the month, 1 to 31. */
  date: number
  /** Name of the holiday, where it is one. */
  holiday?: string
}

const MS_A_DAY = 86_400_000
const numberOfDay = (day: string) => Math.round(Date.parse(`${day}T00:00:00Z`) / MS_A_DAY)
const dayOfNumber = (number: number) => new Date(number * MS_A_DAY).toISOString().slice(0, 10)

/** @throws {RangeError} when it is not a day */
export function factsOf(day: string): DayFacts {
  const number = numberOfDay(day)
  if (!/^\d{4}-\d{2}-\d{2}$/.test(day) || Number.isNaN(number))
    throw new RangeError(`“${day}” is not a day like 2026-11-29`)
  const [year, month, date] = day.split('-').map(Number) as [number, number, number]
  const holiday = holidaysOf(year).get(day)
  return { day, weekday: (((number + 3) % 7) + 7) % 7, month, date, ...(holiday && { holiday }) }
}

/** @example addDays('2026-11-30', 2) // '2026-12-02' */
export function addDays(day: string, count: number): string {
  return dayOfNumber(numberOfDay(day) + count)
}

/**
 * The next such weekday, today included when `today` is one.
 * @param today as 2026-11-30
 * @param weekday 0 for Monday to 6 for Sunday
 */
export function nextWeekday(today: string, weekday: number): string {
  return addDays(today, (weekday - factsOf(today).weekday + 7) % 7)
}

/**
 * The next day of the year with this month and date, today included.
 * @param month 1 to 12
 * @returns undefined for a date that no calendar has, such as 31 June
 */
export function nextDate(today: string, month: number, date: number): string | undefined {
  for (let year = Number(today.slice(0, 4)), last = year + 8; year <= last; year++) {
    const day = `${year}-${two(month)}-${two(date)}`
    const real =
      !Number.isNaN(Date.parse(`${day}T00:00:00Z`)) && dayOfNumber(numberOfDay(day)) === day
    if (real && day >= today) return day
  }
  return undefined
}

/**
 * The next public holiday, today included; of a name when one is given.
 * @param name as `holidaysOf` gives it
 */
export function nextHoliday(today: string, name?: string): string | undefined {
  const year = Number(today.slice(0, 4))
  return [...holidaysOf(year), ...holidaysOf(year + 1)].find(
    ([day, each]) => day >= today && (name === undefined || each === name),
  )?.[0]
}

/**
 * Public holidays that are kept nearly everywhere English or German is the language of a help desk: those of the church year and the
 * fixed ones, with the first and last Mondays of May and the last of August.
 * @returns names by day, as 2026-12-25
 */
export function holidaysOf(year: number): Map<string, string> {
  const easter = easterOf(year)
  const monday = (month: number, last: boolean) => {
    const from = last
      ? addDays(month === 12 ? `${year}-12-31` : addDays(`${year}-${two(month + 1)}-01`, -1), -6)
      : `${year}-${two(month)}-01`
    return nextMonday(from)
  }
  const days: [string, string][] = [
    [`${year}-01-01`, 'New Year'],
    [addDays(easter, -2), 'Good Friday'],
    [easter, 'Easter Sunday'],
    [addDays(easter, 1), 'Easter Monday'],
    [monday(5, false), 'May holiday'],
    [monday(5, true), 'late May holiday'],
    [monday(8, true), 'August holiday'],
    [`${year}-12-25`, 'Christmas Day'],
    [`${year}-12-26`, 'Boxing Day'],
  ]
  return new Map(days.sort(([a], [b]) => (a < b ? -1 : 1)))
}

function nextMonday(from: string): string {
  const number = numberOfDay(from)
  return dayOfNumber(number + ((7 - ((((number + 3) % 7) + 7) % 7)) % 7))
}

/** Easter Sunday. @see J. Meeus, Astronomical Algorithms (1991), chapter 8 */
export function easterOf(year: number): string {
  const a = year % 19
  const b = Math.floor(year / 100)
  const c = year % 100
  const g = Math.floor((8 * b + 13) / 25)
  const h = (19 * a + b - Math.floor(b / 4) - g + 15) % 30
  const l = (32 + 2 * (b % 4) + 2 * Math.floor(c / 4) - h - (c % 4)) % 7
  const m = Math.floor((a + 11 * h + 19 * l) / 433)
  const month = Math.floor((h + l - 7 * m + 90) / 25)
  return `${year}-${two(month)}-${two((h + l - 7 * m + 33 * month + 19) % 32)}`
}

function two(number: number): string {
  return String(number).padStart(2, '0')
}
