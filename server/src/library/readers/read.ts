import type { ArticleContent } from '@janua/contracts'
import { readHtml } from './html.ts'
import { readMarkdown } from './markdown.ts'
import { readPlainText } from './plainText.ts'

/** What a reader makes of a file: an article, and notes on what it left out. */
export interface ReadFile {
  content: ArticleContent
  notes: string[]
}

/** Why a file cannot come in; the message is shown to the lead. */
export class Unreadable extends Error {}

const READERS: Record<string, (text: string, name: string) => ReadFile> = {
  md: readMarkdown,
  markdown: readMarkdown,
  html: readHtml,
  htm: readHtml,
  txt: readPlainText,
}

/** Reads a file by its ending. @throws {Unreadable} with the reason in plain words */
export function readFile(name: string, bytes: Buffer): ReadFile {
  const ending = /\.([a-z0-9]+)$/i.exec(name)?.[1]?.toLowerCase() ?? ''
  const reader = READERS[ending]
  if (!reader) throw new Unreadable(`files of the kind “${ending || name}” cannot be read yet; Markdown, HTML and plain text can`)
  if (bytes.length === 0) throw new Unreadable('the file is empty')
  const file = reader(decode(bytes), name)
  if (file.content.body.trim() === '') throw new Unreadable('there is no text in it')
  return file
}

/** UTF-8 or UTF-16 by their marks, the character set that an HTML head names, else UTF-8, else Windows-1252. */
function decode(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  if (bytes.includes(0)) throw new Unreadable('this is not a text file')
  const named = /<meta[^>]+charset=["']?([\w-]+)/i.exec(bytes.subarray(0, 2048).toString('latin1'))?.[1]
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
  const words = name.replace(/^.*\//, '').replace(/\.[^.]+$/, '').replace(/[-_]+/g, ' ').trim()
  return words.charAt(0).toUpperCase() + words.slice(1)
}

/** A collection out of the folder that a file lies in. */
export function collectionFromName(name: string): string {
  const folder = name.split('/').slice(0, -1).at(-1)
  return folder ? titleFromName(folder).slice(0, 80) : ''
}
