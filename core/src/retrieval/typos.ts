import { editDistance, isSlip } from '../text/distance.ts'
import { lowerBound, type Segment } from './segment.ts'
import { stringAt } from './strings.ts'
import { keyOf, letterSet } from './wordList.ts'

/** A known word that a misspelt one may stand for. */
export interface Correction {
  word: string
  /** Number of its term in the segment. */
  term: number
  distance: number
  /** The typed word has a letter more or less, or the same letters in another order: likelier than a wrong letter. */
  slip: boolean
  /** How many passages have its term. */
  count: number
}

/**
 * The known word within one edit (two from seven letters on), the nearest first, then the most frequent. It begins like the typed
 * word, or with its second letter.
 * @param frequency how many passages have a term; words of terms that none has any more are passed over
 * @returns undefined for words under four letters, numbers, and words with no near neighbour
 */
export function correct(
  word: string,
  segment: Segment,
  frequency: (term: number) => number,
): Correction | undefined {
  if (word.length < 4 || /\d/.test(word)) return undefined
  const limit = word.length >= 7 ? 2 : 1
  const letters = letterSet(word)
  const { wordKeys, wordLetters, words, wordTerms } = segment
  let best: Correction | undefined
  for (let length = Math.max(3, word.length - limit); length <= word.length + limit; length++)
    for (const first of new Set([word.charCodeAt(0), word.charCodeAt(1)])) {
      const key = keyOf(length, first)
      for (
        let at = lowerBound(wordKeys, key, 0, wordKeys.length);
        at < wordKeys.length && wordKeys[at] === key;
        at++
      ) {
        if (differing(letters ^ wordLetters[at]!) > 2 * limit) continue
        const known = stringAt(words, at)
        const distance = editDistance(word, known, best ? Math.min(limit, best.distance) : limit)
        if (distance > limit) continue
        const found = {
          word: known,
          term: wordTerms[at]!,
          distance,
          slip: isSlip(word, known),
          count: frequency(wordTerms[at]!),
        }
        if (found.count > 0 && !/\d/.test(known) && (!best || isNearer(found, best))) best = found
      }
    }
  return best
}

/** Whether one reading of a misspelt word is likelier than another: it is nearer, or as near by a slip of the fingers where the other is not. */
export function isLikelier(
  a: Pick<Correction, 'distance' | 'slip'>,
  b: Pick<Correction, 'distance' | 'slip'>,
): boolean {
  return a.distance !== b.distance ? a.distance < b.distance : a.slip && !b.slip
}

/** The nearer one; of two as near, the likelier slip; then the one written more often; then the first in the alphabet. */
export function isNearer(a: Correction, b: Correction): boolean {
  if (isLikelier(a, b) || isLikelier(b, a)) return isLikelier(a, b)
  if (a.count !== b.count) return a.count > b.count
  return a.word < b.word
}

function differing(bits: number): number {
  let count = 0
  for (let rest = bits; rest !== 0; rest &= rest - 1) count++
  return count
}
