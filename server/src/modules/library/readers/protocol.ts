import type { ReadFile, ReadSheet } from './readFile.ts'

/** A file that arrived, lying on the disk until it is read. */
export interface ArrivedFile {
  /** Path within what was dropped, such as "fares/children.md". */
  name: string
  path: string
  size: number
}

/** What the reading thread is told once. */
export interface ReadingOrder {
  files: ArrivedFile[]
}

/** What it says, file by file; `found` counts what a ZIP brings along. */
export type Said =
  | { type: 'found'; more: number }
  | { type: 'begins'; file: string }
  | { type: 'item'; file: string; item: ReadFile; words: number; passages: number }
  | { type: 'sheets'; file: string; sheets: ReadSheet[] }
  | { type: 'refused'; file: string; reason: string }
  | { type: 'package'; file: string; items: (ReadFile & { name: string })[]; notes: string[] }
  | { type: 'done' }
