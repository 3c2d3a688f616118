import type { ArticleContent, DocumentContent, ItemKind } from '@janua/contracts'

/** A picture that belongs to what was read; the text refers to it as /files/HASH. */
export interface Picture {
  name: string
  type: string
  bytes: Buffer
}

/** What a reader makes of a file: an item, and notes on what it left out. */
export interface ReadFile {
  kind: Extract<ItemKind, 'article' | 'fixed' | 'document' | 'glossary' | 'smallTalk'>
  content: ArticleContent | DocumentContent | object
  notes: string[]
  pictures?: Picture[]
  /** The file itself is worth keeping, as this type. */
  original?: string
  /** From an export of Janua: the item that it is, and whether it was ready. */
  uid?: string
  ready?: boolean
}

/** A sheet's rows, as text, before anybody said what they are. */
export interface ReadSheet {
  sheet: string
  rows: string[][]
  faults: { row: number; because: string }[]
  /** What somebody should look at before it is read. */
  warnings?: string[]
}

export type Read = ({ as: 'item' } & ReadFile) | { as: 'sheets'; sheets: ReadSheet[] }

/** Files that came along, by their path: pictures of a page, say. */
export type Beside = (path: string) => Promise<Buffer | undefined>

/** What had to be guessed is said, so that somebody looks at it. */
export function guessNotes(guessed: string | null): string[] {
  if (guessed === null) return []
  return [
    `its encoding had to be guessed (${guessed}): check that € signs, quotes and letters with accents are right`,
  ]
}
