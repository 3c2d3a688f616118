import { analyse } from '../text/analyse.ts'
import type { Language } from '../text/language.ts'

/** What a door never talks about. */
export interface Decline {
  /** What the lead calls it. */
  about: string
  /** Words or phrases; a question that has all words of one of them is about it. */
  phrases: string[]
}

/** The first rule that a question falls under. @example declinedBy('is the SHIP safe?', [{ about: 'safety', phrases: ['safe ship'] }], 'en')?.about // 'safety' */
export function declinedBy<T extends Decline>(
  question: string,
  declines: readonly T[],
  language: Language,
): T | undefined {
  if (declines.length === 0) return undefined
  const said = new Set(stemsOf(question, language))
  return declines.find(({ phrases }) =>
    phrases.some((phrase) => {
      const wanted = stemsOf(phrase, language)
      return wanted.length > 0 && wanted.every((stem) => said.has(stem))
    }),
  )
}

function stemsOf(text: string, language: Language): string[] {
  return analyse(text, language)
    .map(({ stem }) => stem)
    .filter((stem) => !stem.startsWith('#'))
}
