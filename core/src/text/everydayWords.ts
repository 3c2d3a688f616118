import { COMMON_WORDS } from './commonWords.ts'
import { editDistance, isSlip } from './distance.ts'
import { LANGUAGES } from './language.ts'
import { STOP_WORDS } from './stopwords.ts'

/** A word that anybody uses about anything, which a misspelt one may stand for. */
export interface EverydayWord {
  word: string
  isStop: boolean
  distance: number
  slip: boolean
}

/** In shorter words only a slip of the fingers counts, not a wrong letter: too many words are one letter apart. */
const LONG = 6
const LEAST = 4

const byFirstLetter = new Map<string, EverydayWord[]>()
for (const language of LANGUAGES)
  for (const [words, isStop] of [
    [STOP_WORDS[language], true],
    [COMMON_WORDS[language], false],
  ] as const)
    for (const word of words) {
      const first = word[0]!
      byFirstLetter.set(first, [
        ...(byFirstLetter.get(first) ?? []),
        { word, isStop, distance: 1, slip: false },
      ])
    }

/**
 * The everyday word within one edit of a word that is none itself; a slip of the fingers before a wrong letter.
 * @example everydayWordNear('otehr')?.word // 'other'
 */
export function everydayWordNear(typed: string): EverydayWord | undefined {
  if (typed.length < LEAST || /\d/.test(typed)) return undefined
  let best: EverydayWord | undefined
  for (const known of byFirstLetter.get(typed[0]!) ?? []) {
    if (known.word.length < LEAST || Math.abs(known.word.length - typed.length) > 1) continue
    if (editDistance(typed, known.word, 1) > 1) continue
    const slip = isSlip(typed, known.word)
    if (!slip && typed.length < LONG) continue
    if (!best || (slip && !best.slip)) best = { ...known, slip }
  }
  return best
}
