import { type DayFacts, factsOf } from '../text/calendar.ts'
import { type NamedDay, namedDays, WEEKDAYS } from '../text/dayWords.ts'
import type { Language } from '../text/language.ts'
import type { ParsedQuestion } from '../text/parsedQuestion.ts'

/** A question with its days resolved. */
export interface DatedQuestion {
  /** The question with "tomorrow" and dates told as weekdays, which is how tables and texts speak of them. */
  text: string
  named: NamedDay[]
  /** The days asked about; of a weekday in general the next such day. */
  sought: DayFacts[]
}

/**
 * Reads the days in a question.
 * @param language of the library, in which weekdays are told
 * @param today the day on which it is asked at its door; without it nothing is resolved
 * @example readDays(parseQuestion('first boat tomorrow', 'en'), '2026-11-28', 'en').text // 'first boat sunday'
 */
export function readDays(
  { said: question, folded }: ParsedQuestion,
  today: string | undefined,
  language: Language,
): DatedQuestion {
  if (!today) return { text: question, named: [], sought: [] }
  const named = namedDays(folded, today)
  if (named.length === 0 || folded.length !== question.length)
    return {
      text: named.length === 0 ? question : retold(folded, named, language),
      named,
      sought: soughtOf(named, today),
    }
  return { text: retold(question, named, language), named, sought: soughtOf(named, today) }
}

function soughtOf(named: readonly NamedDay[], today: string): DayFacts[] {
  const days = named.flatMap(({ days, weekday }) =>
    days.length > 0 || weekday === undefined ? days : [generalDay(weekday, today)],
  )
  return [...new Set(days)].map(factsOf)
}

function generalDay(weekday: number, today: string): string {
  return namedDays(WEEKDAYS[weekday]![0]!, today)[0]!.days[0]!
}

function retold(question: string, named: readonly NamedDay[], language: Language): string {
  let text = ''
  let at = 0
  for (const { start, end, days, weekday, words } of named) {
    text += question.slice(at, start)
    text +=
      weekday === undefined && days.length > 0
        ? days.map((day) => nameOf(day, language)).join(' ')
        : words
    at = end
  }
  return text + question.slice(at)
}

function nameOf(day: string, language: Language): string {
  const { weekday, holiday } = factsOf(day)
  const name = WEEKDAYS[weekday]!.find((form) =>
    (language === 'de' ? /tag$|woch$/ : /day$/).test(form),
  )!
  return holiday && language === 'en' ? `${name} ${holiday}` : name
}
