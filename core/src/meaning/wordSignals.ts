import type { Language } from '../text/language.ts'
import type { ArticleReading, Bag, ReadText } from './articleReading.ts'
import type { LibraryCounts } from './libraryCounts.ts'
import type { AskedWords } from './questionWords.ts'
import { alikeOf, lettersShared } from './wordings.ts'
import { dotOf, type WordVectors } from './wordVectors.ts'

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

const [K1, B] = [1.2, 0.6]
/** Words that are less alike than this are no reason that a person would see. */
const LEAST_TOLD = 0.25

/** A word of the question with one of an article that means something near. */
export interface NearWord {
  asked: string
  there: string
  /** 0 to 1. */
  alike: number
}

/** What does not depend on the question: an article within its library. */
export interface PlacedArticle {
  reading: ArticleReading
  /** Lengths of letters as vectors, under the weights of the library. */
  lettersLengths: { title: number; whole: number; units: Float64Array }
  /** How much of each text's vector is its own, not what all sentences of the library have in common. */
  own: ReadonlyMap<ReadText, number>
}

/** An article as it was read, with what the library counts of its words: rarities and lengths are told against the others. */
export function placed(reading: ArticleReading, counts: LibraryCounts): PlacedArticle {
  const { title, headings, body, sections, inContext } = reading
  return {
    reading,
    own: new Map(
      [title, ...headings, body, ...sections, ...inContext].map((text) => {
        const shared = text.vector ? dotOf(text.vector, counts.common) : 0
        return [text, Math.sqrt(Math.max(0, 1 - shared * shared))]
      }),
    ),
    lettersLengths: {
      title: counts.lengthOf(reading.titleLetters),
      whole: counts.lengthOf(reading.wholeLetters),
      units: Float64Array.from(reading.inContext, ({ letters }) => counts.lengthOf(letters)),
    },
  }
}

/** Holds a question against one article. */
export class WordMatch {
  /** For each number of the article: which of the question's words or keys it is, or −1. */
  private readonly word: Int16Array
  private readonly key: Int16Array
  /** For each meaning of the article and word of the question, how alike they are. */
  private readonly alikes: Float64Array

  constructor(
    private readonly asked: AskedWords,
    private readonly article: PlacedArticle,
    private readonly library: {
      counts: LibraryCounts
      language: Language
      vectors?: WordVectors
    },
  ) {
    const { numbers } = article.reading
    this.word = new Int16Array(numbers.size).fill(-1)
    asked.words.forEach(({ stem }, i) => {
      const number = numbers.get(stem)
      if (number !== undefined) this.word[number] = i
    })
    this.key = this.word
    if (library.language === 'de') {
      this.key = new Int16Array(numbers.size).fill(-1)
      asked.keys.forEach((key, i) => {
        const number = numbers.get(key)
        if (number !== undefined) this.key[number] = i
      })
    }
    this.alikes = this.allAlikes()
  }

  /** The signals in the order of `wordSignals`. */
  signals(): number[] {
    const { reading, lettersLengths } = this.article
    const { title, headings, lead, whole, sections, inContext } = reading
    const { lengths } = this.library.counts
    const covered = (text: ReadText) => this.covered(text)
    const ofUnits = (value: (unit: number) => number) => {
      let most = 0
      for (let unit = 0; unit < inContext.length; unit++) most = Math.max(most, value(unit))
      return most
    }
    const plain = [
      this.match(whole, lengths.whole),
      this.matchByFields(),
      largest(sections, (section) => this.match(section, lengths.section)),
      ofUnits((unit) => this.match(inContext[unit]!, lengths.unit)),
      covered(title),
      largest(headings, covered),
      covered(lead),
      covered(whole),
      largest(inContext, covered),
      lettersShared(this.asked, reading.titleLetters, lettersLengths.title),
      lettersShared(this.asked, reading.wholeLetters, lettersLengths.whole),
      ofUnits((unit) =>
        lettersShared(this.asked, inContext[unit]!.letters, lettersLengths.units[unit]!),
      ),
      shareOf(this.asked.pairs, reading.pairs),
    ]
    const parts =
      this.library.language === 'de'
        ? [
            this.match(whole, lengths.whole, true),
            this.matchByFields(true),
            largest(sections, (section) => this.match(section, lengths.section, true)),
            largest(inContext, (unit) => this.match(unit, lengths.unit, true)),
          ]
        : []
    if (!this.library.vectors) return [...plain, ...parts]
    const near = (text: ReadText) => this.near(text)
    return [
      ...plain,
      ...parts,
      this.alike(title),
      largest(inContext, (unit) => this.alike(unit)),
      largest(sections, (section) => this.alike(section)),
      this.alike(whole),
      this.titleAlike(),
      near(title),
      largest(inContext, near),
      largest(sections, near),
      near(reading.body),
      largest(headings, near),
    ]
  }

  /** How far a unit has what is asked: by its words, and by what they mean; each 0 to 1. */
  ofUnit(unit: number): { covered: number; alike: number } {
    const text = this.article.reading.inContext[unit]!
    return { covered: this.covered(text), alike: this.library.vectors ? this.alike(text) : 0 }
  }

  /** Words of the question that the article does not have, each with the word of it that comes nearest; the nearest first. */
  nearWords(): NearWord[] {
    const { words } = this.asked
    const { numbers, meanings } = this.article.reading
    const { vectors } = this.library
    if (!vectors) return []
    return words
      .flatMap(({ text, stem, keys }, word): NearWord[] => {
        if (numbers.has(stem) || keys.some((key) => numbers.has(key))) return []
        let [best, alike] = [-1, LEAST_TOLD]
        for (let i = 0; i < meanings.length; i++) {
          const own = this.alikes[i * words.length + word]!
          if (own > alike) [best, alike] = [meanings[i]!, own]
        }
        return best < 0 ? [] : [{ asked: text, there: vectors.words[best]!, alike }]
      })
      .sort((a, b) => b.alike - a.alike)
  }

  private match({ stems, keys }: ReadText, average: number, byParts = false): number {
    const bag = byParts ? keys : stems
    const idf = byParts ? this.asked.keyIdf : this.asked.idf
    const slot = byParts ? this.key : this.word
    const dampened = K1 * (1 - B + (B * bag.length) / average)
    let sum = 0
    for (let i = 0; i < bag.ids.length; i++) {
      const word = slot[bag.ids[i]!]!
      if (word >= 0) sum += (idf[word]! * bag.counts[i]! * (K1 + 1)) / (bag.counts[i]! + dampened)
    }
    return sum
  }

  /** BM25 over the body, the title, headings and lead together, each with a weight of its own. */
  private matchByFields(byParts = false): number {
    const { title, body, headings, lead, whole } = this.article.reading
    const idf = byParts ? this.asked.keyIdf : this.asked.idf
    const slot = byParts ? this.key : this.word
    const counts = new Float64Array(idf.length)
    const longer = 1 - B + (B * whole.stems.length) / this.library.counts.lengths.whole
    const bag = (text: ReadText) => (byParts ? text.keys : text.stems)
    addCounts(counts, bag(body), slot, (count) => count / longer)
    addCounts(counts, bag(title), slot, (count) => 4 * count)
    const inHeading = new Float64Array(idf.length)
    for (const heading of headings) addCounts(inHeading, bag(heading), slot, () => 1)
    const inLead = new Float64Array(idf.length)
    addCounts(inLead, bag(lead), slot, () => 1)
    let sum = 0
    for (let i = 0; i < idf.length; i++) {
      const count = counts[i]! + (inHeading[i]! > 0 ? 1.5 : 0) + (inLead[i]! > 0 ? 1 : 0)
      if (count > 0) sum += (idf[i]! * count * (K1 + 1)) / (count + K1)
    }
    return sum
  }

  /** The share of what is asked that a text has, by weight. */
  private covered({ stems, keys }: ReadText): number {
    const isGerman = this.library.language === 'de'
    const bag = isGerman ? keys : stems
    const slot = isGerman ? this.key : this.word
    const weights = isGerman ? this.asked.keyIdf : this.asked.weights
    let sum = 0
    for (let i = 0; i < bag.ids.length; i++) {
      const word = slot[bag.ids[i]!]!
      if (word >= 0) sum += weights[word]!
    }
    return sum / (isGerman ? this.asked.keyWeight : this.asked.weight)
  }

  /** The share of what is asked that some word of a text means as well, by weight. */
  private alike({ stems, meanings }: ReadText): number {
    const { words, weights, weight } = this.asked
    const best = new Float64Array(words.length)
    for (let i = 0; i < stems.ids.length; i++) {
      const word = this.word[stems.ids[i]!]!
      if (word >= 0) best[word] = 1
    }
    let sum = 0
    for (let word = 0; word < words.length; word++) {
      let most = best[word]!
      if (most < 1)
        for (let i = 0; i < meanings.length; i++) {
          const alike = this.alikes[meanings[i]! * words.length + word]!
          if (alike > most) most = alike
        }
      sum += weights[word]! * most
    }
    return sum / weight
  }

  private titleAlike(): number {
    const { titleWords } = this.article.reading
    const asked = this.asked.words.length
    let sum = 0
    for (const { id, meaning } of titleWords) {
      let most = this.word[id]! >= 0 ? 1 : 0
      for (let word = 0; meaning >= 0 && word < asked; word++)
        most = Math.max(most, this.alikes[meaning * asked + word]!)
      sum += most
    }
    return titleWords.length === 0 ? 0 : sum / titleWords.length
  }

  private allAlikes(): Float64Array {
    const { words, cosines } = this.asked
    const { meanings } = this.article.reading
    const out = new Float64Array(words.length * meanings.length)
    const { vectors } = this.library
    if (!vectors) return out
    for (let word = 0; word < words.length; word++) {
      const known = cosines[word]
      if (!known) continue
      for (let i = 0; i < meanings.length; i++)
        out[i * words.length + word] = alikeOf(vectors.cosineOf(known, meanings[i]!))
    }
    return out
  }

  /** Cosine of what a text's words mean together with what the question's do, without what the library has in common. */
  private near(text: ReadText): number {
    if (!text.vector || !this.asked.vector) return 0
    const own = this.article.own.get(text)!
    return own < 1e-6 ? 0 : dotOf(this.asked.vector, text.vector) / own
  }
}

function addCounts(
  to: Float64Array,
  bag: Bag,
  slot: Int16Array,
  worth: (count: number) => number,
): void {
  for (let i = 0; i < bag.ids.length; i++) {
    const word = slot[bag.ids[i]!]!
    if (word >= 0) to[word]! += worth(bag.counts[i]!)
  }
}

function shareOf(pairs: readonly string[], among: ReadonlySet<string>): number {
  return pairs.length === 0 ? 0 : pairs.filter((pair) => among.has(pair)).length / pairs.length
}

function largest<T>(all: readonly T[], value: (one: T) => number): number {
  let most = 0
  for (const one of all) most = Math.max(most, value(one))
  return most
}
