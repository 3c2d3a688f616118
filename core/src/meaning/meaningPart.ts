import type { Language } from '../text/language.ts'
import { type ArticleReading, readArticle } from './articleReading.ts'
import { ByteRows } from './byteRows.ts'
import { type HeadName, ONLY_HEAD, VECTOR_WIDTH } from './heads.ts'
import { ArticleCounts } from './libraryCounts.ts'
import { type ArticleVectors } from './meaningSignals.ts'
import type { MeaningModels } from './models.ts'
import { packVectors, VectorRows, type VectorTable, vectorTable } from './packedVectors.ts'
import { type SourceArticle, textsToEncode } from './sourceArticle.ts'
import type { Unit } from './units.ts'
import { type ReadWording, readWording } from './wordings.ts'

/** Articles in one piece, numbered from 0, that never change. */
export interface ArticleSource {
  readonly size: number
  read(place: number): SourceArticle
}

/** Finds the stored vectors of a text; undefined when there are none. */
export type FindVectors = (text: string) => Uint8Array | undefined

/** Vectors of all articles of a part: rows of units, then of sections, then of what was taught. */
export interface PartVectors {
  table: VectorTable
  /** Row of each article's first unit; one more entry at the end. */
  starts: Uint32Array
  sections: Uint32Array
  taught: Uint32Array
}

/** An article read, with what was taught for it. */
export interface ReadSource {
  item: number
  reading: ArticleReading
  taught: readonly ReadWording[]
}

/** By whose vectors: those of the encoder that ships, or of one that the team attached. */
export type EncodedBy = 'shipped' | 'attached'
/** A part's vectors by each of them; null for none. */
export type VectorsOfPart = Readonly<Record<EncodedBy, PartVectors | null>>
export const WITHOUT_VECTORS: VectorsOfPart = { shipped: null, attached: null }

/** Sections of articles in the kernel's memory. */
interface Sections {
  rows: ByteRows
  /** Of each row its article, and what a step of it is worth. */
  places: { of: Uint32Array; sizes: Float32Array }
}

const KEPT = 2_000
const LANGUAGES: readonly Language[] = ['en', 'de']

/** Articles that came into an index together, read when they are needed and counted once. */
export class MeaningPart {
  private readonly kept = new Map<number, ReadSource>()
  private readonly sectionRows: Partial<Record<EncodedBy, Sections>> = {}
  private counted?: { counts: Map<Language, ArticleCounts>; languages: Uint8Array }

  constructor(
    private readonly source: ArticleSource,
    private readonly models: MeaningModels,
    readonly vectors: VectorsOfPart,
  ) {}

  get size(): number {
    return this.source.size
  }

  counts(language: Language): ArticleCounts {
    return this.count().counts.get(language)!
  }

  languageOf(place: number): Language {
    return LANGUAGES[this.count().languages[place]!]!
  }

  /** An article's words; the latest that were read are kept. */
  read(place: number): ReadSource {
    const known = this.kept.get(place)
    if (known) return known
    const { item, language, units, phrasings } = this.source.read(place)
    const vectors = this.models[language]?.vectors
    const read: ReadSource = {
      item,
      reading: readArticle(units, language, vectors),
      taught: phrasings.map((text) => readWording(text, language, vectors)),
    }
    this.kept.set(place, read)
    if (this.kept.size > KEPT) this.kept.delete(this.kept.keys().next().value!)
    return read
  }

  /** The words of some articles that are gone, to be taken out of what is counted. */
  countsOf(places: readonly number[], language: Language): ArticleCounts {
    const counts = new ArticleCounts()
    for (const place of places)
      if (this.languageOf(place) === language) counts.add(this.read(place).reading)
    return counts
  }

  /** An article's vectors under a head. */
  vectorsOf(
    place: number,
    { by, head, kinds }: { by: EncodedBy; head: HeadName; kinds: readonly Unit['kind'][] },
  ): ArticleVectors {
    const { table, starts, sections, taught } = this.vectors[by]!
    const first = starts[place]!
    const rows = (from: number, length: number) => new VectorRows(table, head, from, length)
    return {
      kinds,
      units: rows(first, kinds.length),
      sections: rows(first + kinds.length, sections[place]!),
      taught: rows(first + kinds.length + sections[place]!, taught[place]!),
    }
  }

  /** How near the nearest section of each article comes under the tuned head; −1 for one without. */
  nearestSections(asked: Float32Array, by: EncodedBy): Float32Array {
    const { rows, places } = (this.sectionRows[by] ??= this.readSections(by))
    const near = new Float32Array(this.size).fill(-1)
    const products = rows.products(asked)
    for (let row = 0; row < products.length; row++) {
      const own = products[row]! * places.sizes[row]!
      if (own > near[places.of[row]!]!) near[places.of[row]!] = own
    }
    return near
  }

  /** The sections of all articles under the tuned head, one after the other. */
  private readSections(by: EncodedBy): Sections {
    const { table, starts, sections, taught } = this.vectors[by]!
    const of: number[] = []
    const at: number[] = []
    for (let place = 0; place < this.size; place++) {
      const end = starts[place + 1]! - taught[place]!
      for (let row = end - sections[place]!; row < end; row++) {
        of.push(place)
        at.push(row)
      }
    }
    const all = new VectorRows(table, ONLY_HEAD, 0, starts[this.size]!)
    return {
      rows: new ByteRows(at.length, VECTOR_WIDTH, (row) => all.steps(at[row]!)),
      places: { of: Uint32Array.from(of), sizes: Float32Array.from(at, (row) => all.size(row)) },
    }
  }

  private count() {
    if (this.counted) return this.counted
    const counts = new Map(LANGUAGES.map((language) => [language, new ArticleCounts()]))
    const languages = new Uint8Array(this.size)
    for (let place = 0; place < this.size; place++) {
      const { language } = this.source.read(place)
      languages[place] = LANGUAGES.indexOf(language)
      counts.get(language)!.add(this.read(place).reading)
    }
    return (this.counted = { counts, languages })
  }
}

/** Finds vectors that were made before, of each encoder. */
export interface KnownVectors {
  /** Without it the encoder that ships encodes on the spot. */
  vectors?: FindVectors
  /** Of the one that the team attached. */
  attached?: FindVectors
}

/** The vectors of a part, as far as its articles are in a language with an encoder. */
export function partVectors(
  source: ArticleSource,
  models: MeaningModels,
  { vectors, attached }: KnownVectors = {},
): VectorsOfPart {
  return {
    shipped: vectorsBy(source, ({ language }, texts) => {
      const sentences = models[language]?.sentences
      return sentences && (vectors ? texts.map(vectors) : sentences.encode(texts).map(packVectors))
    }),
    attached:
      (attached ?? null) &&
      vectorsBy(source, ({ language }, texts) =>
        models[language]?.attached ? texts.map(attached!) : undefined,
      ),
  }
}

/**
 * @param find vectors of an article's texts; undefined where its language has no encoder
 * @returns null when one of them is missing: a part is never half there
 */
function vectorsBy(
  source: ArticleSource,
  find: (
    article: SourceArticle,
    texts: readonly string[],
  ) => readonly (Uint8Array | undefined)[] | undefined,
): PartVectors | null {
  const records: Uint8Array[] = []
  const numbers = () => new Uint32Array(new SharedArrayBuffer((source.size + 1) * 4))
  const [starts, sections, taught] = [numbers(), numbers(), numbers()]
  for (let place = 0; place < source.size; place++) {
    starts[place] = records.length
    const article = source.read(place)
    const texts = textsToEncode(article)
    const found = find(article, [...texts.units, ...texts.sections, ...texts.taught])
    if (!found) continue
    if (found.includes(undefined)) return null
    records.push(...(found as Uint8Array[]))
    sections[place] = texts.sections.length
    taught[place] = texts.taught.length
  }
  starts[source.size] = records.length
  return { table: vectorTable(records), starts, sections, taught }
}
