/** What became of one file of an import. */
export type ImportResult =
  | {
      file: string
      result: 'imported' | 'updated' | 'unchanged'
      id: number
      kind: 'article' | 'document'
      title: string
      passages: number
      words: number
      notes: string[]
    }
  | {
      file: string
      result: 'taken'
      tally: { imported: number; updated: number; unchanged: number }
      what: string
      notes: string[]
    }
  | { file: string; result: 'refused'; reason: string }

/** What the rows of a sheet may become. */
export const SHEET_KINDS = ['article', 'fixed', 'glossary', 'smallTalk', 'document'] as const
export type SheetKind = (typeof SHEET_KINDS)[number]

/** What a column may hold, by what the rows become. */
export const COLUMN_ROLES = {
  article: ['question', 'answer', 'title', 'collection', 'review', 'id'],
  fixed: ['question', 'answer', 'title', 'collection', 'from', 'until', 'doors', 'review', 'id'],
  glossary: ['term', 'also', 'meaning', 'id'],
  smallTalk: ['name', 'says', 'replyEn', 'replyDe', 'id'],
  document: [],
} as const satisfies Record<SheetKind, readonly string[]>
export type ColumnRole =
  | { [Kind in Exclude<SheetKind, 'document'>]: (typeof COLUMN_ROLES)[Kind][number] }[Exclude<
      SheetKind,
      'document'
    >]
  | ''

/** How a sheet is to be read: what its rows become, and what each column holds. */
export interface SheetMapping {
  as: SheetKind
  /** The first row holds names of columns. */
  header: boolean
  columns: ColumnRole[]
}

/** A sheet as the lead sees it before anything is taken over. */
export interface SheetPreview {
  file: string
  /** Name of the sheet in its workbook; empty in a CSV file. */
  sheet: string
  rows: number
  /** The first rows, as they were read. */
  sample: string[][]
  guess: SheetMapping
  warnings: string[]
}

export type ImportState = 'reading' | 'asking' | 'storing' | 'done' | 'cancelled' | 'broken off'
export interface ImportView {
  id: number
  state: ImportState
  /** Files read of those that arrived, those inside a ZIP counted as they are found. */
  read: number
  total: number
  /** The file being read. */
  current: string
  results: ImportResult[]
  /** Sheets that wait for the lead. */
  sheets: SheetPreview[]
  by: string
  at: string
}

export const MAX_FILE_MB = 50
export const MAX_SHEET_ROWS = 20_000

/** What rows would become under a mapping: counts, faults by row number, and the first few. */
export interface SheetTrial {
  items: number
  faults: { row: number; because: string }[]
  first: { title: string; phrasings: string[]; body: string }[]
}
