import { stem } from '../text/stem.ts'
import type { Language } from '../text/language.ts'
import { tokenize } from '../text/tokens.ts'
import { compoundParts } from './compounds.ts'
import { SMALL_WORDS } from './smallWords.ts'
import type { Unit } from './units.ts'
import { toUnit, WORD_DIMENSIONS, type WordVectors } from './wordVectors.ts'

/** A word as it is compared: its stem, and of a German compound the stems of its parts as well. */
export interface Word {
  text: string
  stem: string
  /** Its stem and those of its parts, without repeats. */
  keys: readonly string[]
}

/** Words by their numbers in one article, with how often each occurs. */
export interface Bag {
  ids: Uint16Array
  counts: Uint16Array
  /** How many words there are in all, repeats too. */
  length: number
}
/** Groups of letters by a hash, in rising order, with how often each occurs. */
export interface Letters {
  grams: Int32Array
  counts: Uint16Array
}
/** A piece of text: its words, what they mean, and what they mean together. */
export interface ReadText {
  stems: Bag
  /** The same with the parts of compounds; the same bag where there are none. */
  keys: Bag
  /** Places in `meanings` of its distinct words. */
  meanings: Uint16Array
  vector: Float32Array | null
}
interface ReadUnit extends ReadText {
  letters: Letters
}

/** An article read once for good: nothing of it depends on what else the library has. */
export interface ArticleReading {
  units: readonly Unit[]
  /** What is numbered: distinct stems and parts of compounds. */
  numbers: ReadonlyMap<string, number>
  /** Places of distinct words among the vectors of words. */
  meanings: Int32Array
  /** Words as they are written and folded, small ones too. */
  vocabulary: ReadonlySet<string>
  title: ReadText
  /** What the words of the title mean, in order: number of the stem, and place in `meanings` or −1. */
  titleWords: readonly { id: number; meaning: number }[]
  headings: readonly ReadText[]
  lead: ReadText
  body: ReadText
  whole: ReadText
  /** With the words of the title. */
  sections: readonly ReadText[]
  inContext: readonly ReadUnit[]
  titleLetters: Letters
  wholeLetters: Letters
  pairs: ReadonlySet<string>
}

const LEAD_SENTENCES = 2
const GRAM = 4

/** @param vectors none for a language without them */
export function readArticle(
  units: readonly Unit[],
  language: Language,
  vectors?: WordVectors,
): ArticleReading {
  const vocabulary = new Set(units.flatMap(({ text }) => tokenize(text).map(({ word }) => word)))
  const reader = new ArticleReader(language, vocabulary, vectors)
  return reader.read(units)
}

/**
 * How rare a word is in the language, 0 to 1.
 * @returns 1 for a word that the vectors do not know
 */
export function rarityOf(text: string, vectors: WordVectors | undefined): number {
  return Math.min(1, (vectors?.rarity(text) ?? RARE) / RARE)
}
const RARE = 9

/** A word with its stem, a compound with its parts as far as they are words of a vocabulary or a dictionary. */
export function wordOf(text: string, language: Language, vocabulary: ReadonlySet<string>): Word {
  const own = stem(text, language)
  if (language !== 'de') return { text, stem: own, keys: [own] }
  const parts = compoundParts(text, vocabulary).map((part) => stem(part, language))
  return { text, stem: own, keys: [...new Set([own, ...parts])] }
}

/** The words of a text that are no small ones, each time they occur. */
export function tellingWords(text: string, language: Language): string[] {
  return tokenize(text)
    .map(({ word }) => word)
    .filter((word) => !SMALL_WORDS[language].has(word))
}

/**
 * The mean of words' vectors by how rare each is in the language, of unit length; null where none has one.
 * @returns WORD_DIMENSIONS numbers
 */
export function vectorOfWords(
  words: readonly Word[],
  vectors: WordVectors | undefined,
): Float32Array | null {
  if (!vectors) return null
  const sum = new Float32Array(WORD_DIMENSIONS)
  let found = false
  for (const { text, stem } of words)
    if (vectors.addTo(sum, text, stem, rarityOf(text, vectors))) found = true
  return found ? toUnit(sum) : null
}

/**
 * Groups of GRAM letters within words whose edges are marked.
 * @returns sorted hashes of the groups, and how often each stands there
 */
export function lettersOf(words: readonly Word[]): Letters {
  const counts = new Map<number, number>()
  const add = (gram: number) => counts.set(gram, (counts.get(gram) ?? 0) + 1)
  for (const { text } of words) {
    const marked = `_${text}_`
    for (let at = 0; at + GRAM <= Math.max(marked.length, GRAM); at++)
      add(hashOf(marked, at, Math.min(marked.length, at + GRAM)))
  }
  const grams = Int32Array.from(counts.keys()).sort()
  return { grams, counts: Uint16Array.from(grams, (gram) => Math.min(counts.get(gram)!, 0xffff)) }
}

/** FNV-1a over UTF-16 units. @see https://www.rfc-editor.org/rfc/rfc9923 */
function hashOf(text: string, from: number, to: number): number {
  let hash = 0x811c9dc5
  for (let at = from; at < to; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193)
  return hash | 0
}

/** Neighbouring words that tell something. */
export function pairsOf(words: readonly Word[]): string[] {
  return words.slice(1).map((word, i) => `${words[i]!.stem} ${word.stem}`)
}

class ArticleReader {
  private readonly words = new Map<string, Word>()
  private readonly numbers = new Map<string, number>()
  private readonly meanings: number[] = []
  private readonly meaningOf = new Map<string, number>()

  constructor(
    private readonly language: Language,
    private readonly vocabulary: ReadonlySet<string>,
    private readonly vectors: WordVectors | undefined,
  ) {}

  read(units: readonly Unit[]): ArticleReading {
    const read = units.map((unit) => ({ ...unit, words: this.wordsOf(unit.text) }))
    const title = read[0]!.words
    const rest = read.slice(1)
    const body = rest.flatMap(({ words }) => words)
    const headings = rest.filter(({ kind }) => kind === 'heading').map(({ words }) => words)
    const lead = rest
      .filter(({ kind }) => kind === 'sentence')
      .slice(0, LEAD_SENTENCES)
      .flatMap(({ words }) => words)
    const bySection = new Map<number, Word[]>()
    for (const { section, words } of rest)
      bySection.set(section, [...(bySection.get(section) ?? []), ...words])
    return {
      units,
      numbers: this.numbers,
      vocabulary: this.vocabulary,
      title: this.text(title),
      titleWords: [...new Map(title.map((word) => [word.stem, word])).values()].map((word) => ({
        id: this.numberOf(word.stem),
        meaning: this.meaning(word) ?? -1,
      })),
      headings: headings.map((words) => this.text(words)),
      lead: this.text(lead),
      body: this.text(body),
      whole: this.text([...title, ...body]),
      sections: [...bySection.values()].map((words) => this.text([...title, ...words])),
      inContext: read.map(({ kind, words }) => {
        const all = kind === 'title' ? words : [...title, ...words]
        return { ...this.text(all), letters: lettersOf(all) }
      }),
      titleLetters: lettersOf([...title, ...headings.flat()]),
      wholeLetters: lettersOf([...title, ...body]),
      pairs: new Set(read.flatMap(({ words }) => pairsOf(words))),
      meanings: Int32Array.from(this.meanings),
    }
  }

  private wordsOf(text: string): Word[] {
    return tellingWords(text, this.language).map((word) => {
      let known = this.words.get(word)
      if (!known) this.words.set(word, (known = wordOf(word, this.language, this.vocabulary)))
      return known
    })
  }

  private text(words: readonly Word[]): ReadText {
    const stems = this.bag(words.map(({ stem }) => stem))
    return {
      stems,
      keys:
        this.language === 'de'
          ? { ...this.bag(words.flatMap(({ keys }) => keys)), length: words.length }
          : stems,
      meanings: Uint16Array.from(
        new Set(
          words.flatMap((word) => {
            const place = this.meaning(word)
            return place === undefined ? [] : [place]
          }),
        ),
      ),
      vector: vectorOfWords(words, this.vectors),
    }
  }

  private bag(keys: readonly string[]): Bag {
    const counts = new Map<number, number>()
    for (const key of keys) {
      const id = this.numberOf(key)
      counts.set(id, (counts.get(id) ?? 0) + 1)
    }
    return {
      ids: Uint16Array.from(counts.keys()),
      counts: Uint16Array.from(counts.values(), (count) => Math.min(count, 0xffff)),
      length: keys.length,
    }
  }

  private numberOf(key: string): number {
    let id = this.numbers.get(key)
    if (id === undefined) this.numbers.set(key, (id = this.numbers.size))
    return id
  }

  private meaning({ text, stem }: Word): number | undefined {
    const place = this.vectors?.placeOf(text, stem)
    if (place === undefined) return undefined
    let own = this.meaningOf.get(text)
    if (own === undefined) {
      this.meaningOf.set(text, (own = this.meanings.length))
      this.meanings.push(place)
    }
    return own
  }
}
