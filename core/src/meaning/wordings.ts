import type { Language } from '../text/language.ts'
import { type Letters, lettersOf, tellingWords, type Word, wordOf } from './articleReading.ts'
import type { LibraryCounts } from './libraryCounts.ts'
import { type AskedWords, weightOf } from './questionWords.ts'
import type { WordVectors } from './wordVectors.ts'

/** What a question has in common with the nearest of the questions that were taught for an article. */
export const TAUGHT_SIGNALS = ['taught: words', 'taught: letters'] as const

/** A title or a taught question, read by itself. */
export interface ReadWording {
  text: string
  words: readonly Word[]
  /** Place of each word among the vectors of words; −1 where it has none. */
  places: Int32Array
  letters: Letters
}

/** Reads a title or a phrasing by itself, before it is known what else the library holds. */
export function readWording(text: string, language: Language, vectors?: WordVectors): ReadWording {
  const all = tellingWords(text, language)
  const vocabulary = new Set(all)
  const words = all.map((word) => wordOf(word, language, vocabulary))
  const distinct = [...new Map(words.map((word) => [word.stem, word])).values()]
  return {
    text,
    words: distinct,
    places: Int32Array.from(distinct, ({ text: own, stem }) => vectors?.placeOf(own, stem) ?? -1),
    letters: lettersOf(words),
  }
}

/** Below this cosine two words have nothing to do with each other; above it they count up to MOST_ALIKE. */
const LEAST_ALIKE = 0.45
const MOST_ALIKE = 0.9
const SHARES_PART = 0.6

/** How alike two words are by the cosine of their vectors, 0 to MOST_ALIKE. */
export function alikeOf(cosine: number): number {
  return cosine > LEAST_ALIKE
    ? ((Math.min(1, cosine) - LEAST_ALIKE) / (1 - LEAST_ALIKE)) * MOST_ALIKE
    : 0
}

/** The library that a wording stands in. */
export interface WordingLibrary {
  counts: LibraryCounts
  vectors?: WordVectors | undefined
}

/** A wording within a library. */
export interface PlacedWording {
  wording: ReadWording
  /** How much each word says, and all together. */
  weights: readonly number[]
  weight: number
  /** Length of its letters as a vector. */
  lettersLength: number
}

/** A wording with the weight that each of its words has in its library. */
export function placedWording(
  wording: ReadWording,
  { counts, vectors }: WordingLibrary,
): PlacedWording {
  const weights = wording.words.map((word) => weightOf(word, counts, vectors))
  return {
    wording,
    weights,
    weight: weights.reduce((a, b) => a + b, 0) || 1,
    lettersLength: counts.lengthOf(wording.letters),
  }
}

/** The signals of one wording, in the order of TAUGHT_SIGNALS: how far each says what the other does, and letters in common; 0 to 1. */
export function wordingSignals(
  asked: AskedWords,
  { wording, weights, weight, lettersLength }: PlacedWording,
  { vectors }: Pick<WordingLibrary, 'vectors'>,
): number[] {
  const alike = asked.words.map((word, i) =>
    wording.words.map((other, j) => {
      if (word.stem === other.stem) return 1
      if (word.keys.some((key) => other.keys.includes(key))) return SHARES_PART
      const cosines = asked.cosines[i]
      if (!cosines || wording.places[j]! < 0) return 0
      return alikeOf(vectors!.cosineOf(cosines, wording.places[j]!))
    }),
  )
  const said = asked.words.reduce(
    (sum, _, i) => sum + asked.weights[i]! * Math.max(0, ...alike[i]!),
    0,
  )
  const meant = wording.words.reduce(
    (sum, _, j) => sum + weights[j]! * Math.max(0, ...alike.map((row) => row[j]!)),
    0,
  )
  return [
    Math.sqrt((said / asked.weight) * (meant / weight)),
    lettersShared(asked, wording.letters, lettersLength),
  ]
}

/** Cosine of two texts by their groups of letters, under the weights of the library. */
export function lettersShared(
  { letters, gramWeights, lettersLength }: AskedWords,
  there: Letters,
  length: number,
): number {
  let sum = 0
  let at = 0
  for (let i = 0; i < letters.grams.length; i++) {
    const gram = letters.grams[i]!
    while (at < there.grams.length && there.grams[at]! < gram) at++
    if (there.grams[at] !== gram) continue
    const weight = gramWeights[i]!
    sum += Math.log(1 + letters.counts[i]!) * Math.log(1 + there.counts[at]!) * weight * weight
  }
  return sum / lettersLength / length
}
