import type { Block } from '../library/blocks.ts'
import type { Passage } from '../library/passages.ts'
import type { Language } from '../text/language.ts'
import { sentences } from '../text/sentences.ts'
import { type ParsedSentence, readSentence, type Word } from './reading.ts'

/** One thing that a passage says: a sentence, an item of a list with what leads into it, a cell of a table with its row and column. */
export interface Unit extends ParsedSentence {
  /** Words that it points back to: they may be said, and need not be. */
  before: Word[]
  /** Words that may be said beside its own: what its table is about. */
  around: ReadonlySet<string>
  /** Place of its sentence, item or cell in the passage: what a semicolon parts has the same. */
  place: number
  /** Two cells of one row together, each below its head: who speaks of a head has to say what stands in its cell. */
  cells?: { head: ReadonlySet<string>; cell: ReadonlySet<string> }[]
}

const SEMICOLON = /;\s+/
const LEAD_WORDS = 5
const NOTHING: ReadonlySet<string> = new Set()

/** Takes a passage apart into what can be cited for one sentence. */
export function unitsOf({ blocks }: Pick<Passage, 'blocks'>, language: Language): Unit[] {
  const units: Unit[] = []
  let last: ParsedSentence | undefined
  const lead = blocks
    .filter(({ type }) => type === 'paragraph')
    .flatMap((block) =>
      block.type === 'paragraph' ? readSentence(block.content.text, language).words : [],
    )
  const about = new Set(lead.filter(({ isNumber }) => !isNumber).map(({ key }) => key))
  let place = 0
  const add = (text: string, around: ReadonlySet<string> = NOTHING) => {
    place++
    for (const part of text.split(SEMICOLON)) {
      const reading = readSentence(part, language)
      if (reading.words.length === 0 && !reading.says) continue
      units.push({
        ...reading,
        before: reading.pointsBack && last ? subjectOf(last) : [],
        around,
        place,
      })
      last = reading
    }
  }
  /** What stands in the head or before the rows of a table tells its cells apart: it is said of its own cells only. */
  const addTable = (table: Block & { type: 'table' }) => {
    const own = new Set(
      [...table.header, ...table.rows.flatMap((row) => row.slice(0, 1))].flatMap(({ text }) =>
        readSentence(text, language).words.map(({ key }) => key),
      ),
    )
    const around = new Set([...about].filter((key) => !own.has(key)))
    for (const row of rowsOf(table)) add(row, around)
    units.push(
      ...pairsOf(table, language).map((pair) => ({ ...pair, before: [], around, place: ++place })),
    )
  }
  blocks.forEach((block, i) => {
    if (block.type === 'table') return addTable(block)
    if (block.type === 'list') {
      const before = blocks[i - 1]
      const lead =
        before?.type === 'paragraph' && before.content.text.endsWith(':')
          ? (sentences(before.content.text).at(-1) ?? '')
          : ''
      return block.items.forEach(({ text }) =>
        sentences(text).forEach((sentence, at) =>
          add(at === 0 && lead ? `${lead.replace(/:$/, '')} ${sentence}` : sentence),
        ),
      )
    }
    sentences(block.content.text).forEach((sentence) => add(sentence))
  })
  return units
}

/** Each cell with the name of its row and of its column, and each row as a whole. */
function rowsOf({
  header,
  rows,
}: {
  header: { text: string }[]
  rows: { text: string }[][]
}): string[] {
  return rows.flatMap((row) => {
    const [label = '', ...cells] = row.map(({ text }) => text)
    return cells.map((cell, i) => `${label} ${header[i + 1]?.text ?? ''} ${cell}`)
  })
}

/** More cells than this in a row are not put together two by two. */
const MOST_CELLS = 8

/** Two cells of a row say one thing together: "a car of up to 5 m costs 32.00". */
function pairsOf(
  { header, rows }: { header: { text: string }[]; rows: { text: string }[][] },
  language: Language,
): (ParsedSentence & Pick<Unit, 'cells'>)[] {
  const keysOf = (text: string) => new Set(readSentence(text, language).words.map(({ key }) => key))
  const heads = header.map(({ text }) => keysOf(text))
  return rows.flatMap((row) => {
    const [label = '', ...texts] = row.map(({ text }) => text)
    if (texts.length > MOST_CELLS) return []
    const cells = texts.map((text, i) => ({
      text,
      title: header[i + 1]?.text ?? '',
      head: heads[i + 1] ?? NOTHING,
      cell: keysOf(text),
    }))
    return cells.flatMap((one, i) =>
      cells.slice(i + 1).map((other) => ({
        ...readSentence(`${label} ${one.title} ${one.text} ${other.title} ${other.text}`, language),
        cells: [one, other],
      })),
    )
  })
}

/** What a sentence is about: its first words. */
function subjectOf({ words }: ParsedSentence): Word[] {
  const first = words[0]
  const end = words.findIndex(({ passive }) => passive)
  return first
    ? words
        .slice(0, end < 0 ? LEAD_WORDS : Math.min(end, LEAD_WORDS))
        .filter(({ item, clause }) => item === first.item && clause === first.clause)
    : []
}
