import type { ContentItem } from '../answering/items.ts'
import type { Passage } from '../library/passages.ts'
import type { Language } from '../text/language.ts'
import { compileGlossary, type Glossary, type GlossaryEntry } from './glossary.ts'
import { type ReadItem, readItem, type ReadWording } from './itemReading.ts'
import { buildPostings, type Postings } from './postings.ts'
import { buildSpeller, type Speller } from './typos.ts'
import type { Weighted } from './twoWay.ts'

/** A title, heading or phrasing that a question is held against from both sides. */
export interface Wording {
  kind: 'title' | 'phrasing' | 'heading'
  text: string
  terms: Weighted[]
}

export interface IndexedPassage {
  item: ContentItem
  passage: Passage
  wordings: Wording[]
  /** This passage is the first of its item. */
  first: boolean
}

/** All that is needed to answer from one release; immutable once built. */
export interface ReleaseIndex {
  passages: IndexedPassage[]
  postings: Postings
  speller: Speller
  /** Written words to their stems, to turn a corrected word into a term. */
  stems: Map<string, string>
  language: Language
  glossary: Glossary
}

export interface IndexSettings {
  language?: Language
  glossary?: readonly GlossaryEntry[]
  /** Items as they were read for an earlier index: what has not changed is not read again. The caller owns it and may empty it at any time. */
  kept?: Map<string, ReadItem>
}

/** Reads the words of items; what is kept from an earlier time is not read again. */
export function readItems(items: readonly ContentItem[], { language = 'en', glossary: entries = [], kept }: IndexSettings = {}): ReadItem[] {
  const glossary = compileGlossary(entries, language)
  const edition = JSON.stringify(entries.map(({ term, also }) => [term, also]))
  return items.map((item) => {
    const key = `${item.revision} ${language} ${edition}`
    const known = kept?.get(key) ?? readItem(item, language, glossary)
    kept?.set(key, known)
    return known
  })
}

/**
 * Builds the index of a release from its articles, documents and fixed answers.
 * @param read the items as readItems gives them, where that was done before
 */
export function indexRelease(items: readonly ContentItem[], settings: IndexSettings = {}, read: readonly ReadItem[] = readItems(items, settings)): ReleaseIndex {
  const { language = 'en', glossary: entries = [] } = settings
  const glossary = compileGlossary(entries, language)
  const postings = buildPostings(read.flatMap(({ passages }) => passages.map(({ fields }) => fields)))
  const weigh = ({ kind, text, stems }: ReadWording): Wording => ({ kind, text, terms: stems.map((stem) => ({ stem, weight: weightOf(stem, postings) })) })
  const passages = read.flatMap((each, i) => each.passages.map(({ passage, wordings }): IndexedPassage => ({ item: items[i]!, passage, first: passage.ordinal === 0, wordings: wordings.map(weigh) })))
  const { counts, stems } = wordsOf(read)
  return { passages, postings, speller: buildSpeller(counts), stems, language, glossary }
}

/** What a term weighs in a match: its idf, that of an unseen word when no passage has it. */
export function weightOf(stem: string, postings: Postings): number {
  const number = postings.terms.get(stem)
  const weight = number === undefined ? postings.unknownIdf : postings.idf[number]!
  return stem.startsWith('#') ? weight * 0.5 : weight
}

function wordsOf(read: readonly ReadItem[]): { counts: Map<string, number>; stems: Map<string, string> } {
  const counts = new Map<string, number>()
  const stems = new Map<string, string>()
  for (const { words } of read)
    for (const [word, { stem, count }] of words) {
      counts.set(word, (counts.get(word) ?? 0) + count)
      stems.set(word, stem)
    }
  return { counts, stems }
}
