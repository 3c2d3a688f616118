import { COMMON_WORDS } from '../text/commonWords.ts'
import { isSpelt } from '../text/dictionary.ts'
import { editDistance } from '../text/distance.ts'
import type { Language } from '../text/language.ts'
import { stem } from '../text/stem.ts'
import { tokenize } from '../text/tokens.ts'
import { compoundParts } from './compounds.ts'
import { SMALL_WORDS } from './smallWords.ts'
import type { WordVectors } from './wordVectors.ts'

/** A word as it is compared: its stem, and of a German compound the stems of its parts as well. */
export interface Word {
  text: string
  stem: string
  /** Its stem and those of its parts, without repeats. */
  keys: readonly string[]
}

/** Words of a question: as they were read, and those that say what is asked for. */
export interface ReadWords {
  words: Word[]
  /** What was misspelt, as it was typed and as it was read. */
  repaired: { from: string; to: string }[]
}

const LEAST_REPAIRED = 4
const LONG = 7
/** Words as common as this are right as they are. */
const COMMON = 25_000
/** So many of the commonest words may be meant by a misspelt one. */
const MEANT = 30_000

/** Reads words by the words that a library has: compounds are split by them, and what is in no dictionary is read as the nearest. */
export class WordReader {
  private readonly known = new Map<string, Word>()
  private readonly repairs = new Map<string, string>()

  /**
   * @param vocabulary all words of the library, small ones too
   * @param vectors tell how common a word is; without them dictionaries alone do
   */
  constructor(
    private readonly language: Language,
    private readonly vocabulary: ReadonlySet<string>,
    private readonly vectors?: WordVectors,
  ) {}

  /** The words of a text that are no small ones, each time they occur. */
  ofText(text: string): Word[] {
    return tokenize(text)
      .filter(({ word }) => !SMALL_WORDS[this.language].has(word))
      .map(({ word }) => this.word(word))
  }

  /** The words of a question. One of small words alone is read whole. */
  ofQuestion(text: string): ReadWords {
    const repaired: ReadWords['repaired'] = []
    const read = tokenize(text).map(({ word }) => {
      const to = this.repaired(word)
      if (to !== word) repaired.push({ from: word, to })
      return to
    })
    const telling = read.filter((word) => !SMALL_WORDS[this.language].has(word))
    return { words: (telling.length > 0 ? telling : read).map((word) => this.word(word)), repaired }
  }

  word(text: string): Word {
    const known = this.known.get(text)
    if (known) return known
    const own = stem(text, this.language)
    const parts = this.language === 'de' ? compoundParts(text, this.vocabulary) : []
    const keys = [...new Set([own, ...parts.map((part) => stem(part, this.language))])]
    const word = { text, stem: own, keys }
    this.known.set(text, word)
    return word
  }

  private repaired(word: string): string {
    if (word.length < LEAST_REPAIRED || /\d/.test(word) || this.isRight(word)) return word
    let to = this.repairs.get(word)
    if (to === undefined) this.repairs.set(word, (to = this.nearest(word)))
    return to
  }

  private isRight(word: string): boolean {
    return (
      this.vocabulary.has(word) ||
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
    const consider = (known: string, rank: number, isOurs: boolean) => {
      if (known.length < LEAST_REPAIRED) return
      const distance = editDistance(word, known, limit)
      if (distance > limit) return
      const likely =
        -3 * distance +
        (isOurs ? 1.5 : 0) +
        (known[0] === word[0] ? 1 : 0) -
        Math.log(1 + rank) * 0.3
      if (likely <= likeliest) return
      likeliest = likely
      best = known
    }
    for (const known of this.vocabulary) consider(known, this.vectors?.rank(known) ?? MEANT, true)
    if (this.language === 'en')
      this.vectors?.words.slice(0, MEANT).forEach((known, rank) => {
        if (isSpelt(known, 'en')) consider(known, rank, false)
      })
    return best
  }
}
