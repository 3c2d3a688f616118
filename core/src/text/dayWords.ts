import { addDays, nextDate, nextHoliday, nextWeekday } from './calendar.ts'

/** Weekday names from Monday, each by all its forms, folded. */
export const WEEKDAYS = [
  'monday mondays mon montag montags mo',
  'tuesday tuesdays tue tues dienstag dienstags di',
  'wednesday wednesdays wed mittwoch mittwochs mi',
  'thursday thursdays thu thur thurs donnerstag donnerstags do',
  'friday fridays fri freitag freitags fr',
  'saturday saturdays sat samstag samstags sonnabend sonnabends sa',
  'sunday sundays sun sonntag sonntags so',
].map((forms) => forms.split(' '))
export const MONTHS = [
  'january januar jan',
  'february februar feb',
  'march marz mar',
  'april apr',
  'may mai',
  'june juni jun',
  'july juli jul',
  'august aug',
  'september sep sept',
  'october oktober oct okt',
  'november nov',
  'december dezember dec dez',
].map((forms) => forms.split(' '))

/** A day or days that a question names, resolved against its own day. */
export interface NamedDay {
  /** As it was written. */
  words: string
  /** UTF-16 offsets in the folded question. */
  start: number
  end: number
  /** One day, or more for a weekend; empty when only a weekday or month in general is meant. */
  days: string[]
  /** 0 for Monday, when a weekday is meant. */
  weekday?: number
}

const long = (forms: string[][]) =>
  forms
    .flatMap((each) => each.filter((form) => form.length > 3))
    .sort((a, b) => b.length - a.length)
    .join('|')
const WEEKDAY = long(WEEKDAYS)
const MONTH = [...MONTHS.flat()]
  .filter((form) => form.length > 2 && form !== 'mar')
  .sort((a, b) => b.length - a.length)
  .join('|')
const HOLIDAYS: [RegExp, string | undefined][] = [
  [/\bchristmas eve\b|\bheilig(?:abend|er abend)\b/g, '12-24'],
  [/\b(?:christmas day|christmas|weihnachten|weihnachtstag)\b/g, '12-25'],
  [/\bboxing day\b/g, '12-26'],
  [/\b(?:new year'?s eve|silvester)\b/g, '12-31'],
  [/\b(?:new year'?s? day|new year|neujahr(?:stag)?)\b/g, '01-01'],
  [/\b(?:good friday|karfreitag)\b/g, 'Good Friday'],
  [/\b(?:easter monday|ostermontag)\b/g, 'Easter Monday'],
  [/\b(?:easter sunday|easter|ostern|ostersonntag)\b/g, 'Easter Sunday'],
  [/\b(?:next |nachste[rn]? )?(?:bank|public) holidays?\b|\bfeiertag(?:en?|s)?\b/g, undefined],
]

/**
 * Finds the days that a question names and resolves them.
 * @param folded the question, folded
 * @param today the day on which it is asked, at its door
 * @example namedDays('first boat tomorrow', '2026-11-28')[0].days // ['2026-11-29']
 */
export function namedDays(folded: string, today: string): NamedDay[] {
  const found: NamedDay[] = []
  const put = (
    pattern: RegExp,
    resolve: (
      match: RegExpMatchArray,
    ) => { days: (string | undefined)[]; weekday?: number } | undefined,
  ) => {
    for (const match of folded.matchAll(pattern)) {
      const [start, end] = [match.index, match.index + match[0].length]
      if (found.some((other) => start < other.end && other.start < end)) continue
      const resolved = resolve(match)
      if (resolved)
        found.push({
          words: match[0],
          start,
          end,
          ...resolved,
          days: resolved.days.filter((day) => day !== undefined),
        })
    }
  }
  const one = (day: string | undefined) => (day ? { days: [day] } : undefined)
  put(/\b(\d{4})-(\d{2})-(\d{2})\b/g, ([day]) => one(day))
  put(
    new RegExp(`\\b(\\d{1,2})(?:st|nd|rd|th|\\.)? (?:of )?(${MONTH})\\b`, 'g'),
    ([, date, month]) => one(nextDate(today, placeOf(MONTHS, month!) + 1, Number(date))),
  )
  put(new RegExp(`\\b(${MONTH}) (\\d{1,2})(?:st|nd|rd|th)?\\b`, 'g'), ([, month, date]) =>
    one(nextDate(today, placeOf(MONTHS, month!) + 1, Number(date))),
  )
  put(/\b(\d{1,2})\.(\d{1,2})\.(?!\d)/g, ([, date, month]) =>
    one(nextDate(today, Number(month), Number(date))),
  )
  for (const [pattern, which] of HOLIDAYS)
    put(pattern, () =>
      one(
        which && /^\d/.test(which)
          ? nextDate(today, Number(which.slice(0, 2)), Number(which.slice(3)))
          : nextHoliday(today, which),
      ),
    )
  put(/\b(?:the )?day after tomorrow\b|\bubermorgen\b/g, () => one(addDays(today, 2)))
  put(/\b(?:tomorrow|tomorow|tommorow|tomorrows)\b|\bmorgen(?! fruh)\b|\bmorgen fruh\b/g, () =>
    one(addDays(today, 1)),
  )
  put(
    /\b(?:today|tonight|this (?:morning|afternoon|evening)|right now)\b|\bheute(?: abend| nacht)?\b/g,
    () => one(today),
  )
  put(/\b(?:this |the |next |nachstes |dieses |am )?(?:weekend|wochenende)\b/g, () => ({
    days: [nextWeekday(today, 5), addDays(nextWeekday(today, 5), 1)],
  }))
  put(
    new RegExp(`\\b(?:(this|next|on|coming|nachsten|kommenden|diesen|am) )?(${WEEKDAY})\\b`, 'g'),
    ([, , name]) => {
      const weekday = placeOf(WEEKDAYS, name!)
      const general = /s$/.test(name!) && !/^(dienstag|samstag)$/.test(name!)
      return { days: general ? [] : [nextWeekday(today, weekday)], weekday }
    },
  )
  return found.sort((a, b) => a.start - b.start)
}

function placeOf(forms: readonly string[][], name: string): number {
  return forms.findIndex((each) => each.includes(name))
}
