import { analyse, type Term } from '../text/analyse.ts'
import type { ParsedQuestion } from '../text/parsedQuestion.ts'

/** What a door never talks about. */
export interface Decline {
  /** What the lead calls it. */
  about: string
  /** Words or phrases; a question that has all words of one of them is about it. */
  phrases: string[]
}

/** The first rule that a question falls under. @example declinedBy(parseQuestion('is the SHIP safe?', 'en'), [{ about: 'safety', phrases: ['safe ship'] }])?.about // 'safety' */
export function declinedBy<T extends Decline>(
  { content, language }: ParsedQuestion,
  declines: readonly T[],
): T | undefined {
  if (declines.length === 0) return undefined
  const said = new Set(stemsOf(content))
  return declines.find(({ phrases }) =>
    phrases.some((phrase) => {
      const wanted = stemsOf(analyse(phrase, language))
      return wanted.length > 0 && wanted.every((stem) => said.has(stem))
    }),
  )
}

function stemsOf(terms: readonly Term[]): string[] {
  return terms.map(({ stem }) => stem).filter((stem) => !stem.startsWith('#'))
}
