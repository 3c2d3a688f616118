import { CHECK_COMES, type CheckComes } from './checks.ts'

/** The columns of a list of checks. Several messages or words stand in one cell on lines of their own. */
export const CHECK_COLUMNS = [
  'question',
  'before',
  'expects',
  'source',
  'contains',
  'lacks',
  'queue',
  'door',
  'note',
] as const

/** A check as a row of a table says it: sources, queues and doors by their names. */
export interface CheckRow {
  /** The conversation, the oldest message first; the last is what is checked. */
  messages: string[]
  comes: CheckComes
  source?: string
  contains: string[]
  lacks: string[]
  queue?: string
  door?: string
  note: string
}

const MOST_LETTERS = 2_000
const MOST_MESSAGES = 20

/**
 * Reads the rows of a table of checks.
 * @param rows the first one names the columns, in any order and case; unknown columns are passed over
 * @returns the checks, and what is wrong, by row as a spreadsheet numbers it
 */
export function readCheckRows(rows: readonly (readonly string[])[]): {
  checks: { row: number; check: CheckRow }[]
  faults: { row: number; because: string }[]
} {
  const head = (rows[0] ?? []).map((name) => name.trim().toLowerCase())
  if (!head.includes('question'))
    return {
      checks: [],
      faults: [
        {
          row: 1,
          because: `there is no column “question”; the columns are ${CHECK_COLUMNS.join(', ')}`,
        },
      ],
    }
  const checks: { row: number; check: CheckRow }[] = []
  const faults: { row: number; because: string }[] = []
  for (const [i, cells] of rows.slice(1).entries()) {
    if (cells.every((cell) => cell.trim() === '')) continue
    const cell = (name: (typeof CHECK_COLUMNS)[number]) => cells[head.indexOf(name)]?.trim() ?? ''
    const read = readRow(cell)
    if ('because' in read) faults.push({ row: i + 2, because: read.because })
    else checks.push({ row: i + 2, check: read })
  }
  return { checks, faults }
}

function readRow(
  cell: (name: (typeof CHECK_COLUMNS)[number]) => string,
): CheckRow | { because: string } {
  const messages = [...lines(cell('before')), cell('question')]
  if (cell('question') === '') return { because: 'the question is empty' }
  if (messages.some((message) => message.length > MOST_LETTERS))
    return { because: `a message is longer than ${MOST_LETTERS} letters` }
  if (messages.length > MOST_MESSAGES)
    return { because: `the conversation has more than ${MOST_MESSAGES} messages` }
  const wanted = cell('expects').toLowerCase()
  const comes =
    wanted === ''
      ? cell('queue')
        ? 'anything'
        : 'answer'
      : CHECK_COMES.find((each) => each === wanted)
  if (!comes) return { because: `“${cell('expects')}” is none of ${CHECK_COMES.join(', ')}` }
  const check: CheckRow = {
    messages,
    comes,
    contains: lines(cell('contains')),
    lacks: lines(cell('lacks')),
    note: cell('note'),
  }
  if (cell('source')) check.source = cell('source')
  if (cell('queue')) check.queue = cell('queue')
  if (cell('door')) check.door = cell('door')
  if (check.source && comes !== 'answer' && comes !== 'asks back')
    return { because: `a source is named, but “${comes}” has none` }
  return check
}

function lines(cell: string): string[] {
  return cell
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '')
}

/** A check as a row in the order of CHECK_COLUMNS. */
export function writeCheckRow({
  messages,
  comes,
  source = '',
  contains,
  lacks,
  queue = '',
  door = '',
  note,
}: CheckRow): string[] {
  return [
    messages.at(-1) ?? '',
    messages.slice(0, -1).join('\n'),
    comes,
    source,
    contains.join('\n'),
    lacks.join('\n'),
    queue,
    door,
    note,
  ]
}

/**
 * Checks as topics and relevance reviews that retrieval tools read: TREC topic blocks, and lines "topic 0 document 1".
 * Only checks that name a source say what is relevant.
 * @see E. M. Voorhees, D. K. Harman (eds.), TREC: Experiment and Evaluation in Information Retrieval (2005)
 */
export function trecOf(checks: readonly { id: number; question: string; document?: string }[]): {
  topics: string
  qrels: string
} {
  const reviewed = checks.filter(({ document }) => document !== undefined)
  const topics = reviewed.map(
    ({ id, question }) =>
      `<top>\n<num> Number: ${id}\n<title> ${question.replace(/[<>\s]+/g, ' ').trim()}\n</top>\n`,
  )
  return {
    topics: topics.join('\n'),
    qrels: reviewed
      .map(({ id, document }) => `${id} 0 ${document!.replace(/\s+/g, '_')} 1\n`)
      .join(''),
  }
}
