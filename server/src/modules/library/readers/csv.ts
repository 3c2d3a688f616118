import { MAX_SHEET_ROWS } from '@janua/contracts'
import { parse } from 'csv-parse/sync'
import { guessNotes, type ReadSheet } from './readFile.ts'
import { decodeText, Unreadable } from './text.ts'

const DELIMITERS = [',', ';', '\t', '|']

/** CSV in any usual character set; the separator is the one that cuts the first lines most evenly. */
export function readCsv(bytes: Buffer): ReadSheet {
  const { text: decoded, guessed } = decodeText(bytes)
  const text = decoded.replace(/^\uFEFF/, '')
  if (text.trim() === '') throw new Unreadable('there is nothing in it')
  const delimiter = delimiterOf(text)
  const rows = parsed(text, delimiter)
  if (rows.length > MAX_SHEET_ROWS + 1) throw tooLong(rows.length)
  return { sheet: '', rows, faults: [], warnings: guessNotes(guessed) }
}

export function tooLong(rows: number): Unreadable {
  return new Unreadable(
    `it has ${rows} rows; at most ${MAX_SHEET_ROWS} are read from one sheet, so please split it`,
  )
}

function parsed(text: string, delimiter: string, to?: number): string[][] {
  try {
    const rows: string[][] = parse(text, {
      delimiter,
      to,
      bom: true,
      relax_column_count: true,
      relax_quotes: true,
      skip_empty_lines: false,
      trim: true,
      max_record_size: 1_000_000,
    })
    while (rows.length > 0 && rows.at(-1)!.every((cell) => cell === '')) rows.pop()
    return rows
  } catch (cause) {
    const { code, lines } = cause as { code?: string; lines?: number }
    throw new Unreadable(
      code === 'CSV_QUOTE_NOT_CLOSED'
        ? `a quotation mark is opened and never closed, at about line ${lines}`
        : `line ${lines ?? '?'} cannot be read as CSV`,
    )
  }
}

export function delimiterOf(text: string): string {
  const head = text.split(/\r?\n/).slice(0, 30).join('\n')
  const scored = DELIMITERS.map((delimiter) => {
    const widths = tryHead(head, delimiter)
    const width = widths[0] ?? 1
    const even = widths.filter((each) => each === width).length / Math.max(1, widths.length)
    return { delimiter, score: width > 1 ? even * Math.min(width, 8) : 0 }
  })
  return scored.sort((a, b) => b.score - a.score)[0]!.delimiter
}

function tryHead(head: string, delimiter: string): number[] {
  try {
    return parsed(head, delimiter, 20).map((row) => row.length)
  } catch {
    return head.split('\n').map((line) => line.split(delimiter).length)
  }
}
