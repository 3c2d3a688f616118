import { fold } from '../text/tokens.ts'
import { numberOf } from './dictionary.ts'
import type { QuestionTerm } from './questionTerms.ts'
import type { ReleaseIndex } from './releaseIndex.ts'

/**
 * What speaks for a passage where no title, heading or phrasing says what was asked; usual range of each 0 to 0.2.
 * - `EARLY`: the question's words stand near its beginning; at word `HALF_WAY` they count half
 * - `SAME_FORM`: they stand there as they were said, not in another form
 * - `OPENING`: it is the first passage of its item, where a matter is introduced
 */
export const EARLY = 0.15
const HALF_WAY = 20
export const SAME_FORM = 0.1
export const OPENING = 0.05

/** @returns what to add to the score of a passage, 0 to the sum of the three */
export function worthByText(
  doc: number,
  terms: readonly QuestionTerm[],
  index: ReleaseIndex,
): number {
  const { segment, base } = index.partOf(doc)
  const at = doc - base
  const body = segment.bodyTerms.subarray(
    at === 0 ? 0 : segment.bodyEnds[at - 1]!,
    segment.bodyEnds[at]!,
  )
  const text = fold(index.passage(doc).passage.text)
  let all = 0
  let worth = 0
  for (const { stem, word, weight } of terms) {
    const term = numberOf(segment.terms, stem)
    const place = term < 0 ? -1 : body.indexOf(term)
    all += weight
    worth +=
      weight *
      ((place < 0 ? 0 : EARLY / (1 + place / HALF_WAY)) + (hasWord(text, word) ? SAME_FORM : 0))
  }
  return (all === 0 ? 0 : worth / all) + (index.ordinalOf(doc) === 0 ? OPENING : 0)
}

const LETTER = /[\p{L}\p{N}]/u

/** Whether a folded text has a word as it is, not within another: cheaper than cutting the text into words. */
function hasWord(text: string, word: string): boolean {
  if (word === '') return false // it would be found without end
  for (let at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1))
    if (!LETTER.test(text[at - 1] ?? ' ') && !LETTER.test(text[at + word.length] ?? ' '))
      return true
  return false
}
