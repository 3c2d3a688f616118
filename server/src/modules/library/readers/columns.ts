import { COLUMN_ROLES, type ColumnRole, type SheetKind, type SheetMapping } from '@janua/contracts'
import { fold } from '@janua/core'

/** Names that columns go by, in English and German, beside the role's own. */
const NAMES: [ColumnRole, RegExp][] = [
  [
    'question',
    /^(questions?|q|fragen?|phrasings?|asked|frage \d+|question \d+|other (wordings?|questions?)|weitere fragen?|auch)$/,
  ],
  ['answer', /^(answers?|a|antwort(en)?|reply|text|response)$/],
  ['title', /^(title|titel|subject|thema)$/],
  ['collection', /^(collection|category|kategorie|section|bereich|topic|gruppe)$/],
  ['from', /^(from|valid from|since|ab|von|gultig ab)$/],
  ['until', /^(until|to|valid until|till|bis|gultig bis)$/],
  ['doors', /^(doors?|turen?|channels?)$/],
  ['review', /^(review|review on|look again|prufen am|uberprufen)$/],
  ['term', /^(term|word|begriff|wort)$/],
  ['also', /^(also|synonyms?|people say|auch genannt|aliases|also called)$/],
  ['meaning', /^(meaning|definition|bedeutung|erklarung)$/],
  ['name', /^(name|small talk|smallTalk)$/],
  ['says', /^(says|what people say|phrases)$/],
  ['replyEn', /^(reply en|reply|english|antwort en)$/],
  ['replyDe', /^(reply de|deutsch|german|antwort de)$/],
  ['id', /^(id|janua id)$/],
]

/** What every row needs, by what it becomes. */
export const NEEDED: Record<SheetKind, ColumnRole[]> = {
  article: ['question', 'answer'],
  fixed: ['question', 'answer'],
  glossary: ['term', 'also'],
  smallTalk: ['name', 'says', 'replyEn', 'replyDe'],
  document: [],
}

/** Guesses what a sheet is from the names of its columns, and without names from how its cells look. The lead has the last word. */
export function guessMapping(rows: readonly (readonly string[])[]): SheetMapping {
  const width = Math.max(0, ...rows.slice(0, 50).map((row) => row.length))
  const head = Array.from({ length: width }, (_, i) =>
    fold(rows[0]?.[i] ?? '')
      .replace(/[^a-z0-9]+/g, ' ')
      .trim(),
  )
  const roles = head.map(
    (name): ColumnRole => NAMES.find(([, pattern]) => pattern.test(name))?.[0] ?? '',
  )
  const as = kindBy(roles)
  if (as)
    return {
      as,
      header: true,
      columns: roles.map((role) =>
        (COLUMN_ROLES[as] as readonly string[]).includes(role) ? role : '',
      ),
    }
  const header = looksLikeHeader(rows)
  const looks = byLooks(header ? rows.slice(1) : rows, width)
  if (looks) return { as: 'article', header, columns: looks }
  return { as: 'document', header: true, columns: Array.from({ length: width }, () => '') }
}

function kindBy(roles: readonly ColumnRole[]): SheetKind | undefined {
  const has = (...wanted: ColumnRole[]) => wanted.every((role) => roles.includes(role))
  if (has('term', 'also')) return 'glossary'
  if (has('says', 'name')) return 'smallTalk'
  if (!has('question', 'answer')) return undefined
  return roles.some((role) => role === 'from' || role === 'until' || role === 'doors')
    ? 'fixed'
    : 'article'
}

/** Without names: a column of questions, and beside it the one with the longest texts. */
/** Names of columns that we don't know are still names: short, all there, no questions or sentences, and unlike what stands below. */
function looksLikeHeader(rows: readonly (readonly string[])[]): boolean {
  const [first, ...below] = rows
  if (!first || below.length < 2) return false
  const isName = (cell: string) =>
    cell.length > 0 && cell.length <= MOST_NAME && !/[?.!:]$/.test(cell) && !/\d/.test(cell)
  if (!first.every(isName)) return false
  const lengths = (column: number) =>
    below
      .slice(0, 40)
      .map((row) => (row[column] ?? '').length)
      .sort((a, b) => a - b)
  return first.some((name, column) => {
    const typical = lengths(column)[Math.floor(Math.min(below.length, 40) / 2)] ?? 0
    return typical > name.length * 1.8
  })
}
const MOST_NAME = 40

function byLooks(rows: readonly (readonly string[])[], width: number): ColumnRole[] | undefined {
  const cells = (column: number) =>
    rows
      .slice(0, 40)
      .map((row) => row[column] ?? '')
      .filter(Boolean)
  const columns = Array.from({ length: width }, (_, i) => i)
  const asked = columns.filter(
    (i) =>
      cells(i).length > 0 &&
      cells(i).filter((cell) => cell.endsWith('?')).length >= cells(i).length * 0.6,
  )
  const mean = (i: number) =>
    cells(i).reduce((sum, cell) => sum + cell.length, 0) / Math.max(1, cells(i).length)
  const answer = columns.filter((i) => !asked.includes(i)).sort((a, b) => mean(b) - mean(a))[0]
  if (asked.length === 0 || answer === undefined) return undefined
  return columns.map((i): ColumnRole =>
    asked.includes(i) ? 'question' : i === answer ? 'answer' : '',
  )
}
