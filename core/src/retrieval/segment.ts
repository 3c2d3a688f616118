import { type Dictionary, dictionaryIn } from './dictionary.ts'
import { unpack } from './memory.ts'
import { type Strings, stringsIn } from './strings.ts'

/**
 * A piece of the index in one block of memory: items with their passages, and an inverted index over them. It never changes once
 * built, holds nothing that depends on the rest of the library, and is stored and shared between threads as it is.
 *
 * The postings of term t lie at offsets[t] to offsets[t + 1]: the passage in `docs`, in rising order; what the term is worth there in
 * `impacts`, in steps of IMPACT_STEP.
 */
export interface Segment {
  block: ArrayBufferLike
  terms: Dictionary
  /** 1 for the marks of what is asked ("#cost"), which weigh less. */
  marks: Uint8Array
  offsets: Uint32Array
  docs: Uint32Array
  impacts: Uint16Array
  /** The largest impact of each term. */
  ceilings: Uint16Array

  itemIds: Uint32Array
  /** The item's first passage; one more entry at the end. */
  itemFirst: Uint32Array
  /** 1 when the item holds only on some days or at some doors. */
  itemLimited: Uint8Array
  items: Strings
  passageItem: Uint32Array
  /** Passages below the same heading of the same item have the same number. */
  passageSection: Uint32Array
  passageHeads: Strings
  passageBlocks: Strings

  /** Wordings of item i: itemWordings[i] to itemWordings[i + 1]; those of passage p: passageWordings[p] to passageWordings[p + 1]. */
  itemWordings: Uint32Array
  passageWordings: Uint32Array
  wordingKinds: Uint8Array
  wordingTexts: Strings
  /** The terms of wording w lie in wordingTerms at wordingEnds[w − 1] to wordingEnds[w]. */
  wordingEnds: Uint32Array
  wordingTerms: Uint32Array

  /** The terms of passage p's text, in order, lie in bodyTerms at bodyEnds[p − 1] to bodyEnds[p]. */
  bodyTerms: Uint32Array
  bodyEnds: Uint32Array

  gramOffsets: Uint32Array
  gramTerms: Uint32Array
  /** How many grams each term has. */
  gramSizes: Uint8Array

  /** Written words, sorted by `wordKeys` (length × 65,536 + first letter). */
  words: Strings
  wordKeys: Uint32Array
  wordLetters: Uint32Array
  wordTerms: Uint32Array
}

export const IMPACT_STEP = 1 / 10_000

/** Opens a block that a SegmentBuilder made. @throws {RangeError} when it is something else */
export function openSegment(block: ArrayBufferLike): Segment {
  const sections = unpack(block)
  const u8 = (name: string) => sections[name] as Uint8Array
  const u16 = (name: string) => sections[name] as Uint16Array
  const u32 = (name: string) => sections[name] as Uint32Array
  return {
    block,
    terms: dictionaryIn(sections),
    marks: u8('marks'),
    offsets: u32('offsets'),
    docs: u32('docs'),
    impacts: u16('impacts'),
    ceilings: u16('ceilings'),
    itemIds: u32('itemIds'),
    itemFirst: u32('itemFirst'),
    itemLimited: u8('itemLimited'),
    items: stringsIn(sections, 'items'),
    passageItem: u32('passageItem'),
    passageSection: u32('passageSection'),
    passageHeads: stringsIn(sections, 'passageHeads'),
    passageBlocks: stringsIn(sections, 'passageBlocks'),
    itemWordings: u32('itemWordings'),
    passageWordings: u32('passageWordings'),
    wordingKinds: u8('wordingKinds'),
    wordingTexts: stringsIn(sections, 'wordingTexts'),
    wordingEnds: u32('wordingEnds'),
    wordingTerms: u32('wordingTerms'),
    bodyTerms: u32('bodyTerms'),
    bodyEnds: u32('bodyEnds'),
    gramOffsets: u32('gramOffsets'),
    gramTerms: u32('gramTerms'),
    gramSizes: u8('gramSizes'),
    words: stringsIn(sections, 'words'),
    wordKeys: u32('wordKeys'),
    wordLetters: u32('wordLetters'),
    wordTerms: u32('wordTerms'),
  }
}

/**
 * How many passages from `first` to before `end` have a term: a search in its postings, which are in passage order.
 * @param term its number in the dictionary
 */
export function postingsWithin(
  { offsets, docs }: Segment,
  term: number,
  first: number,
  end: number,
): number {
  const from = lowerBound(docs, first, offsets[term]!, offsets[term + 1]!)
  let to = from
  while (to < offsets[term + 1]! && docs[to]! < end) to++
  return to - from
}

/** Where a passage's posting of a term lies, or −1. */
export function postingOf({ offsets, docs }: Segment, term: number, doc: number): number {
  const at = lowerBound(docs, doc, offsets[term]!, offsets[term + 1]!)
  return at < offsets[term + 1]! && docs[at] === doc ? at : -1
}

/**
 * The first place from `low` to before `high` whose value is not below `wanted`; `high` when there is none.
 * @param sorted upwards
 */
export function lowerBound(sorted: Uint32Array, wanted: number, low: number, high: number): number {
  while (low < high) {
    const middle = (low + high) >>> 1
    if (sorted[middle]! < wanted) low = middle + 1
    else high = middle
  }
  return low
}
