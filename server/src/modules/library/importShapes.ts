import type {
  ArticleContent,
  SmallTalkContent,
  DocumentContent,
  GlossaryContent,
  SheetPreview,
  SheetTrial,
} from '@janua/contracts'
import { guessMapping } from './readers/columns.ts'
import type { ReadFile, ReadSheet } from './readers/readFile.ts'
import type { Taken } from '../releases/index.ts'

const SAMPLE_ROWS = 12
const SAMPLE_CELL = 240

export function sheetKey(file: string, sheet: string): string {
  return `${file}\n${sheet}`
}

/** A sheet as the lead sees it before saying what its columns are. */
export function previewOf(file: string, { sheet, rows, warnings = [] }: ReadSheet): SheetPreview {
  const sample = rows
    .slice(0, SAMPLE_ROWS)
    .map((row) => row.map((cell) => cell.slice(0, SAMPLE_CELL)))
  return { file, sheet, rows: rows.length, sample, guess: guessMapping(rows), warnings }
}

/** An item of a trial: what would be shown and found. */
export function asShown(content: unknown): SheetTrial['first'][number] {
  const { title, phrasings, body, parts } = content as Partial<ArticleContent & DocumentContent>
  if (title !== undefined)
    return {
      title,
      phrasings: phrasings ?? [],
      body: (body ?? parts?.map((part) => part.body).join('\n') ?? '').slice(0, 1_200),
    }
  const { term, also, meaning } = content as Partial<GlossaryContent>
  if (term !== undefined) return { title: term, phrasings: also ?? [], body: meaning ?? '' }
  const { name, says, replies } = content as SmallTalkContent
  return { title: name, phrasings: says, body: replies.en }
}

export function tallyOf(taken: readonly Taken[]): {
  imported: number
  updated: number
  unchanged: number
} {
  const count = (result: Taken['result']) => taken.filter((each) => each.result === result).length
  return { imported: count('imported'), updated: count('updated'), unchanged: count('unchanged') }
}

export function nameOf({ content, name }: ReadFile & { name: string }): string {
  const { title, term, name: own } = content as { title?: string; term?: string; name?: string }
  return title ?? term ?? own ?? name
}
