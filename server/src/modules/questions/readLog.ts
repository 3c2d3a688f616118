import { parse } from 'csv-parse/sync'
import { readFileSync } from 'node:fs'
import { decode, delimiterOf, Unreadable } from '../library/index.ts'

const MOST_ROWS = 500_000

/** A log as records, with the number of each record's row in the file. CSV with a heading, or a JSON object a line. */
export function readLogFile(path: string): {
  columns: string[]
  records: { row: number; record: Record<string, unknown> }[]
  faults: { row: number; because: string }[]
} {
  const text = decode(readFileSync(path)).replace(/^\uFEFF/, '')
  if (text.trim() === '') throw new Unreadable('there is nothing in it')
  return /^\s*\{/.test(text) ? readLines(text) : readTable(text)
}

function readLines(text: string): ReturnType<typeof readLogFile> {
  const records: { row: number; record: Record<string, unknown> }[] = []
  const faults: { row: number; because: string }[] = []
  const columns = new Set<string>()
  for (const [i, line] of text.split(/\r?\n/).entries()) {
    if (line.trim() === '') continue
    if (records.length >= MOST_ROWS) throw tooMany()
    try {
      const record = JSON.parse(line) as unknown
      if (record === null || typeof record !== 'object' || Array.isArray(record))
        throw new Error('no object')
      for (const name of Object.keys(record)) if (columns.size < 200) columns.add(name)
      records.push({ row: i + 1, record: record as Record<string, unknown> })
    } catch {
      faults.push({ row: i + 1, because: 'it is not a JSON object' })
    }
  }
  return { columns: [...columns], records, faults }
}

function readTable(text: string): ReturnType<typeof readLogFile> {
  let rows: string[][]
  try {
    rows = parse(text, {
      delimiter: delimiterOf(text),
      relax_column_count: true,
      relax_quotes: true,
      skip_empty_lines: true,
      trim: true,
      max_record_size: 1_000_000,
    })
  } catch (cause) {
    const { code, lines } = cause as { code?: string; lines?: number }
    throw new Unreadable(
      code === 'CSV_QUOTE_NOT_CLOSED'
        ? `a quotation mark is opened and never closed, at about line ${lines}`
        : `line ${lines ?? '?'} cannot be read as CSV`,
    )
  }
  const [columns = [], ...rest] = rows
  if (rest.length > MOST_ROWS) throw tooMany()
  return {
    columns,
    records: rest.map((cells, i) => ({
      row: i + 2,
      record: Object.fromEntries(columns.map((name, at) => [name, cells[at] ?? ''])),
    })),
    faults: [],
  }
}

function tooMany(): Unreadable {
  return new Unreadable(`it has more than ${MOST_ROWS.toLocaleString('en')} rows; please split it`)
}
