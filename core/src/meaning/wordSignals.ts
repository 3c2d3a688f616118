import type { Language } from '../text/language.ts'
import { tokenize } from '../text/tokens.ts'
import type { Unit } from './units.ts'
import { type ReadWords, type Word, WordReader } from './words.ts'
import { dotOf, toUnit, WORD_DIMENSIONS, type WordVectors } from './wordVectors.ts'

/** What words say of how well an article fits a question. Those of meaning need vectors of words. */
const PLAIN = [
  'match of the article',
  'match by fields',
  'match of a section',
  'match of a sentence',
  'covered by the title',
  'covered by a heading',
  'covered by the lead',
  'covered by the article',
  'covered by a sentence',
  'letters of the title',
  'letters of the article',
  'letters of a sentence',
  'neighbouring words',
] as const
const PARTS = [
  'match of the article, parts of words',
  'match by fields, parts of words',
  'match of a section, parts of words',
  'match of a sentence, parts of words',
] as const
const MEANING = [
  'alike to the title',
  'alike to a sentence',
  'alike to a section',
  'alike to the article',
  'title alike to the question',
  'near the title',
  'near a sentence',
  'near a section',
  'near the article',
  'near a heading',
] as const
export type WordSignal = (typeof PLAIN)[number] | (typeof PARTS)[number] | (typeof MEANING)[number]

/** The signals of a language in the order in which they come: compounds are told apart in German, meaning where there are vectors. */
export function wordSignals(language: Language, hasVectors: boolean): readonly WordSignal[] {
  return [...PLAIN, ...(language === 'de' ? PARTS : []), ...(hasVectors ? MEANING : [])]
}

type Bag = Map<number, number>
interface Text {
  /** Stems, and stems with parts of compounds, with how often each occurs. */
  stems: Bag
  keys: Bag
  length: number
}
interface Spelt {
  grams: Map<string, number>
  norm: number
}
/** A unit with the words of the title. */
interface ReadUnit {
  inContext: Text
  set: Int32Array
  grams: Spelt
  vector: Float32Array | null
}
interface ReadArticle {
  title: Text
  whole: Text
  body: Text
  headings: Text[]
  lead: Text
  sections: { text: Text; set: Int32Array; vector: Float32Array | null }[]
  units: ReadUnit[]
  titleSet: Int32Array
  wholeSet: Int32Array
  titleGrams: Spelt
  wholeGrams: Spelt
  pairs: Set<string>
  titleVector: Float32Array | null
  bodyVector: Float32Array | null
  headingVectors: (Float32Array | null)[]
}

/** Below this cosine two words have nothing to do with each other; above it they count up to MOST_ALIKE. */
const LEAST_ALIKE = 0.45
const MOST_ALIKE = 0.9
const GRAM = 4
const [K1, B] = [1.2, 0.6]
const LEAD_SENTENCES = 2

/** A question made ready to be held against articles. */
export interface AskedWords extends ReadWords {
  /** Without repeats. */
  own: readonly Word[]
  ids: Int32Array
  keyIds: Int32Array
  keyIdf: Float64Array
  idf: Float64Array
  weights: Float64Array
  weight: number
  keyWeights: Float64Array
  keyWeight: number
  grams: Spelt
  pairs: string[]
  vector: Float32Array | null
  vectors: (Float32Array | null)[]
  /** How alike each word is to each stem of the library; not yet known where it is NaN. */
  alike: Float32Array[]
}

/** A library read for word signals. */
export class WordLibrary {
  readonly reader: WordReader
  /** How many articles there are. */
  readonly size: number
  private readonly ids = new Map<string, number>()
  private readonly vectorOf: (Float32Array | null)[] = []
  private readonly frequency: number[] = []
  private readonly keyFrequency: number[] = []
  private readonly gramFrequency = new Map<string, number>()
  private readonly articles: ReadArticle[]
  private readonly lengths = { whole: 1, section: 1, unit: 1 }
  /** What all of the library's sentences have in common, and which therefore tells nothing apart. */
  private readonly common = new Float32Array(WORD_DIMENSIONS)

  constructor(
    articles: readonly (readonly Unit[])[],
    readonly language: Language,
    private readonly vectors?: WordVectors,
  ) {
    this.size = articles.length
    const vocabulary = new Set<string>()
    for (const units of articles)
      for (const { text } of units) for (const { word } of tokenize(text)) vocabulary.add(word)
    this.reader = new WordReader(language, vocabulary, vectors)
    const read = articles.map((units) =>
      units.map((unit) => ({ ...unit, words: this.reader.ofText(unit.text) })),
    )
    for (const units of read) {
      const words = units.flatMap((unit) => unit.words)
      for (const id of new Set(words.map((word) => this.idOf(word))))
        this.frequency[id] = (this.frequency[id] ?? 0) + 1
      for (const id of new Set(words.flatMap((word) => this.keyIdsOf(word))))
        this.keyFrequency[id] = (this.keyFrequency[id] ?? 0) + 1
      for (const gram of gramsOf(words).keys())
        this.gramFrequency.set(gram, (this.gramFrequency.get(gram) ?? 0) + 1)
    }
    this.articles = read.map((units) => this.readArticle(units))
    this.measure()
    this.takeOutCommon()
  }

  ask(text: string): AskedWords {
    const { words, repaired } = this.reader.ofQuestion(text)
    const own = [...new Map(words.map((word) => [word.stem, word])).values()]
    const ids = Int32Array.from(own, (word) => this.ids.get(word.stem) ?? -1)
    const keys = [...new Set(own.flatMap((word) => word.keys))]
    const keyIds = Int32Array.from(keys, (key) => this.ids.get(key) ?? -1)
    const weights = Float64Array.from(own, (word) => this.weightOf(word))
    const keyWeights = Float64Array.from(keyIds, (id) => this.keyIdf(id))
    const vectors = own.map((word) => this.vectors?.vector(word.text, word.stem) ?? null)
    return {
      words,
      repaired,
      own,
      ids,
      keyIds,
      keyIdf: Float64Array.from(keyIds, (id) => this.keyIdf(id)),
      idf: Float64Array.from(ids, (id) => this.idf(id)),
      weights,
      weight: weights.reduce((a, b) => a + b, 0) || 1,
      keyWeights,
      keyWeight: keyWeights.reduce((a, b) => a + b, 0) || 1,
      grams: this.spelt(words),
      pairs: pairsOf(words),
      vector: this.freed(this.vectorOfWords(words)),
      vectors,
      alike: own.map(() => new Float32Array(this.vectorOf.length).fill(NaN)),
    }
  }

  /** The signals of one article, in the order of `wordSignals`. */
  signals(asked: AskedWords, article: number): number[] {
    const a = this.articles[article]!
    const { whole, section, unit } = this.lengths
    const covered = (text: Text) => this.covered(asked, text)
    const plain = [
      this.match(asked, a.whole, whole),
      this.matchByFields(asked, a),
      largest(a.sections, ({ text }) => this.match(asked, text, section)),
      largest(a.units, ({ inContext }) => this.match(asked, inContext, unit)),
      covered(a.title),
      largest(a.headings, covered),
      covered(a.lead),
      covered(a.whole),
      largest(a.units, ({ inContext }) => covered(inContext)),
      this.lettersShared(asked.grams, a.titleGrams),
      this.lettersShared(asked.grams, a.wholeGrams),
      largest(a.units, ({ grams }) => this.lettersShared(asked.grams, grams)),
      shareOf(asked.pairs, a.pairs),
    ]
    const parts =
      this.language === 'de'
        ? [
            this.match(asked, a.whole, whole, true),
            this.matchByFields(asked, a, true),
            largest(a.sections, ({ text }) => this.match(asked, text, section, true)),
            largest(a.units, ({ inContext }) => this.match(asked, inContext, unit, true)),
          ]
        : []
    if (!this.vectors) return [...plain, ...parts]
    const near = (vector: Float32Array | null) =>
      asked.vector && vector ? dotOf(asked.vector, vector) : 0
    return [
      ...plain,
      ...parts,
      this.alike(asked, a.titleSet),
      largest(a.units, ({ set }) => this.alike(asked, set)),
      largest(a.sections, ({ set }) => this.alike(asked, set)),
      this.alike(asked, a.wholeSet),
      this.titleAlike(asked, a.titleSet),
      near(a.titleVector),
      largest(a.units, ({ vector }) => near(vector)),
      largest(a.sections, ({ vector }) => near(vector)),
      near(a.bodyVector),
      largest(a.headingVectors, near),
    ]
  }

  private readArticle(units: readonly (Unit & { words: Word[] })[]): ReadArticle {
    const title = units[0]!.words
    const rest = units.slice(1)
    const body = rest.flatMap(({ words }) => words)
    const headings = rest.filter(({ kind }) => kind === 'heading').map(({ words }) => words)
    const bySection = new Map<number, Word[]>()
    for (const { section, words } of rest)
      bySection.set(section, [...(bySection.get(section) ?? []), ...words])
    const lead = rest
      .filter(({ kind }) => kind === 'sentence')
      .slice(0, LEAD_SENTENCES)
      .flatMap(({ words }) => words)
    return {
      title: this.text(title),
      whole: this.text([...title, ...body]),
      body: this.text(body),
      headings: headings.map((words) => this.text(words)),
      lead: this.text(lead),
      sections: [...bySection.values()].map((words) => this.section([...title, ...words])),
      units: units.map(({ kind, words }) => {
        const inContext = kind === 'title' ? words : [...title, ...words]
        return {
          inContext: this.text(inContext),
          set: this.setOf(inContext),
          grams: this.spelt(inContext),
          vector: this.vectorOfWords(inContext),
        }
      }),
      titleSet: this.setOf(title),
      wholeSet: this.setOf([...title, ...body]),
      titleGrams: this.spelt([...title, ...headings.flat()]),
      wholeGrams: this.spelt([...title, ...body]),
      pairs: new Set(units.flatMap(({ words }) => pairsOf(words))),
      titleVector: this.vectorOfWords(title),
      bodyVector: this.vectorOfWords(body),
      headingVectors: headings.map((words) => this.vectorOfWords(words)),
    }
  }

  private section(words: readonly Word[]): ReadArticle['sections'][number] {
    return { text: this.text(words), set: this.setOf(words), vector: this.vectorOfWords(words) }
  }

  private text(words: readonly Word[]): Text {
    const [stems, keys]: [Bag, Bag] = [new Map(), new Map()]
    for (const word of words) {
      const id = this.idOf(word)
      stems.set(id, (stems.get(id) ?? 0) + 1)
      if (this.language !== 'de') continue
      for (const key of this.keyIdsOf(word)) keys.set(key, (keys.get(key) ?? 0) + 1)
    }
    return { stems, keys, length: words.length }
  }

  private idOf(word: Word): number {
    return this.idOfStem(word.stem, word.text)
  }

  private keyIdsOf(word: Word): number[] {
    return word.keys.map((key) => this.idOfStem(key, key))
  }

  private idOfStem(stem: string, text: string): number {
    let id = this.ids.get(stem)
    if (id === undefined) {
      id = this.vectorOf.length
      this.ids.set(stem, id)
      this.vectorOf.push(this.vectors?.vector(text, stem) ?? null)
    }
    return id
  }

  private setOf(words: readonly Word[]): Int32Array {
    return Int32Array.from(new Set(words.map((word) => this.idOf(word))))
  }

  private idf(id: number): number {
    return this.rarity(this.frequency[id] ?? 0)
  }

  private keyIdf(id: number): number {
    return this.rarity(this.keyFrequency[id] ?? 0)
  }

  private rarity(count: number): number {
    return Math.log(1 + (this.size - count + 0.5) / (count + 0.5))
  }

  /** How much a word says of what is asked, 0 to 1: by how rare it is in the library, and in the language. */
  private weightOf(word: Word): number {
    const inLanguage = Math.min(1, (this.vectors?.rarity(word.text) ?? 9) / 9)
    const id = this.ids.get(word.stem)
    const found = id !== undefined && (this.frequency[id] ?? 0) > 0
    return found ? 0.5 * (this.idf(id) / this.rarity(0)) + 0.5 * inLanguage : inLanguage
  }

  private match(asked: AskedWords, text: Text, average: number, byParts = false): number {
    const [ids, idf, bag] = byParts
      ? [asked.keyIds, asked.keyIdf, text.keys]
      : [asked.ids, asked.idf, text.stems]
    const dampened = K1 * (1 - B + (B * text.length) / average)
    let sum = 0
    for (let i = 0; i < ids.length; i++) {
      const count = bag.get(ids[i]!)
      if (count) sum += (idf[i]! * count * (K1 + 1)) / (count + dampened)
    }
    return sum
  }

  /** BM25 over the body, the title, headings and lead together, each with a weight of its own. */
  private matchByFields(asked: AskedWords, a: ReadArticle, byParts = false): number {
    const [ids, idf] = byParts ? [asked.keyIds, asked.keyIdf] : [asked.ids, asked.idf]
    const bag = (text: Text) => (byParts ? text.keys : text.stems)
    const longer = 1 - B + (B * a.whole.length) / this.lengths.whole
    let sum = 0
    for (let i = 0; i < ids.length; i++) {
      const id = ids[i]!
      const count =
        (bag(a.body).get(id) ?? 0) / longer +
        4 * (bag(a.title).get(id) ?? 0) +
        (a.headings.some((heading) => bag(heading).has(id)) ? 1.5 : 0) +
        (bag(a.lead).has(id) ? 1 : 0)
      if (count > 0) sum += (idf[i]! * count * (K1 + 1)) / (count + K1)
    }
    return sum
  }

  /** The share of what is asked that a text has, by weight. */
  private covered(asked: AskedWords, { stems, keys }: Text): number {
    const isGerman = this.language === 'de'
    const [ids, weights, bag, all] = isGerman
      ? [asked.keyIds, asked.keyWeights, keys, asked.keyWeight]
      : [asked.ids, asked.weights, stems, asked.weight]
    let sum = 0
    for (let i = 0; i < ids.length; i++) if (bag.has(ids[i]!)) sum += weights[i]!
    return sum / all
  }

  /** The share of what is asked that some word of a set means as well, by weight. */
  private alike(asked: AskedWords, set: Int32Array): number {
    let sum = 0
    for (let word = 0; word < asked.ids.length; word++) {
      let best = 0
      for (const id of set) {
        const alike = this.likeness(asked, word, id)
        if (alike > best) best = alike
        if (best === 1) break
      }
      sum += asked.weights[word]! * best
    }
    return sum / asked.weight
  }

  private titleAlike(asked: AskedWords, set: Int32Array): number {
    if (set.length === 0) return 0
    let sum = 0
    for (const id of set) {
      let best = 0
      for (let word = 0; word < asked.ids.length; word++)
        best = Math.max(best, this.likeness(asked, word, id))
      sum += best
    }
    return sum / set.length
  }

  private likeness(asked: AskedWords, word: number, id: number): number {
    if (asked.ids[word] === id) return 1
    const row = asked.alike[word]!
    const known = row[id]!
    if (!Number.isNaN(known)) return known
    const [one, other] = [asked.vectors[word], this.vectorOf[id]]
    const cosine = one && other ? dotOf(one, other) : 0
    return (row[id] =
      cosine > LEAST_ALIKE ? ((cosine - LEAST_ALIKE) / (1 - LEAST_ALIKE)) * MOST_ALIKE : 0)
  }

  /** The mean of the words' vectors by their weight, one long. */
  private vectorOfWords(words: readonly Word[]): Float32Array | null {
    if (!this.vectors) return null
    const sum = new Float32Array(WORD_DIMENSIONS)
    let found = false
    for (const word of words) {
      const vector = this.vectors.vector(word.text, word.stem)
      if (!vector) continue
      found = true
      const weight = this.weightOf(word)
      for (let i = 0; i < WORD_DIMENSIONS; i++) sum[i]! += weight * vector[i]!
    }
    return found ? toUnit(sum) : null
  }

  private spelt(words: readonly Word[]): Spelt {
    const grams = gramsOf(words)
    let square = 0
    for (const [gram, count] of grams) square += (Math.log(1 + count) * this.gramWeight(gram)) ** 2
    return { grams, norm: Math.sqrt(square) || 1 }
  }

  private gramWeight(gram: string): number {
    return Math.log(1 + this.size / (1 + (this.gramFrequency.get(gram) ?? 0)))
  }

  private lettersShared(one: Spelt, other: Spelt): number {
    let sum = 0
    for (const [gram, count] of one.grams) {
      const there = other.grams.get(gram)
      if (there) sum += Math.log(1 + count) * Math.log(1 + there) * this.gramWeight(gram) ** 2
    }
    return sum / one.norm / other.norm
  }

  private measure(): void {
    const mean = (lengths: number[]) =>
      Math.max(1, lengths.reduce((a, b) => a + b, 0) / Math.max(1, lengths.length))
    this.lengths.whole = mean(this.articles.map(({ whole }) => whole.length))
    this.lengths.section = mean(
      this.articles.flatMap(({ sections }) => sections.map(({ text }) => text.length)),
    )
    this.lengths.unit = mean(
      this.articles.flatMap(({ units }) => units.map(({ inContext }) => inContext.length)),
    )
  }

  private takeOutCommon(): void {
    if (!this.vectors) return
    for (const { units } of this.articles)
      for (const { vector } of units)
        if (vector) for (let i = 0; i < WORD_DIMENSIONS; i++) this.common[i]! += vector[i]!
    toUnit(this.common)
    for (const article of this.articles) {
      article.titleVector = this.freed(article.titleVector)
      article.bodyVector = this.freed(article.bodyVector)
      article.headingVectors = article.headingVectors.map((vector) => this.freed(vector))
      for (const section of article.sections) section.vector = this.freed(section.vector)
      for (const unit of article.units) unit.vector = this.freed(unit.vector)
    }
  }

  private freed(vector: Float32Array | null): Float32Array | null {
    if (!vector) return null
    const shared = dotOf(vector, this.common)
    return toUnit(vector.map((value, i) => value - shared * this.common[i]!))
  }
}

function gramsOf(words: readonly Word[]): Map<string, number> {
  const grams = new Map<string, number>()
  const add = (gram: string) => grams.set(gram, (grams.get(gram) ?? 0) + 1)
  for (const { text } of words) {
    const marked = `_${text}_`
    if (marked.length <= GRAM) add(marked)
    else for (let at = 0; at + GRAM <= marked.length; at++) add(marked.slice(at, at + GRAM))
  }
  return grams
}

function pairsOf(words: readonly Word[]): string[] {
  return words.slice(1).map((word, i) => `${words[i]!.stem} ${word.stem}`)
}

function shareOf(pairs: readonly string[], among: ReadonlySet<string>): number {
  return pairs.length === 0 ? 0 : pairs.filter((pair) => among.has(pair)).length / pairs.length
}

function largest<T>(all: readonly T[], value: (one: T) => number): number {
  let most = 0
  for (const one of all) most = Math.max(most, value(one))
  return most
}
