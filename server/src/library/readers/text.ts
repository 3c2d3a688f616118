/** Why a file cannot come in; the message is shown to the lead. */
export class Unreadable extends Error {}

/** UTF-8 or UTF-16 by their marks, the character set that an HTML head names, else UTF-8, else Windows-1252. */
export function decode(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  if (bytes.includes(0)) throw new Unreadable('this is not a text file')
  const named = /<meta[^>]+charset=["']?([\w-]+)/i.exec(
    bytes.subarray(0, 2048).toString('latin1'),
  )?.[1]
  for (const charset of [named, 'utf-8']) {
    if (!charset) continue
    try {
      return new TextDecoder(charset, { fatal: true }).decode(bytes)
    } catch {
      continue // an unknown or untrue name: the next one
    }
  }
  return new TextDecoder('windows-1252').decode(bytes)
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
