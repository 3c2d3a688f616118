import type { ContentItem } from '../answering/items.ts'
import type { ReadItem } from '../retrieval/itemReading.ts'
import { analyse } from '../text/analyse.ts'
import { guessLanguage, type Language } from '../text/language.ts'
import { countWords } from '../text/tokens.ts'
import { type Conflict, conflicts } from './conflicts.ts'
import { type NearCopy, nearCopies } from './likeness.ts'
import type { Passage } from './passages.ts'
import { statementsOf } from './statements.ts'

/** A passage by its item and its number in it. */
export interface Place {
  item: number
  ordinal: number
}
export interface FoundCopy {
  a: Place
  b: Place
  likeness: number
}
/** What one side of a conflict says, with the words that differ marked by UTF-16 offsets. */
export interface Side extends Place {
  text: string
  marks: [start: number, end: number][]
}
export interface FoundConflict {
  a: Side
  b: Side
  on: Conflict['on']
  sameness: number
}

/**
 * Compares every passage of a library with every other: near copies, and statements that contradict each other. Pure; for a large
 * library it belongs in a thread of its own.
 * @param read items with their passages
 */
export function compareAll(
  read: readonly ReadItem[],
  language: Language = 'en',
): { copies: FoundCopy[]; conflicts: FoundConflict[] } {
  const all = read.flatMap(({ item, passages }) => passages.map((each) => ({ item, ...each })))
  const place = (at: number): Place => ({
    item: all[at]!.item.id,
    ordinal: all[at]!.passage.ordinal,
  })
  const languages = new Map<ContentItem, Language>()
  const languageOf = (item: ContentItem, text: string) => {
    if (!languages.has(item)) languages.set(item, guessLanguage(text, language))
    return languages.get(item)!
  }
  const statements = all.flatMap(({ item, passage }, at) =>
    statementsOf(passage, at, languageOf(item, passage.text)),
  )
  const stems = (text: string, item: ContentItem) =>
    analyse(text, languageOf(item, text)).map(({ stem }) => stem)
  const context = all.map(({ item, passage }) => ({
    item: item.id,
    stems: new Set(stems(`${item.title} ${passage.path.join(' ')}`, item)),
  }))
  const units = all.flatMap(({ item, passage, fields }, at) =>
    [
      item.kind === 'fixed' ? stems(passage.text, item) : fields.body.map(({ stem }) => stem),
      ...longParagraphs(passage).map((text) => stems(text, item)),
    ].map((own) => ({ at, stems: own })),
  )
  const side = ({ passage, text, values }: Conflict['a'], on: Conflict['on']): Side => ({
    ...place(passage),
    text,
    marks:
      on === 'yes or no'
        ? []
        : values.filter(({ kind }) => kind === on).map(({ start, end }) => [start, end]),
  })
  return {
    copies: byPassage(
      nearCopies(units.map((unit) => unit.stems)).map(({ a, b, likeness }) => ({
        a: units[a]!.at,
        b: units[b]!.at,
        likeness,
      })),
    ).map(({ a, b, likeness }) => ({ a: place(a), b: place(b), likeness })),
    conflicts: conflicts(statements, context).map(({ a, b, on, sameness }) => ({
      a: side(a, on),
      b: side(b, on),
      on,
      sameness,
    })),
  }
}

const LONG_PARAGRAPH = 20

/** Paragraphs that are worth finding again by themselves, where a passage has more than one. */
function longParagraphs({ blocks }: Passage): string[] {
  if (blocks.length < 2) return []
  return blocks.flatMap((block) =>
    block.type === 'paragraph' && countWords(block.content.text) >= LONG_PARAGRAPH
      ? [block.content.text]
      : [],
  )
}

/** One finding for each pair of passages: its strongest. */
function byPassage(copies: readonly NearCopy[]): NearCopy[] {
  const seen = new Set<string>()
  return copies.filter(({ a, b }) => a !== b && !seen.has(`${a} ${b}`) && seen.add(`${a} ${b}`))
}
