import { type Value, valuesOf } from '../library/values.ts'
import type { DayFacts } from '../text/calendar.ts'
import { MONTHS, WEEKDAYS } from '../text/dayWords.ts'
import { fold } from '../text/tokens.ts'

/** Whether a row or sentence is about a day or value: it says so, it says another, or it does not speak of any. */
export type Cover = 'covers' | 'excludes' | 'silent'

const names = (forms: string[][]) =>
  forms
    .flat()
    .sort((a, b) => b.length - a.length)
    .join('|')
const DAY = `(?:${names(WEEKDAYS)})`
const MONTH = `(?:${names(MONTHS)})`
const TO = '\\s?(?:-|–|—|to|until|till|bis|through)\\s?'
const RANGE_OF_DAYS = new RegExp(`\\b(${DAY})\\.?${TO}(${DAY})\\b`, 'g')
const ONE_DAY = new RegExp(`\\b(${DAY})\\b`, 'g')
const EXCEPT = /\b(?:except(?: on)?|not on|but not|ausser|nicht)\b[^.;]*/g
const RANGE_OF_DATES = new RegExp(
  `\\b(?:(\\d{1,2})(?:st|nd|rd|th|\\.)? )?(${MONTH})\\.?${TO}(?:(\\d{1,2})(?:st|nd|rd|th|\\.)? )?(${MONTH})\\b`,
  'g',
)
/** "25 December", "24 and 31 December", "25. Dezember". */
const DATES_OF_MONTH = new RegExp(
  `\\b((?:\\d{1,2}(?:st|nd|rd|th|\\.)?(?:,| and| or| und| oder)? ){1,6})(${MONTH})\\b`,
  'g',
)
/** "December 25". */
const MONTH_AND_DATE = new RegExp(`\\b(${MONTH}) (\\d{1,2})(?:st|nd|rd|th)?\\b(?![:.]\\d)`, 'g')
const NONE = /\b(?:no|not|never|none|closed|kein|keine|keinen|nicht|geschlossen)\b/
const ALL_WEEK = /\b(?:daily|every day|each day|all days|seven days a week|taglich|jeden tag)\b/
/** How long something takes, which is no day. */
const DAYS_LONG =
  /\b(?:\d+|one|two|three|four|five|six|seven|ten|several|zwei|drei|funf)\s+(?:working days?|weekdays?|werktagen?)\b/g
const WORKDAYS = /\b(?:weekdays?|working days?|werktags?|werktagen?|wochentags?)\b/
const WEEKENDS = /\b(?:weekends?|wochenenden?)\b/
const HOLIDAYS = /\b(?:(?:bank|public) holidays?|holidays|feiertage?n?|feiertags)\b/

/** Some word by which any of the above can speak of days. */
const OF_DAYS = new RegExp(
  `\\b(?:${DAY}|${MONTH}|daily|day|days|taglich|tag|weekdays?|werktag\\w*|wochentag\\w*|weekends?|wochenenden?|holidays?|feiertag\\w*|summer|sommers?|winters?)\\b`,
)

/**
 * Whether a text is about a day: by weekdays, ranges of them, holidays and dates.
 * @example coverDay('Mon–Fri 7:00, 9:30', factsOf('2026-11-29')) // 'excludes', as that is a Sunday
 */
export function coverDay(text: string, facts: DayFacts): Cover {
  const whole = fold(text)
  if (!OF_DAYS.test(whole)) return 'silent' // most texts, told in one pass
  if (hasDate(whole, facts)) return 'covers'
  const folded = whole.replace(DAYS_LONG, ' ')
  const byWeek = coverWeekday(folded, facts)
  const byDate = coverDate(folded, facts)
  if (byWeek === 'excludes' || byDate === 'excludes') return 'excludes'
  return byWeek === 'covers' || byDate === 'covers' ? 'covers' : 'silent'
}

/** Whether a text names this very date, and not as the end of a range. */
export function namesDate(text: string, facts: Pick<DayFacts, 'month' | 'date'>): boolean {
  return hasDate(fold(text), facts)
}

function hasDate(whole: string, { month, date }: Pick<DayFacts, 'month' | 'date'>): boolean {
  const folded = whole.replace(RANGE_OF_DATES, ' ')
  const isHere = (name: string, dates: readonly number[]) =>
    MONTHS[month - 1]!.includes(name) && dates.includes(date)
  const before = [...folded.matchAll(DATES_OF_MONTH)].some(([, dates, name]) =>
    isHere(name!, (dates!.match(/\d+/g) ?? []).map(Number)),
  )
  return (
    before ||
    [...folded.matchAll(MONTH_AND_DATE)].some(([, name, number]) => isHere(name!, [Number(number)]))
  )
}

/** Whether a text says of this very date that something is not: "There are no boats on 25 December." */
export function rulesOut(text: string, facts: DayFacts): boolean {
  const whole = fold(text)
  return NONE.test(whole) && hasDate(whole, facts)
}

/** Whether a text is about public holidays: on one, what it says goes before what is said of the weekday. */
export function speaksOfHolidays(text: string): boolean {
  return HOLIDAYS.test(fold(text))
}

function coverWeekday(folded: string, { weekday, holiday }: DayFacts): Cover {
  const excepted = (folded.match(EXCEPT) ?? []).join(' ')
  if (excepted && weekdaysIn(excepted).has(weekday)) return 'excludes'
  if (excepted && holiday && HOLIDAYS.test(excepted)) return 'excludes'
  const said = folded.replace(EXCEPT, ' ')
  if (holiday && HOLIDAYS.test(said)) return 'covers'
  if (ALL_WEEK.test(said)) return 'covers'
  const days = weekdaysIn(said)
  if (days.size === 0) return HOLIDAYS.test(said) ? 'excludes' : 'silent'
  if (!days.has(weekday)) return 'excludes'
  return holiday ? 'silent' : 'covers' // what runs on Fridays may not run on a Friday that is Christmas
}

function weekdaysIn(folded: string): Set<number> {
  const days = new Set<number>()
  const placeOf = (name: string) => WEEKDAYS.findIndex((forms) => forms.includes(name))
  for (const [, from, to] of folded.matchAll(RANGE_OF_DAYS))
    for (let day = placeOf(from!), end = placeOf(to!); ; day = (day + 1) % 7) {
      days.add(day)
      if (day === end) break
    }
  const ambiguous = new Set([
    'so',
    'do',
    'sun',
    'sat',
    'mi',
    'di',
    'fr',
    'sa',
    'mo',
    'mon',
    'wed',
    'fri',
    'thu',
    'tue',
  ])
  for (const [, name] of folded.matchAll(ONE_DAY))
    if (!ambiguous.has(name!) || days.size > 0 || folded.length < 40) days.add(placeOf(name!))
  if (WORKDAYS.test(folded)) for (let day = 0; day < 5; day++) days.add(day)
  if (WEEKENDS.test(folded)) for (const day of [5, 6]) days.add(day)
  return days
}

/**
 * Whether a text is about a day by the dates that it runs from and to, whatever weekdays it names.
 * @returns whether it covers the day, rules it out, or says nothing of it
 */
export function coverSeason(text: string, facts: DayFacts): Cover {
  return coverDate(fold(text), facts)
}

const IN_SUMMER = /\b(?:in|im|during|wahrend des) (?:the )?(?:summer|sommers?)\b/
const IN_WINTER = /\b(?:in|im|during|wahrend des) (?:the )?(?:winter|winters)\b/

/** Where no dates are told, nobody's summer has December in it, and nobody's winter July. */
function coverHalfYear(folded: string, month: number): Cover {
  const [summer, winter] = [IN_SUMMER.test(folded), IN_WINTER.test(folded)]
  if (summer === winter) return 'silent'
  return summer
    ? month >= 11 || month <= 2
      ? 'excludes'
      : 'silent'
    : month >= 5 && month <= 9
      ? 'excludes'
      : 'silent'
}

function coverDate(folded: string, { month, date }: DayFacts): Cover {
  let cover: Cover = coverHalfYear(folded, month)
  const placeOf = (name: string) => MONTHS.findIndex((forms) => forms.includes(name)) + 1
  for (const [, fromDate, fromMonth, toDate, toMonth] of folded.matchAll(RANGE_OF_DATES)) {
    const from = placeOf(fromMonth!) * 100 + Number(fromDate ?? 1)
    const to = placeOf(toMonth!) * 100 + Number(toDate ?? 31)
    const here = month * 100 + date
    const within = from <= to ? from <= here && here <= to : here >= from || here <= to
    if (within) return 'covers'
    cover = 'excludes'
  }
  return cover
}

const AT_MOST =
  /(?:up to|at most|no more than|not more than|under|below|less than|maximum|max\.?|within|bis(?: zu)?|hochstens|unter|maximal)\s*$/
const AT_LEAST =
  /(?:over|above|more than|at least|from|minimum|longer than|heavier than|ab|uber|mehr als|mindestens)\s*$/
const BEHIND_MOST =
  /^\s*(?:or (?:less|under|shorter|younger)|and under|max|oder (?:weniger|kurzer|junger))/
const BEHIND_LEAST =
  /^\s*(?:or (?:more|over|longer|older)|and (?:over|older|above|more)|\+|oder (?:mehr|langer|alter))/
/** A number without a unit that begins a range: "5–7 m". */
const FROM_BARE = /(\d+(?:[.,]\d+)?)\s?(?:-|–|—|to|bis)\s?$/
const BETWEEN = /^\s?(?:-|–|—|to|and|bis|und)\s?$/

/**
 * Whether a text is about a value: within the range that it names, or the very value. Only values of the same kind are looked at.
 * @example coverValue('Camper up to 6 m', valuesOf('5 m camper')[0]) // 'covers'
 */
export function coverValue(text: string, wanted: Pick<Value, 'kind' | 'value'>): Cover {
  const folded = fold(text)
  const values = valuesOf(folded).filter(({ kind }) => kind === wanted.kind)
  if (values.length === 0 || Number.isNaN(Number(wanted.value))) return 'silent'
  const size = Number(wanted.value)
  const within = values.some((value, i) => {
    const before = folded.slice(Math.max(0, value.start - 16), value.start)
    const behind = folded.slice(value.end, value.end + 16)
    const next = values[i + 1]
    const at = Number(value.value)
    if (next && BETWEEN.test(folded.slice(value.end, next.start)))
      return at <= size && size <= Number(next.value)
    const previous = values[i - 1]
    if (previous && BETWEEN.test(folded.slice(previous.end, value.start))) return false
    const bare = FROM_BARE.exec(before)
    if (bare) return Number(bare[1]!.replace(',', '.')) <= size && size <= at
    if (AT_MOST.test(before) || BEHIND_MOST.test(behind)) return size <= at
    if (AT_LEAST.test(before) || BEHIND_LEAST.test(behind)) return size >= at
    return size === at
  })
  return within ? 'covers' : 'excludes'
}
