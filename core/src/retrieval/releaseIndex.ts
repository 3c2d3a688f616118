import type { ContentItem } from '../answering/items.ts'
import type { Passage } from '../library/passages.ts'
import { MeaningIndex } from '../meaning/meaning.ts'
import {
  type KnownVectors,
  MeaningPart,
  partVectors,
  type VectorsOfPart,
  WITHOUT_VECTORS,
} from '../meaning/meaningPart.ts'
import { attachedRankings } from '../meaning/attaching.ts'
import type { AttachedRankings, MeaningModels } from '../meaning/models.ts'
import type { Language } from '../text/language.ts'
import { articleSource } from './articleSource.ts'
import { numberOf } from './dictionary.ts'
import { inverseFrequency } from './fields.ts'
import { compileGlossary, type Glossary, type GlossaryEntry } from './glossary.ts'
import { type ReadItem, readItem, WORDING_KINDS, type WordingKind } from './itemReading.ts'
import { type PassageHead, unpackHead, unpackPassage } from './packedPassage.ts'
import { openSegment, type Segment } from './segment.ts'
import { SegmentBuilder } from './segmentBuilder.ts'
import { stringAt } from './strings.ts'
import type { Weighted } from './twoWay.ts'

/** A wording with what its terms weigh in this library. */
export interface Wording {
  kind: WordingKind
  text: string
  terms: Weighted[]
}

/** What an item says of itself, without its text, which its passages have. */
export type ItemHead = Omit<ContentItem, 'body' | 'parts'>

export interface IndexedPassage {
  item: ItemHead
  passage: Passage
}

/** A segment within an index: where its passages begin, which no longer count, and how many passages of the whole index have each of its terms. */
export interface IndexPart {
  segment: Segment
  base: number
  /** 1 for a passage that was removed; null when all count. */
  gone: Uint8Array | null
  counts: Uint32Array
  /** The same items as meaning reads them; null for an index of words alone. */
  meaning: MeaningPart | null
}

export interface IndexSettings {
  language?: Language
  glossary?: readonly GlossaryEntry[]
  noTitles?: boolean
  /** What texts are understood by, beyond the words that they share with a question. */
  models?: MeaningModels
}

/** What is known already of items that come into an index. */
export interface KnownOfItems extends KnownVectors {
  /** Their words, as `readItems` gives them. */
  read?: readonly ReadItem[]
}

/** A mark of what is asked weighs this share of a word. */
const MARK_SHARE = 0.5

/** All that is needed to answer from one release. It never changes; `changeIndex` makes another that shares its memory. */
export class ReleaseIndex {
  /** Passages that count. */
  readonly size: number
  /** Passages are numbered from 0 to before this; some of them may be gone. */
  readonly end: number
  /** Rarity of a word that no passage has. */
  readonly unknownIdf: number
  readonly language: Language
  readonly glossary: Glossary
  private readonly idfs = new Float64Array(4_096)
  private understood?: MeaningIndex | null
  private limitedItems?: ReadonlyMap<number, ItemHead>

  constructor(
    readonly parts: readonly IndexPart[],
    readonly settings: IndexSettings = {},
  ) {
    this.end = parts.reduce((sum, { segment }) => sum + segment.passageItem.length, 0)
    this.size = this.end - parts.reduce((sum, { gone }) => sum + (gone ? countOnes(gone) : 0), 0)
    this.unknownIdf = inverseFrequency(0, this.size)
    this.language = settings.language ?? 'en'
    this.glossary = compileGlossary(settings.glossary ?? [], this.language)
  }

  /** Finds articles by what they mean as well; null for an index of words alone. Reads all articles once. */
  get meaning(): MeaningIndex | null {
    if (this.understood !== undefined) return this.understood
    const { models } = this.settings
    const parts = this.parts.flatMap(({ meaning: part, segment, gone }) =>
      part ? [{ part, gone: gone ? goneItems(segment, gone) : [] }] : [],
    )
    this.understood =
      models && parts.length === this.parts.length ? new MeaningIndex(parts, models) : null
    return this.understood
  }

  /** Whether an encoder is to go before the one that ships, and vectors of it are missing: it is not asked then. */
  get lacksAttached(): boolean {
    return (
      attachedRankings(this.settings.models) !== null &&
      this.parts.some(({ meaning }) => !meaning?.vectors.attached)
    )
  }

  /** Items that hold only on some days, at some doors or for the team. */
  get limited(): ReadonlyMap<number, ItemHead> {
    return (this.limitedItems ??= new Map(
      this.parts.flatMap(({ segment: { itemLimited, itemIds, items } }) =>
        [...itemLimited].flatMap((is, place) =>
          is === 1
            ? [[itemIds[place]!, JSON.parse(stringAt(items, place)) as ItemHead] as const]
            : [],
        ),
      ),
    ))
  }

  /** How many passages have a term. */
  frequency(stem: string): number {
    for (const { segment, counts } of this.parts) {
      const term = numberOf(segment.terms, stem)
      if (term >= 0) return counts[term]!
    }
    return 0
  }

  /** What a term weighs: its rarity, that of an unseen word when no passage has it. */
  weightOf(stem: string): number {
    return this.idf(this.frequency(stem)) * (stem.startsWith('#') ? MARK_SHARE : 1)
  }

  /** What term `term` of a part weighs. */
  weightAt({ segment, counts }: IndexPart, term: number): number {
    const weight = this.idf(counts[term]!)
    return segment.marks[term] === 1 ? weight * MARK_SHARE : weight
  }

  partOf(doc: number): IndexPart {
    return this.parts.find(({ segment, base }) => doc < base + segment.passageItem.length)!
  }

  passage(doc: number): IndexedPassage {
    const { segment, base } = this.partOf(doc)
    return {
      item: this.itemOf(doc),
      passage: unpackPassage({
        head: stringAt(segment.passageHeads, doc - base),
        blocks: stringAt(segment.passageBlocks, doc - base),
      }),
    }
  }

  /** Where a passage stands; reads none of its text. */
  headOf(doc: number): PassageHead {
    const { segment, base } = this.partOf(doc)
    return unpackHead(stringAt(segment.passageHeads, doc - base))
  }

  /** The id of a passage's item; reads nothing else. */
  itemIdOf(doc: number): number {
    const { segment, base } = this.partOf(doc)
    return segment.itemIds[segment.passageItem[doc - base]!]!
  }

  itemOf(doc: number): ItemHead {
    const { segment, base } = this.partOf(doc)
    return JSON.parse(stringAt(segment.items, segment.passageItem[doc - base]!)) as ItemHead
  }

  /** Whether the passage's item holds only on some days or at some doors. */
  limitedAt(doc: number): boolean {
    const { segment, base } = this.partOf(doc)
    return segment.itemLimited[segment.passageItem[doc - base]!] === 1
  }

  /** Number of the item's passage, from 0. */
  ordinalOf(doc: number): number {
    const { segment, base } = this.partOf(doc)
    return doc - base - segment.itemFirst[segment.passageItem[doc - base]!]!
  }

  /** The same for two passages only when they stand below the same heading of the same item. */
  sectionOf(doc: number): string {
    const part = this.partOf(doc)
    return `${this.parts.indexOf(part)}.${part.segment.passageSection[doc - part.base]}`
  }

  /** All passages that count, in order. */
  *docs(): Generator<number> {
    for (const { segment, base, gone } of this.parts)
      for (let at = 0; at < segment.passageItem.length; at++)
        if (!gone || gone[at] === 0) yield base + at
  }

  /** The passages of an item that count, in order. */
  docsOf(item: number): number[] {
    return this.parts.flatMap(({ segment, base, gone }) => {
      const at = segment.itemIds.lastIndexOf(item)
      if (at < 0) return []
      const docs = Array.from(
        { length: segment.itemFirst[at + 1]! - segment.itemFirst[at]! },
        (_, i) => segment.itemFirst[at]! + i,
      )
      return docs.filter((doc) => !gone || gone[doc] === 0).map((doc) => doc + base)
    })
  }

  /** An item's passage by its number; undefined when there is none, or it does not count. */
  docAt(item: number, ordinal: number): number | undefined {
    return this.docsOf(item).find((doc) => this.ordinalOf(doc) === ordinal)
  }

  /** The distinct terms of a passage's text. */
  textTerms(doc: number): Set<string> {
    const { segment, base } = this.partOf(doc)
    const at = doc - base
    const numbers = new Set(
      segment.bodyTerms.subarray(at === 0 ? 0 : segment.bodyEnds[at - 1]!, segment.bodyEnds[at]!),
    )
    return new Set([...numbers].map((term) => stringAt(segment.terms.strings, term)))
  }

  /** The wordings of a passage: title and phrasings of its item, then what was taught for it and its headings. */
  wordingsOf(doc: number): Wording[] {
    const part = this.partOf(doc)
    return wordingRanges(part.segment, doc - part.base).flatMap(([from, to]) =>
      Array.from({ length: to - from }, (_, i) => this.wordingAt(part, from + i)),
    )
  }

  wordingAt(part: IndexPart, wording: number): Wording {
    const { segment } = part
    const terms = segment.wordingTerms.subarray(
      wording === 0 ? 0 : segment.wordingEnds[wording - 1]!,
      segment.wordingEnds[wording]!,
    )
    return {
      kind: WORDING_KINDS[segment.wordingKinds[wording]!]!,
      text: stringAt(segment.wordingTexts, wording),
      terms: Array.from(terms, (term) => ({
        stem: stringAt(segment.terms.strings, term),
        weight: this.weightAt(part, term),
      })),
    }
  }

  /** Written words that come to a term. */
  wordsOf(stem: string): string[] {
    const words = this.parts.flatMap(({ segment }) => {
      const term = numberOf(segment.terms, stem)
      return term < 0
        ? []
        : [...segment.wordTerms].flatMap((own, at) =>
            own === term ? [stringAt(segment.words, at)] : [],
          )
    })
    return [...new Set(words)]
  }

  private idf(count: number): number {
    if (count >= this.idfs.length) return inverseFrequency(count, this.size)
    return (this.idfs[count] ||= inverseFrequency(count, this.size))
  }
}

/**
 * The two ranges in which a passage's wordings lie: those of its item, and its own.
 * @param passage its number in the segment
 * @returns places from the first to before the last
 */
export function wordingRanges(
  { passageItem, itemWordings, passageWordings }: Segment,
  passage: number,
): [from: number, to: number][] {
  const item = passageItem[passage]!
  return [
    [itemWordings[item]!, itemWordings[item + 1]!],
    [passageWordings[passage]!, passageWordings[passage + 1]!],
  ]
}

/** Reads the words of items. */
export function readItems(
  items: readonly ContentItem[],
  { language = 'en', glossary: entries = [], noTitles }: IndexSettings = {},
): ReadItem[] {
  const glossary = compileGlossary(entries, language)
  return items.map((item) => readItem(item, { language, glossary, noTitles }))
}

/**
 * Builds the index of a release from its articles, documents and fixed answers.
 * @param known what of the items was read or encoded before
 */
export function indexRelease(
  items: readonly ContentItem[],
  settings: IndexSettings = {},
  known: KnownOfItems = {},
): ReleaseIndex {
  return new ReleaseIndex([partOf(items, settings, known)], settings)
}

/** Items as the only part of an index. */
export function partOf(
  items: readonly ContentItem[],
  settings: IndexSettings,
  { read, ...known }: KnownOfItems = {},
): IndexPart {
  const segment = buildSegment(items, settings, read)
  const { models, language = 'en' } = settings
  const source = articleSource(segment, language)
  return wholePart(segment, settings, models && partVectors(source, models, known))
}

/**
 * Builds the immutable part of an index that some items make.
 * @param read the items as they were read before, in the same order; else they are read now
 */
export function buildSegment(
  items: readonly ContentItem[],
  settings: IndexSettings,
  read?: readonly ReadItem[],
): Segment {
  const { language = 'en', glossary: entries = [], noTitles } = settings
  const glossary = compileGlossary(entries, language)
  const builder = new SegmentBuilder()
  items.forEach((item, i) =>
    builder.add(read?.[i] ?? readItem(item, { language, glossary, noTitles })),
  )
  return builder.end()
}

/** A segment as the only part of an index. */
export function wholePart(
  segment: Segment,
  { models, language = 'en' }: IndexSettings = {},
  vectors: VectorsOfPart = WITHOUT_VECTORS,
): IndexPart {
  return {
    segment,
    base: 0,
    gone: null,
    counts: countsOf(segment),
    meaning: models ? new MeaningPart(articleSource(segment, language), models, vectors) : null,
  }
}

/**
 * How many passages of a segment have each of its terms.
 * @returns one number a term, by its place in the dictionary
 */
export function countsOf({ terms, offsets }: Segment): Uint32Array {
  return Uint32Array.from({ length: terms.size }, (_, term) => offsets[term + 1]! - offsets[term]!)
}

/** An index as blocks of memory, to be stored or given to another thread; `openIndex` makes it an index again. */
export interface IndexBlocks {
  segments: ArrayBufferLike[]
  gone: (Uint8Array | null)[]
  vectors: VectorsOfPart[]
  /** Whether it is understood by more than words, so that a thread needs the models. */
  hasModels: boolean
  /** The encoder that goes before the one that ships. */
  attached: AttachedRankings | null
  settings: Omit<IndexSettings, 'models'>
}

/** An index as blocks of memory that threads share, without its models, which each thread has of its own. */
export function blocksOf({ parts, settings }: ReleaseIndex): IndexBlocks {
  const { models: _, ...plain } = settings
  return {
    segments: parts.map(({ segment }) => segment.block),
    gone: parts.map(({ gone }) => gone),
    vectors: parts.map(({ meaning }) => meaning?.vectors ?? WITHOUT_VECTORS),
    hasModels: settings.models !== undefined,
    attached: attachedRankings(settings.models),
    settings: plain,
  }
}

/**
 * @param models what the thread understands texts by; without it the index finds by words alone
 * @throws {RangeError} when a block is not a stored index
 */
export function openIndex(
  { segments, gone, vectors, settings }: IndexBlocks,
  models?: MeaningModels,
): ReleaseIndex {
  let index = new ReleaseIndex([], { ...settings, ...(models && { models }) })
  segments.forEach((block, i) => {
    const part = wholePart(openSegment(block), index.settings, vectors[i])
    index = withPart(index, part, gone[i] ?? null)
  })
  return index
}

/**
 * The index with one more part, its terms counted in.
 * @param gone marks passages of the part that do not count
 */
export function withPart(
  index: ReleaseIndex,
  part: Pick<IndexPart, 'segment' | 'counts' | 'meaning'>,
  gone: Uint8Array | null = null,
): ReleaseIndex {
  const { segment, meaning } = part
  const own = part.counts.slice()
  if (gone) subtractGone(segment, gone, own)
  if (index.parts.length === 0)
    return new ReleaseIndex([{ segment, base: 0, gone, counts: own, meaning }], index.settings)
  const total = own.slice()
  const parts = index.parts.map((each) => ({ ...each, counts: each.counts.slice() }))
  for (let term = 0; term < segment.terms.size; term++) {
    const stem = stringAt(segment.terms.strings, term)
    const places = parts.map((each) => numberOf(each.segment.terms, stem))
    const before = places.findIndex((place) => place >= 0)
    if (before >= 0) total[term]! += parts[before]!.counts[places[before]!]!
    places.forEach((place, i) => place >= 0 && (parts[i]!.counts[place] = total[term]!))
  }
  return new ReleaseIndex(
    [...parts, { segment, base: index.end, gone, counts: total, meaning }],
    index.settings,
  )
}

function subtractGone(
  { offsets, docs, terms }: Segment,
  gone: Uint8Array,
  counts: Uint32Array,
): void {
  for (let term = 0; term < terms.size; term++)
    for (let at = offsets[term]!; at < offsets[term + 1]!; at++)
      if (gone[docs[at]!] === 1) counts[term]!--
}

/** Items none of whose passages count. */
function goneItems({ itemFirst, itemIds }: Segment, gone: Uint8Array): number[] {
  return Array.from(itemIds, (_, place) => place).filter(
    (place) => !gone.subarray(itemFirst[place], itemFirst[place + 1]).includes(0),
  )
}

function countOnes(flags: Uint8Array): number {
  let ones = 0
  for (const flag of flags) ones += flag
  return ones
}
