import type { ContentItem } from '../answering/items.ts'
import { type Passage, splitPassages } from '../library/passages.ts'
import { analyse } from '../text/analyse.ts'
import { guessLanguage, type Language } from '../text/language.ts'
import { LEAD_WORDS } from './fields.ts'
import { buildPostings, type FieldTerms, type Postings } from './postings.ts'
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
}

/** Builds the index of a release from its articles and fixed answers. */
export function indexRelease(items: readonly ContentItem[], language: Language = 'en'): ReleaseIndex {
  const words = new Words()
  const passages: IndexedPassage[] = []
  const fields: FieldTerms[] = []
  for (const item of items) {
    const own = guessLanguage(`${item.title} ${item.phrasings.join(' ')} ${item.body}`, language)
    const title = words.read(item.title, own)
    const phrasings = item.phrasings.map((text) => words.read(text, own))
    for (const passage of splitFor(item)) {
      const path = words.read(passage.path.join(' '), own)
      const body = item.kind === 'fixed' ? [] : words.read(passage.text, own)
      fields.push({ title, phrasings: phrasings.flat(), path, lead: body.slice(0, LEAD_WORDS), body })
      passages.push({ item, passage, first: passage.ordinal === 0, wordings: wordingsOf(item, passage, title, phrasings, path) })
    }
  }
  const postings = buildPostings(fields)
  for (const { wordings } of passages)
    for (const { terms } of wordings) for (const term of terms) term.weight = weightOf(term.stem, postings)
  return { passages, postings, speller: buildSpeller(words.counts), stems: words.stems, language }
}

/** What a term weighs in a match: its idf, that of an unseen word when no passage has it. */
export function weightOf(stem: string, postings: Postings): number {
  const number = postings.terms.get(stem)
  const weight = number === undefined ? postings.unknownIdf : postings.idf[number]!
  return stem.startsWith('#') ? weight * 0.5 : weight
}

class Words {
  readonly counts = new Map<string, number>()
  readonly stems = new Map<string, string>()

  read(text: string, language: Language): string[] {
    return analyse(text, language).map(({ stem, word }) => {
      if (!stem.startsWith('#')) {
        this.counts.set(word, (this.counts.get(word) ?? 0) + 1)
        this.stems.set(word, stem)
      }
      return stem
    })
  }
}

function splitFor(item: ContentItem): Passage[] {
  const passages = splitPassages(item.body)
  if (item.kind === 'fixed' && passages.length > 1) {
    const blocks = passages.flatMap((passage) => passage.blocks)
    return [{ ...passages[0]!, blocks, text: passages.map((passage) => passage.text).join('\n') }]
  }
  return passages
}

function wordingsOf(item: ContentItem, passage: Passage, title: string[], phrasings: string[][], path: string[]): Wording[] {
  const wording = (kind: Wording['kind'], text: string, stems: string[]): Wording => ({
    kind,
    text,
    terms: [...new Set(stems)].map((stem) => ({ stem, weight: 0 })),
  })
  const headings = passage.path.length === 0 ? [] : [
    wording('heading', passage.path.at(-1)!, path),
    wording('heading', `${item.title}: ${passage.path.join(' › ')}`, [...title, ...path]),
  ]
  return [
    wording('title', item.title, title),
    ...item.phrasings.map((text, i) => wording('phrasing', text, phrasings[i]!)),
    ...headings,
  ].filter(({ terms }) => terms.length > 0)
}
