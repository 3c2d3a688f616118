import { type ContentItem, passagesOf } from '../answering/items.ts'
import type { Passage } from '../library/passages.ts'
import { analyse } from '../text/analyse.ts'
import { guessLanguage, type Language } from '../text/language.ts'
import { LEAD_WORDS } from './fields.ts'
import { type Glossary, readTerms } from './glossary.ts'
import type { FieldTerms } from './postings.ts'

/** A wording before it is weighed: what a weight is depends on the rest of the library. */
export interface ReadWording {
  kind: 'title' | 'phrasing' | 'heading'
  text: string
  stems: string[]
}

/** An item read into words, passage by passage. It depends on its revision and the glossary alone, so it can be kept between indices. */
export interface ReadItem {
  item: ContentItem
  passages: { passage: Passage; fields: FieldTerms; wordings: ReadWording[] }[]
  /** Written words with their stem and how often each occurs. */
  words: Map<string, { stem: string; count: number }>
}

/** Cuts an item into passages and reads the words of each field. */
export function readItem(item: ContentItem, language: Language, glossary: Glossary): ReadItem {
  const words: ReadItem['words'] = new Map()
  const own = guessLanguage(`${item.title} ${item.phrasings.join(' ')} ${item.body || item.parts?.map(({ body }) => body).join(' ').slice(0, 4_000)}`, language)
  const terms = (text: string) => {
    const found = analyse(text, own)
    for (const { stem, word } of found) {
      if (stem.startsWith('#')) continue
      const known = words.get(word)
      if (known) known.count++
      else words.set(word, { stem, count: 1 })
    }
    return found
  }
  /** For the index: the written words and the company's. */
  const both = (text: string) => readTerms(terms(text), glossary, true).map(({ stem }) => stem)
  /** For a match from both sides: the company's words only, as in questions. */
  const exact = (text: string) => [...new Set(readTerms(analyse(text, own), glossary).map(({ stem }) => stem))]

  const title = both(item.title)
  const phrasings = item.phrasings.flatMap(both)
  const titleWordings: ReadWording[] = [
    { kind: 'title', text: item.title, stems: exact(item.title) },
    ...item.phrasings.map((text): ReadWording => ({ kind: 'phrasing', text, stems: exact(text) })),
  ]
  const passages = passagesOf(item).map((passage) => {
    const body = item.kind === 'fixed' ? [] : both(passage.text)
    const taught = passage.part === null ? [] : (item.parts?.[passage.part]?.phrasings ?? [])
    const wordings = [
      ...titleWordings,
      ...taught.map((text): ReadWording => ({ kind: 'phrasing', text, stems: exact(text) })),
      ...headings(item.title, passage.path).map((text): ReadWording => ({ kind: 'heading', text, stems: exact(text) })),
    ].filter(({ stems }) => stems.length > 0)
    const fields: FieldTerms = { title, phrasings: [...phrasings, ...taught.flatMap(both)], path: both(passage.path.join(' ')), lead: body.slice(0, LEAD_WORDS), body }
    return { passage, fields, wordings }
  })
  return { item, passages, words }
}

function headings(title: string, path: readonly string[]): string[] {
  return path.length === 0 ? [] : [path.at(-1)!, `${title}: ${path.join(' › ')}`]
}
