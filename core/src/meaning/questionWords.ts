import { COMMON_WORDS } from '../text/commonWords.ts'
import { isSpelt } from '../text/dictionary.ts'
import type { Language } from '../text/language.ts'
import { NearWords } from '../text/nearWords.ts'
import { tokenize } from '../text/tokens.ts'
import {
  type Letters,
  lettersOf,
  pairsOf,
  rarityOf,
  vectorOfWords,
  type Word,
  wordOf,
} from './articleReading.ts'
import { compoundParts } from './compounds.ts'
import type { LibraryCounts } from './libraryCounts.ts'
import { SMALL_WORDS } from './smallWords.ts'
import { dotOf, type KnownCosines, toUnit, type WordVectors } from './wordVectors.ts'

/** What was misspelt, as it was typed and as it was read. */
export interface Repair {
  from: string
  to: string
}

/** A question made ready to be held against the articles of a library. */
export interface AskedWords {
  /** Distinct words. */
  words: readonly Word[]
  repaired: readonly Repair[]
  /** Of each word: how rare it is among the articles, and how much it says of what is asked, 0 to 1. */
  idf: Float64Array
  weights: Float64Array
  weight: number
  /** Distinct stems and parts of compounds, with the same. */
  keys: readonly string[]
  keyIdf: Float64Array
  keyWeight: number
  letters: Letters
  /** What each group of letters weighs, and all of them as the length of a vector. */
  gramWeights: Float64Array
  lettersLength: number
  pairs: readonly string[]
  /** What the words mean together, without what all sentences of the library have in common. */
  vector: Float32Array | null
  /** Of each word, for how alike others are. */
  cosines: readonly (KnownCosines | null)[]
}

const LEAST_REPAIRED = 4
const LONG = 7
/** Words as common as this are right as they are. */
const COMMON = 25_000
/** So many of the commonest words may be meant by a misspelt one. */
const MEANT = 30_000

/** Reads questions by what a library counts: compounds are split by its words, and what is in no dictionary is read as the nearest. */
export class QuestionReader {
  private readonly repairs = new Map<string, string>()
  private ours?: NearWords

  /** @param vectors tell how common a word is; without them dictionaries alone do */
  constructor(
    private readonly language: Language,
    private readonly counts: LibraryCounts,
    private readonly vectors?: WordVectors,
  ) {}

  ask(text: string): AskedWords {
    const repaired: Repair[] = []
    const read = tokenize(text).map(({ word }) => {
      const to = this.repaired(word)
      if (to !== word) repaired.push({ from: word, to })
      return to
    })
    const telling = read.filter((word) => !SMALL_WORDS[this.language].has(word))
    // A question of small words alone is read whole.
    const all = (telling.length > 0 ? telling : read).map((word) =>
      wordOf(word, this.language, this.vocabulary),
    )
    const words = [...new Map(all.map((word) => [word.stem, word])).values()]
    const keys = [...new Set(words.flatMap((word) => word.keys))]
    const weights = Float64Array.from(words, (word) => weightOf(word, this.counts, this.vectors))
    const keyIdf = Float64Array.from(keys, (key) => this.idf(key))
    const letters = lettersOf(all)
    return {
      words,
      repaired,
      idf: Float64Array.from(words, ({ stem }) => this.idf(stem)),
      weights,
      weight: sum(weights) || 1,
      keys,
      keyIdf,
      keyWeight: sum(keyIdf) || 1,
      letters,
      gramWeights: Float64Array.from(letters.grams, (gram) => this.counts.gramWeight(gram)),
      lettersLength: this.counts.lengthOf(letters),
      pairs: pairsOf(all),
      vector: this.freed(vectorOfWords(all, this.vectors)),
      cosines: words.map(({ text: own, stem }) => this.vectors?.cosinesOf(own, stem) ?? null),
    }
  }

  private readonly vocabulary: ReadonlySet<string> = {
    has: (word: string) => this.counts.hasWord(word),
  } as ReadonlySet<string>

  private idf(key: string): number {
    return this.counts.rarity(this.counts.frequency(key))
  }

  private freed(vector: Float32Array | null): Float32Array | null {
    if (!vector) return null
    const { common } = this.counts
    const shared = dotOf(vector, common)
    return toUnit(vector.map((value, i) => value - shared * common[i]!))
  }

  private repaired(word: string): string {
    if (word.length < LEAST_REPAIRED || /\d/.test(word) || this.isRight(word)) return word
    let to = this.repairs.get(word)
    if (to === undefined) this.repairs.set(word, (to = this.nearest(word)))
    return to
  }

  private isRight(word: string): boolean {
    return (
      this.counts.hasWord(word) ||
      SMALL_WORDS[this.language].has(word) ||
      COMMON_WORDS[this.language].has(word) ||
      isSpelt(word, this.language) ||
      (this.vectors?.rank(word) ?? COMMON) < COMMON ||
      (this.language === 'de' && compoundParts(word, this.vocabulary).length > 0)
    )
  }

  /** The known word that a misspelt one stands for: near in letters, of the library rather than not, common rather than rare. */
  private nearest(word: string): string {
    const limit = word.length > LONG ? 2 : 1
    let [best, likeliest] = [word, -Infinity]
    const consider = (known: string, distance: number, isOurs: boolean) => {
      if (known.length < LEAST_REPAIRED) return
      const rank = this.vectors?.rank(known) ?? MEANT
      const likely =
        -3 * distance +
        (isOurs ? 1.5 : 0) +
        (known[0] === word[0] ? 1 : 0) -
        Math.log(1 + rank) * 0.3
      // Of equals the first in the alphabet: the order in which articles came must not tell.
      if (likely < likeliest || (likely === likeliest && known >= best)) return
      likeliest = likely
      best = known
    }
    this.ours ??= new NearWords(this.counts.words())
    for (const { word: known, distance } of this.ours.near(word, limit))
      consider(known, distance, true)
    if (this.language === 'en' && this.vectors)
      for (const { word: known, distance } of wordsMeant(this.vectors).near(word, limit))
        consider(known, distance, false)
    return best
  }
}

const meant = new WeakMap<WordVectors, NearWords>()

/** The commonest English words that are spelt right, found once. */
function wordsMeant(vectors: WordVectors): NearWords {
  let known = meant.get(vectors)
  if (!known) {
    known = new NearWords(
      vectors.words
        .slice(0, MEANT)
        .filter((word) => word.length >= LEAST_REPAIRED && isSpelt(word, 'en')),
    )
    meant.set(vectors, known)
  }
  return known
}

/**
 * How much a word says of what is asked, 0 to 1: by how rare it is in the library, and in the language.
 * @param counts of the library that is asked
 */
export function weightOf(
  { text, stem }: Word,
  counts: LibraryCounts,
  vectors: WordVectors | undefined,
): number {
  const inLanguage = rarityOf(text, vectors)
  const found = counts.frequency(stem)
  return found > 0 ? 0.5 * (counts.rarity(found) / counts.rarity(0)) + 0.5 * inLanguage : inLanguage
}

function sum(values: Float64Array): number {
  return values.reduce((a, b) => a + b, 0)
}
