import type { ArticleReading, Letters } from './articleReading.ts'
import { WORD_DIMENSIONS } from './wordVectors.ts'

/** Vectors are counted in steps this fine, so that sums come out the same in every order. */
const STEP = 2 ** -20

/** How often what occurs among some articles; sums, so that articles can be added and taken out again. */
export class ArticleCounts {
  articles = 0
  readonly keys = new Map<string, number>()
  readonly grams = new Map<number, number>()
  /** Words as they are written, with in how many articles each occurs. */
  readonly vocabulary = new Map<string, number>()
  readonly lengths = { whole: 0, section: 0, sections: 0, unit: 0, units: 0 }
  /** The vectors of all sentences together, in steps of STEP. */
  readonly common = new Float64Array(WORD_DIMENSIONS)

  add({ numbers, wholeLetters, vocabulary, whole, sections, inContext }: ArticleReading): void {
    this.articles++
    for (const key of numbers.keys()) this.keys.set(key, (this.keys.get(key) ?? 0) + 1)
    for (const gram of wholeLetters.grams) this.grams.set(gram, (this.grams.get(gram) ?? 0) + 1)
    for (const word of vocabulary) this.vocabulary.set(word, (this.vocabulary.get(word) ?? 0) + 1)
    this.lengths.whole += whole.stems.length
    this.lengths.sections += sections.length
    this.lengths.units += inContext.length
    for (const { stems } of sections) this.lengths.section += stems.length
    for (const { stems, vector } of inContext) {
      this.lengths.unit += stems.length
      if (vector)
        for (let i = 0; i < WORD_DIMENSIONS; i++) this.common[i]! += Math.round(vector[i]! / STEP)
    }
  }
}

/** What a library counts: the articles of some parts without those that are gone from them. */
export class LibraryCounts {
  readonly articles: number
  /** Mean numbers of words, at least 1. */
  readonly lengths: { whole: number; section: number; unit: number }
  /** What all sentences of the library have in common, of unit length, and which therefore tells nothing apart. */
  readonly common: Float32Array
  private readonly rarities = new Map<number, number>()

  constructor(
    private readonly there: readonly ArticleCounts[],
    private readonly gone: readonly ArticleCounts[],
  ) {
    const sum = (value: (counts: ArticleCounts) => number) =>
      there.reduce((all, counts) => all + value(counts), 0) -
      gone.reduce((all, counts) => all + value(counts), 0)
    this.articles = sum(({ articles }) => articles)
    const mean = (total: number, count: number) => Math.max(1, total / Math.max(1, count))
    this.lengths = {
      whole: mean(
        sum(({ lengths }) => lengths.whole),
        this.articles,
      ),
      section: mean(
        sum(({ lengths }) => lengths.section),
        sum(({ lengths }) => lengths.sections),
      ),
      unit: mean(
        sum(({ lengths }) => lengths.unit),
        sum(({ lengths }) => lengths.units),
      ),
    }
    this.common = new Float32Array(WORD_DIMENSIONS)
    const total = Array.from(this.common, (_, i) => sum(({ common }) => common[i]!))
    const length = Math.hypot(...total)
    if (length > 0) total.forEach((value, i) => (this.common[i] = value / length))
  }

  /** How rare something is that so many articles have; as an inverse document frequency. */
  rarity(count: number): number {
    let known = this.rarities.get(count)
    if (known === undefined) {
      known = Math.log(1 + (this.articles - count + 0.5) / (count + 0.5))
      this.rarities.set(count, known)
    }
    return known
  }

  /** In how many articles a stem or part of a compound occurs. */
  frequency(key: string): number {
    return this.counted(({ keys }) => keys.get(key))
  }

  gramWeight(gram: number): number {
    return Math.log(1 + this.articles / (1 + this.counted(({ grams }) => grams.get(gram))))
  }

  hasWord(word: string): boolean {
    return this.counted(({ vocabulary }) => vocabulary.get(word)) > 0
  }

  /** All words as they are written. */
  *words(): Generator<string> {
    const isAlone = this.there.length === 1 && this.gone.length === 0
    for (const [place, { vocabulary }] of this.there.entries())
      for (const word of vocabulary.keys())
        if (
          isAlone ||
          (!this.there.slice(0, place).some((before) => before.vocabulary.has(word)) &&
            this.hasWord(word))
        )
          yield word
  }

  /** The length of a text's letters as a vector. */
  lengthOf({ grams, counts }: Letters): number {
    let square = 0
    for (let i = 0; i < grams.length; i++)
      square += (Math.log(1 + counts[i]!) * this.gramWeight(grams[i]!)) ** 2
    return Math.sqrt(square) || 1
  }

  private counted(value: (counts: ArticleCounts) => number | undefined): number {
    let sum = 0
    for (const counts of this.there) sum += value(counts) ?? 0
    for (const counts of this.gone) sum -= value(counts) ?? 0
    return sum
  }
}
