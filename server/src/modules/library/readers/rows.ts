import {
  type ArticleContent,
  COLUMN_ROLES,
  type ColumnRole,
  type SmallTalkContent,
  type DocumentContent,
  type GlossaryContent,
  type SheetKind,
  type SheetMapping,
} from '@janua/contracts'
import {
  articleContent,
  smallTalkContent,
  documentContent,
  glossaryContent,
} from '@janua/contracts/schemas'
import type { ObjectSchema } from 'joi'
import { inWords } from '../../../platform/http/faults.ts'
import { checked, part } from './parts.ts'
import type { ReadFile, ReadSheet } from './readFile.ts'
import { NEEDED } from './columns.ts'
import { markdownTable, oneLine, titleFromName } from './text.ts'

export interface TakenRows {
  items: (ReadFile & { key: string })[]
  /** Rows that do not come in, by their number in the sheet, from 1. */
  faults: { row: number; because: string }[]
}

type Row = Partial<Record<Exclude<ColumnRole, ''>, string[]>>

const SCHEMAS: Record<Exclude<SheetKind, 'document'>, ObjectSchema> = {
  article: articleContent,
  fixed: articleContent,
  glossary: glossaryContent,
  smallTalk: smallTalkContent,
}

/** Turns the rows of a sheet into items by the lead's mapping; a faulty row is listed, and the others come in. */
export function takeRows(sheet: ReadSheet, mapping: SheetMapping, file: string): TakenRows {
  if (mapping.as === 'document') return asDocument(sheet, file)
  const missing = NEEDED[mapping.as].filter((role) => !mapping.columns.includes(role))
  if (missing.length > 0)
    return {
      items: [],
      faults: [
        {
          row: 1,
          because: `no column is chosen for: ${missing.map((role) => WORDS[role as keyof typeof WORDS]).join(', ')}`,
        },
      ],
    }
  const faults = [...sheet.faults]
  const faulty = new Set(faults.map(({ row }) => row))
  const items: TakenRows['items'] = []
  const seen = new Map<string, number>()
  sheet.rows.forEach((cells, i) => {
    const number = i + 1
    if ((mapping.header && i === 0) || cells.every((cell) => cell === '') || faulty.has(number))
      return
    const made = itemOf(mapping.as as keyof typeof SCHEMAS, rowOf(cells, mapping), file)
    if ('because' in made) return faults.push({ row: number, because: made.because })
    const twin = seen.get(made.key)
    if (twin !== undefined)
      return faults.push({ row: number, because: `it asks the same as row ${twin}` })
    seen.set(made.key, number)
    items.push(made)
  })
  return { items, faults: faults.sort((a, b) => a.row - b.row) }
}

const WORDS: Record<Exclude<ColumnRole, ''>, string> = {
  question: 'question',
  answer: 'answer',
  title: 'title',
  collection: 'collection',
  review: 'look again on',
  from: 'holds from',
  until: 'holds until',
  doors: 'doors',
  term: 'term',
  also: 'what people call it',
  meaning: 'meaning',
  name: 'name',
  says: 'what people say',
  replyEn: 'reply (English)',
  replyDe: 'reply (German)',
  id: 'Janua’s number',
}

function rowOf(cells: readonly string[], { columns }: SheetMapping): Row {
  const row: Row = {}
  columns.forEach((role, i) => {
    const cell = cells[i]?.trim()
    if (role && cell) row[role] = [...(row[role] ?? []), cell]
  })
  return row
}

function itemOf(
  as: keyof typeof SCHEMAS,
  row: Row,
  file: string,
): (ReadFile & { key: string }) | { because: string } {
  const missing = NEEDED[as].filter((role) => role && !row[role])
  if (missing.length > 0)
    return {
      because: `it has no ${missing.map((role) => WORDS[role as keyof typeof WORDS]).join(' and no ')}`,
    }
  const undated = (['from', 'until', 'review'] as const).find(
    (role) =>
      (COLUMN_ROLES[as] as readonly string[]).includes(role) && row[role] && !dayOf(row[role][0]!),
  )
  if (undated)
    return { because: `“${row[undated]![0]!.slice(0, 40)}” is not a day like 2027-05-31` }
  const { error, value } = SCHEMAS[as].validate(CONTENT[as](row, file))
  if (error) return { because: inWords(error.details) }
  return {
    kind: as,
    content: value,
    notes: [],
    key: `${as} ${KEY[as](value).toLowerCase()}`,
    ...(row.id && { uid: row.id[0] }),
  }
}

const KEY: Record<keyof typeof SCHEMAS, (content: any) => string> = {
  article: ({ phrasings }: ArticleContent) => phrasings[0]!,
  fixed: ({ phrasings, holds }: ArticleContent) =>
    [phrasings[0], holds?.from, holds?.until, ...(holds?.doors ?? [])].join(' '),
  glossary: ({ term }: GlossaryContent) => term,
  smallTalk: ({ name }: SmallTalkContent) => name,
}

const CONTENT: Record<keyof typeof SCHEMAS, (row: Row, file: string) => object> = {
  article: (row, file) => questionAndAnswer(row, file),
  fixed: (row, file) => ({
    ...questionAndAnswer(row, file),
    holds: { from: dayOf(row.from?.[0]), until: dayOf(row.until?.[0]), doors: listed(row.doors) },
  }),
  glossary: (row) => ({
    term: oneLine(row.term![0]!),
    also: listed(row.also),
    meaning: row.meaning?.[0] ?? '',
  }),
  smallTalk: (row) => ({
    name: oneLine(row.name![0]!),
    says: listed(row.says),
    replies: { en: row.replyEn![0]!, de: row.replyDe![0]! },
  }),
}

/** One answer with all the questions that share it: several columns, or several lines of a cell. */
function questionAndAnswer(row: Row, file: string): ArticleContent {
  const phrasings = distinct(
    row
      .question!.flatMap((cell) => cell.split(/\r?\n|\s\|\s/))
      .map(oneLine)
      .filter((text) => text.length > 1),
  )
  const title = row.title ? oneLine(row.title[0]!) : (phrasings[0] ?? '')
  const body = row.answer!.join('\n\n').replace(/\r\n?/g, '\n')
  return {
    title: title.slice(0, 200),
    collection: oneLine(row.collection?.[0] ?? titleFromName(file)).slice(0, 80),
    phrasings,
    body: body.endsWith('\n') ? body : `${body}\n`,
    reviewOn: dayOf(row.review?.[0]),
  }
}

/** Entries of a cell: one a line, or with semicolons between. */
function listed(cells: readonly string[] | undefined): string[] {
  return distinct(
    (cells ?? [])
      .flatMap((cell) => cell.split(/\r?\n|;/))
      .map(oneLine)
      .filter(Boolean),
  )
}

function distinct(texts: readonly string[]): string[] {
  return texts.filter(
    (text, i) => texts.findIndex((other) => other.toLowerCase() === text.toLowerCase()) === i,
  )
}

/** A day as people write it: 2027-05-31, 31.05.2027 or 31/05/2027. */
function dayOf(text: string | undefined): string | null {
  const iso = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text ?? '')
  const local = /^(\d{1,2})[./](\d{1,2})[./](\d{4})$/.exec(text ?? '')
  const [year, month, day] = iso ? iso.slice(1) : local ? [local[3], local[2], local[1]] : []
  const written = `${year}-${month?.padStart(2, '0')}-${day?.padStart(2, '0')}`
  return year && new Date(`${written}T00:00:00Z`).toJSON()?.startsWith(written) ? written : null
}

/** A sheet to look things up in: one part, its table cut into passages where it is long. */
function asDocument({ sheet, rows, faults }: ReadSheet, file: string): TakenRows {
  const filled = rows.filter((row) => row.some((cell) => cell !== ''))
  const { heading, table } = titledTable(filled)
  const body = `${heading
    .slice(sheet ? 0 : 1)
    .map((line) => `${line}\n\n`)
    .join('')}${table.length > 0 ? `${markdownTable(table)}\n` : ''}`
  const content: DocumentContent = {
    title: sheet ? `${titleFromName(file)}: ${sheet}` : (heading[0] ?? titleFromName(file)),
    collection: '',
    format: 'sheet',
    file: null,
    address: null,
    pages: null,
    phrasings: [],
    parts: checked([part(sheet, 1, body, { kind: 'table' })]),
    reviewOn: null,
  }
  const { error } = documentContent.validate(content)
  if (error) return { items: [], faults: [{ row: 1, because: inWords(error.details) }] }
  return { items: [{ kind: 'document', content, notes: [], key: `document ${sheet}` }], faults }
}

/** Lines above a table that fill one cell only are its title. */
function titledTable(rows: readonly string[][]): { heading: string[]; table: string[][] } {
  const start = rows.findIndex((row) => row.filter(Boolean).length > 1)
  return {
    heading: rows.slice(0, Math.max(0, start)).map((row) => row.find(Boolean)!),
    table: start < 0 ? [...rows] : rows.slice(start).map((row) => [...row]),
  }
}
