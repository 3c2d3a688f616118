import { isUtf8 } from 'node:buffer'
import { analyse } from 'chardet'
import iconv from 'iconv-lite'

/** Why a file cannot come in; the message is shown to the lead. */
export class Unreadable extends Error {}

/** A text, and the encoding that had to be guessed; null when the file says it itself, or it is UTF-8. */
export interface Decoded {
  text: string
  guessed: string | null
}

/** Encodings that a guess can name only when it is this sure of it; else Western European text is by far the likeliest. */
const LEAST_SURE = 60
const FOREIGN = /^(windows-125[1345678]|koi8|iso-8859-[56789]|shift_jis|euc|gb|big5)/i

/**
 * Text out of bytes: UTF-8 or UTF-16 by their marks, the character set that an HTML head names, UTF-8 where it is valid, else a guess,
 * mostly Windows-1252. (`TextDecoder` reads Windows-1252 as Latin-1 here, and loses € signs, dashes and quotes.)
 * @throws {Unreadable} when it is no text
 */
export function decodeText(bytes: Buffer): Decoded {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return sure(iconv.decode(bytes, 'utf-16le'))
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return sure(iconv.decode(bytes, 'utf-16be'))
  if (bytes.includes(0)) throw new Unreadable('this is not a text file')
  if (isUtf8(bytes)) return sure(iconv.decode(bytes, 'utf-8'))
  const named = /<meta[^>]+charset=["']?([\w-]+)/i.exec(
    bytes.subarray(0, 2048).toString('latin1'),
  )?.[1]
  // Browsers read what calls itself Latin-1 as Windows-1252, which has the same letters and more signs.
  const charset = named && /^(iso-8859-1|latin-?1|us-ascii)$/i.test(named) ? 'windows-1252' : named
  if (charset && !/^utf-?8$/i.test(charset) && iconv.encodingExists(charset))
    return sure(iconv.decode(bytes, charset))
  const [best] = analyse(bytes)
  const guessed =
    best &&
    FOREIGN.test(best.name) &&
    best.confidence >= LEAST_SURE &&
    iconv.encodingExists(best.name)
      ? best.name
      : 'windows-1252'
  return { text: iconv.decode(bytes, guessed), guessed }
}

export function decode(bytes: Buffer): string {
  return decodeText(bytes).text
}

function sure(text: string): Decoded {
  return { text, guessed: null }
}

/** A title out of a file's name: "opening-hours.txt" becomes "Opening hours". */
export function titleFromName(name: string): string {
  const words = name
    .replace(/^.*\//, '')
    .replace(/\.[^.]+$/, '')
    .replace(/[-_]+/g, ' ')
    .trim()
  return (words.charAt(0).toUpperCase() + words.slice(1)).slice(0, 200) || 'Untitled'
}

/** A collection out of the folder that a file lies in. */
export function collectionFromName(name: string): string {
  const folder = name.split('/').slice(0, -1).at(-1)
  return folder ? titleFromName(folder).slice(0, 80) : ''
}

/** One line, its blanks single, without the pilcrows that manuals hang on headings. */
export function oneLine(text: string): string {
  return text
    .replace(/\u00b6/g, '')
    .replace(/\s+/g, ' ')
    .trim()
}

/** Text put into Markdown so that it shows as it is written. */
export function escapeMarkdown(text: string): string {
  return text
    .replace(/([\\`*_[\]<>|~])/g, '\\$1')
    .replace(/^(\s*)([#>+-])(?=\s)/, '$1\\$2')
    .replace(/^(\s*\d+)([.)])(?=\s)/, '$1\\$2')
}

/** A table of plain texts in Markdown; the first row is its header. */
export function markdownTable(rows: readonly (readonly string[])[]): string {
  return rowsAsMarkdown(rows.map((row) => row.map((cell) => escapeMarkdown(oneLine(cell)))))
}

/** The same of cells that are Markdown already. */
export function rowsAsMarkdown(rows: readonly (readonly string[])[]): string {
  const width = Math.max(...rows.map((row) => row.length))
  const line = (row: readonly string[]) =>
    `| ${Array.from({ length: width }, (_, i) => row[i] || ' ').join(' | ')} |`
  return [line(rows[0]!), `|${' --- |'.repeat(width)}`, ...rows.slice(1).map(line)].join('\n')
}
