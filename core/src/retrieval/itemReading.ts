import { type ContentItem, passagesOf } from '../answering/items.ts'
import type { Passage } from '../library/passages.ts'
import { analyse, type Term } from '../text/analyse.ts'
import { guessLanguage, type Language } from '../text/language.ts'
import { type Field, LEAD_WORDS } from './fields.ts'
import { type Glossary, readTerms } from './glossary.ts'

/** The words of one passage, field by field. */
export type FieldTerms = Record<Field, readonly Term[]>

/** A title, heading or phrasing that a question is held against from both sides. */
export interface ReadWording {
  kind: WordingKind
  text: string
  stems: string[]
}
export const WORDING_KINDS = ['title', 'phrasing', 'heading'] as const
export type WordingKind = (typeof WORDING_KINDS)[number]

interface ReadPassage {
  passage: Passage
  fields: FieldTerms
  /** Those of the passage itself: its headings, and what was taught for its part. */
  wordings: ReadWording[]
}

/** An item read into words, passage by passage. It depends on its revision and the glossary alone. */
export interface ReadItem {
  item: ContentItem
  /** Title and phrasings, which all passages share. */
  wordings: ReadWording[]
  passages: ReadPassage[]
}

export interface ReadingSettings {
  language: Language
  glossary: Glossary
  /** Titles and headings are not read: for finding out what a library is worth without them. */
  noTitles?: boolean
}

/**
 * Reads the words of each field of an item's passages.
 * @param cut its passages, where they are known already
 */
export function readItem(
  item: ContentItem,
  { language, glossary, noTitles = false }: ReadingSettings,
  cut: readonly Passage[] = passagesOf(item),
): ReadItem {
  const own = guessLanguage(
    `${item.title} ${item.phrasings.join(' ')} ${cut
      .map(({ text }) => text)
      .join(' ')
      .slice(0, 1_000)}`,
    language,
  )
  /** For the index: the written words and the company's. */
  const both = (text: string, spoken = own): Term[] =>
    readTerms(analyse(text, spoken), glossary, true)
  /** For a match from both sides: the company's words only, as in questions. */
  const exact = (text: string) => [
    ...new Set(readTerms(analyse(text, own), glossary).map(({ stem }) => stem)),
  ]
  const worded =
    (kind: WordingKind) =>
    (text: string): ReadWording => ({ kind, text, stems: exact(text) })

  const title = noTitles ? [] : both(withoutNumber(item.title))
  const phrasings = item.phrasings.flatMap((text) => both(text))
  const passages = cut.map((passage): ReadPassage => {
    const spoken = guessLanguage(passage.text.slice(0, 400), own)
    const body = item.kind === 'fixed' ? [] : both(passage.text, spoken)
    const taught = passage.part === null ? [] : (item.parts?.[passage.part]?.phrasings ?? [])
    const path = noTitles ? [] : passage.path.map(withoutNumber)
    const wordings = [
      ...taught.map(worded('phrasing')),
      ...headings(withoutNumber(item.title), path).map(worded('heading')),
    ]
    const fields: FieldTerms = {
      title,
      phrasings: [...phrasings, ...taught.flatMap((text) => both(text))],
      path: both(path.join(' ')),
      lead: body.slice(0, LEAD_WORDS),
      body,
    }
    return { passage, fields, wordings: wordings.filter(isSaid) }
  })
  const titled = noTitles ? [] : [worded('title')(withoutNumber(item.title))]
  return {
    item,
    passages,
    wordings: [...titled, ...item.phrasings.map(worded('phrasing'))].filter(isSaid),
  }
}

const PARTS = '(?:[Cc]hapter|[Ss]ection|[Pp]art|[Aa]ppendix|Kapitel|Abschnitt|Teil|Anhang)'
const NUMBERED = new RegExp(
  `^\\s*(?:${PARTS}\\s+)?(?:(?:\\d{1,3}|[A-Z])(?:\\.\\d{1,3})+\\.?|\\d{1,3}[.)]|[A-Z][.)]|${PARTS}\\s+(?:\\d{1,3}|[IVXL]{1,5}|[A-Z])[.:]?)\\s+(?=\\S)`,
)

/** A heading without its number, which nobody asks by. @example withoutNumber('4.6.4. Root password') // 'Root password' */
export function withoutNumber(heading: string): string {
  return heading.replace(NUMBERED, '')
}

function isSaid({ stems }: ReadWording): boolean {
  return stems.length > 0
}

function headings(title: string, path: readonly string[]): string[] {
  return path.length === 0 ? [] : [path.at(-1)!, `${title}: ${path.join(' › ')}`]
}
