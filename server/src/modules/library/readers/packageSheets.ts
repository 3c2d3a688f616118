import type { ArticleContent, SmallTalkContent, GlossaryContent } from '@janua/contracts'
import { CSV, type CsvKind, type PackedItem } from './packageManifest.ts'
import { stringify } from 'csv-stringify/sync'
import type { ReadFile } from './readFile.ts'
import { parse } from 'csv-parse/sync'
import { Unreadable } from './text.ts'

type Columns<C> = Record<
  string,
  { get: (content: C) => string | null; set: (cell: string) => unknown }
>
const lines = { set: (cell: string) => (cell === '' ? [] : cell.split('\n')) }
const day = { set: (cell: string) => cell || null }
const plain = { set: (cell: string) => cell }

const FIXED: Columns<ArticleContent> = {
  title: { get: ({ title }) => title, ...plain },
  collection: { get: ({ collection }) => collection, ...plain },
  questions: { get: ({ phrasings }) => phrasings.join('\n'), ...lines },
  answer: { get: ({ body }) => body, ...plain },
  from: { get: ({ holds }) => holds?.from ?? '', ...day },
  until: { get: ({ holds }) => holds?.until ?? '', ...day },
  doors: { get: ({ holds }) => (holds?.doors ?? []).join('\n'), ...lines },
  review: { get: ({ reviewOn }) => reviewOn ?? '', ...day },
}
const GLOSSARY: Columns<GlossaryContent> = {
  term: { get: ({ term }) => term, ...plain },
  also: { get: ({ also }) => also.join('\n'), ...lines },
  meaning: { get: ({ meaning }) => meaning, ...plain },
}
const SMALL_TALK: Columns<SmallTalkContent> = {
  name: { get: ({ name }) => name, ...plain },
  says: { get: ({ says }) => says.join('\n'), ...lines },
  'reply en': { get: ({ replies }) => replies.en, ...plain },
  'reply de': { get: ({ replies }) => replies.de, ...plain },
}
const COLUMNS = { fixed: FIXED, glossary: GLOSSARY, smallTalk: SMALL_TALK } as Record<
  CsvKind,
  Columns<any>
>

export function asCsv(kind: CsvKind, items: readonly PackedItem[]): string {
  const columns = Object.entries(COLUMNS[kind])
  const rows = items.map(({ uid, content }) => [
    ...columns.map(([, { get }]) => guarded(get(content) ?? '')),
    uid,
  ])
  return stringify([[...columns.map(([name]) => name), 'id'], ...rows], { bom: true })
}

export function fromCsv(kind: CsvKind, text: string): Map<string, ReadFile['content']> {
  let rows: string[][]
  try {
    rows = parse(text, { bom: true, relax_column_count: true })
  } catch (cause) {
    throw new Unreadable(
      `${CSV[kind]} in it cannot be read: ${(cause as Error).message.slice(0, 100)}`,
    )
  }
  const head = rows[0] ?? []
  const at = (name: string) => head.indexOf(name)
  return new Map(
    rows.slice(1).map((row) => {
      const value = Object.fromEntries(
        Object.entries(COLUMNS[kind]).map(([name, { set }]) => [
          name,
          set(unguarded(row[at(name)] ?? '')),
        ]),
      ) as Record<string, any>
      return [row[at('id')] ?? '', shaped(kind, value)]
    }),
  )
}

function shaped(kind: CsvKind, row: Record<string, any>): ReadFile['content'] {
  if (kind === 'glossary') return { term: row.term, also: row.also, meaning: row.meaning }
  if (kind === 'smallTalk')
    return { name: row.name, says: row.says, replies: { en: row['reply en'], de: row['reply de'] } }
  return {
    title: row.title,
    collection: row.collection,
    phrasings: row.questions,
    body: row.answer,
    reviewOn: row.review,
    holds: { from: row.from, until: row.until, doors: row.doors },
  }
}

/** A cell that a spreadsheet would take for a formula is led by an apostrophe; reading takes it off again. */
function guarded(cell: string): string {
  return /^'*[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell
}
function unguarded(cell: string): string {
  return /^'+[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell
}
