import type { Block, Rich } from '../library/blocks.ts'
import type { Passage } from '../library/passages.ts'
import { escapeHtml } from '../retrieval/packedPassage.ts'
import { analyse } from '../text/analyse.ts'
import type { Language } from '../text/language.ts'
import { sentences } from '../text/sentences.ts'
import { countWords } from '../text/tokens.ts'
import type { DayFacts } from '../text/calendar.ts'
import type { Value } from '../library/values.ts'
import { type Cover, coverDay, coverValue, rulesOut, speaksOfHolidays } from './covers.ts'

/** A passage up to this many words is shown whole, its tables apart. */
const WHOLE_WORDS = 70
const LIST_SHOWN_WHOLE = 7

/** How much is shown: the sentences that answer best; what answers; the passage. */
export type AnswerLength = 'short' | 'middle' | 'whole'
/** A short answer has this many sentences, items or rows of a block at most, and of running text only what names most of what was asked. */
const SHORT_SENTENCES = 2

/** What an answer should speak of. */
export interface Sought {
  /** The question's terms. */
  stems: ReadonlySet<string>
  language: Language
  /** Days that were asked about: rows and sentences about other days are left out. */
  days?: readonly DayFacts[]
  /** Sizes, ages and prices that were asked about: the same. */
  values?: readonly Value[]
  /** 'middle' when not given. */
  length?: AnswerLength
}

/**
 * Takes from a passage what answers: sentences, list items and table rows that share words with the question, in the source's
 * order. Steps stay whole, a table keeps its header, and nothing is reworded. What begins with a pronoun brings what it stands for: the
 * sentence before, else its heading.
 * @param sought the stems asked for, and how much is to be shown
 * @returns blocks of the passage in their order
 */
export function extract(passage: Passage, sought: Sought): Block[] {
  return withSubject(cutOut(passage, sought), passage)
}

/** What goes on from the sentence before: a condition, an exception. */
const GOES_ON =
  /^(?:but|however|otherwise|unless|except|if not|this|that|these|those|it|they|aber|jedoch|sonst|andernfalls|ausser|außer|dies|das)\b/i

/**
 * Takes chosen sentences, items and rows from a passage, in the source's order. Steps stay whole, a table keeps its header, a condition or
 * exception stays with the sentence that it goes on from, and what begins with a pronoun brings what it stands for.
 * @param chosen texts of sentences and items; of a row its cells with commas between them
 */
export function extractPieces(passage: Passage, chosen: ReadonlySet<string>): Block[] {
  return withSubject(chosenBlocks(passage, chosen), passage)
}

/**
 * A row of a table in words: what it is about, then each cell after its head.
 * @param row its cells with commas between them
 * @returns undefined when the passage has no such row
 * @example rowInWords(passage, 'Saver, 6.00') // 'Saver · Change up to 24 hours before: 6.00'
 */
export function rowInWords({ blocks }: Pick<Passage, 'blocks'>, row: string): string | undefined {
  for (const block of blocks) {
    if (block.type !== 'table') continue
    const cells = block.rows.find((each) => rowText(each) === row)
    if (!cells) continue
    return cells
      .map(({ text }, i) => {
        const head = block.header[i]?.text
        return i > 0 && head && text ? `${head}: ${text}` : text
      })
      .filter(Boolean)
      .join(' · ')
  }
  return undefined
}

/**
 * The rows of tables that a question asks about by the head of a column ("the boat to Hallin" of a timetable with a column Hallin),
 * where none of them was chosen: without them what leads into the table would be left without an answer.
 * @param chosen pieces as in `extractPieces`
 */
export function rowsAskedFor(
  { blocks }: Pick<Passage, 'blocks'>,
  { stems, language }: Pick<Sought, 'stems' | 'language'>,
  chosen: ReadonlySet<string>,
): string[] {
  return blocks.flatMap((block) => {
    if (block.type !== 'table') return []
    const rows = block.rows.map(rowText)
    const isNamed = block.header
      .slice(1)
      .some(({ text }) => analyse(text, language).some(({ stem }) => stems.has(stem)))
    return isNamed && !rows.some((row) => chosen.has(row)) ? rows : []
  })
}

function rowText(row: readonly Rich[]): string {
  return row
    .map(({ text }) => text)
    .filter(Boolean)
    .join(', ')
}

function chosenBlocks(passage: Passage, chosen: ReadonlySet<string>): Block[] {
  const isItemChosen = ({ text }: Rich) => sentences(text).some((piece) => chosen.has(piece))
  const isRowChosen = (row: readonly Rich[]) => chosen.has(rowText(row))
  const kept = passage.blocks.map((block): Block | undefined => {
    switch (block.type) {
      case 'heading':
        return undefined
      case 'table': {
        const rows = block.rows.filter(isRowChosen)
        return rows.length === 0 ? undefined : { ...block, rows }
      }
      case 'list': {
        const items = block.items.filter(isItemChosen)
        if (items.length === 0) return undefined
        return block.ordered ? block : { ...block, items }
      }
      default: {
        const every = sentences(block.content.text)
        const some = every.filter(
          (sentence, i) =>
            chosen.has(sentence) || (GOES_ON.test(sentence) && i > 0 && chosen.has(every[i - 1]!)),
        )
        if (some.length === every.length) return block
        if (some.length === 0) return undefined
        const text = some.join(' ')
        return { type: 'paragraph', content: { text, html: escapeHtml(text) } }
      }
    }
  })
  // What leads into a list or table stays with it.
  return passage.blocks.flatMap((block, i) => {
    const own = kept[i]
    if (own) return [own]
    return leadsOn(block, passage.blocks[i + 1]) && kept[i + 1] ? [block] : []
  })
}

function cutOut(
  passage: Passage,
  { stems, language, days = [], values = [], length = 'middle' }: Sought,
): Block[] {
  if (length === 'whole' && days.length + values.length === 0) return passage.blocks
  const whole = length === 'whole' || (length === 'middle' && passage.words <= WHOLE_WORDS)
  if (
    whole &&
    days.length + values.length === 0 &&
    passage.blocks.every(({ type }) => type !== 'table')
  )
    return passage.blocks
  const ruledOut = days.length === 1 ? rulingOut(passage.blocks, days[0]!) : []
  if (ruledOut.length > 0) return ruledOut
  const counted = new Map<string, number>()
  const hits = (text: string) => {
    const known =
      counted.get(text) ??
      analyse(text, language).filter(({ stem }) => stems.has(stem) && !stem.startsWith('#')).length
    counted.set(text, known)
    return known
  }
  const cover = (text: string) => coverOf(text, days, values)
  const onHoliday = days.some(({ holiday }) => holiday !== undefined)
  const kept = passage.blocks
    .map((block, i) =>
      cut(block, { hits, cover, onHoliday, whole, leads: leadsOn(block, passage.blocks[i + 1]) }),
    )
    .filter((block) => block !== undefined)
  const blocks = kept.length > 0 ? kept : passage.blocks.slice(0, 2)
  return length === 'short' ? shortened(blocks, hits) : blocks
}

/** A sentence that begins so speaks of something that was named before it. */
const POINTS_BACK =
  /^(?:it|its|they|their|them|this|these|those|that|he|she|both|yes|no|there|then|es|er|sie|dies(?:e[rsnm]?)?|das|jene[rsnm]?|beide|ja|nein|dort|dann|dafür|davon|damit)\b[\s,.]/i
const MOST_BEFORE = 2

/** The blocks with the subject that their first sentence only points to. */
function withSubject(blocks: Block[], passage: Passage): Block[] {
  const at = blocks.findIndex(({ type }) => type === 'paragraph')
  const first = blocks[at]
  if (at !== 0 || first?.type !== 'paragraph' || !POINTS_BACK.test(first.content.text))
    return blocks
  const all = passage.blocks.flatMap((block) =>
    block.type === 'paragraph' ? sentences(block.content.text) : [],
  )
  const place = all.indexOf(sentences(first.content.text)[0] ?? '')
  const before: string[] = []
  for (let i = place - 1; i >= 0 && before.length < MOST_BEFORE; i--) {
    before.unshift(all[i]!)
    if (!POINTS_BACK.test(all[i]!)) break
  }
  if (before.length > 0 && !POINTS_BACK.test(before[0]!)) {
    const [text, html] = [before.join(' '), escapeHtml(before.join(' '))]
    const content = { text: `${text} ${first.content.text}`, html: `${html} ${first.content.html}` }
    return [{ ...first, content }, ...blocks.slice(1)]
  }
  const heading = passage.path.at(-1)
  if (!heading) return blocks
  const content = { text: heading, html: escapeHtml(heading) }
  return [{ type: 'heading', level: 3, content }, ...blocks]
}

/** The sentences that say of the very day asked about that something is not: beside them, what holds on other days would mislead. */
function rulingOut(blocks: readonly Block[], day: DayFacts): Block[] {
  return blocks.flatMap((block): Block[] => {
    const text =
      block.type === 'paragraph'
        ? sentences(block.content.text)
            .filter((sentence) => rulesOut(sentence, day))
            .join(' ')
        : ''
    return text ? [{ type: 'paragraph', content: { text, html: escapeHtml(text) } }] : []
  })
}

/** Of running text the sentences that name most of what was asked, in their order; steps, lists and tables stay, as half of them misleads. */
function shortened(blocks: readonly Block[], hits: (text: string) => number): Block[] {
  const structured = blocks.filter(({ type }) => type !== 'paragraph')
  if (structured.length > 0)
    return blocks.filter((block, i) => block.type !== 'paragraph' || leadsOn(block, blocks[i + 1]))
  const all = blocks.flatMap((block) =>
    block.type === 'paragraph' ? sentences(block.content.text) : [],
  )
  const best = all
    .map((text, at) => ({ text, at, hits: hits(text) }))
    .sort((a, b) => b.hits - a.hits || a.at - b.at)
    .slice(0, SHORT_SENTENCES)
    .sort((a, b) => a.at - b.at)
  const text = best.map((sentence) => sentence.text).join(' ')
  return [{ type: 'paragraph', content: { text, html: escapeHtml(text) } }]
}

interface Cut {
  hits: (text: string) => number
  cover: (text: string) => Cover
  onHoliday: boolean
  whole: boolean
  leads: boolean
}

function cut(block: Block, { hits, cover, onHoliday, whole, leads }: Cut): Block | undefined {
  switch (block.type) {
    case 'table':
      return tableRows(coveredColumns(block, cover), { hits, cover, onHoliday })
    case 'list':
      if (block.ordered) return block
      return listItems(
        { ...block, items: covered(block.items, ({ text }) => cover(text)) },
        hits,
        whole,
      )
    case 'paragraph':
      return leads ? block : paragraph(block, { hits, cover, whole })
    default:
      return block
  }
}

function leadsOn(block: Block, next: Block | undefined): boolean {
  return block.type === 'paragraph' && block.content.text.endsWith(':') && next !== undefined
}

/** What is about the day or value that was asked for; where nothing is, what is about no other; else all. */
function covered<T>(all: readonly T[], cover: (one: T) => Cover): T[] {
  const told = all.map((one) => ({ one, cover: cover(one) }))
  if (!told.some((each) => each.cover === 'covers')) return [...all]
  return told.filter((each) => each.cover !== 'excludes').map(({ one }) => one)
}

function coverOf(text: string, days: readonly DayFacts[], values: readonly Value[]): Cover {
  const covers = [
    ...days.map((day) => coverDay(text, day)),
    ...values.map((value) => coverValue(text, value)),
  ]
  if (days.length > 1 && covers.includes('covers')) return 'covers'
  return covers.includes('excludes') ? 'excludes' : covers.includes('covers') ? 'covers' : 'silent'
}

/** Of a table with a column for each kind of day, the columns for this one. */
function coveredColumns(
  block: Block & { type: 'table' },
  cover: Cut['cover'],
): Block & { type: 'table' } {
  const kept = covered(
    block.header.map((cell, i) => ({ cell, i })),
    ({ cell }) => cover(cell.text),
  ).map(({ i }) => i)
  if (kept.length === block.header.length) return block
  const those = <T>(cells: readonly T[]) =>
    kept.flatMap((i) => (i < cells.length ? [cells[i]!] : []))
  return { ...block, header: those(block.header), rows: block.rows.map(those) }
}

function listItems(
  block: Block & { type: 'list' },
  hits: Cut['hits'],
  whole: boolean,
): Block | undefined {
  if (whole || block.items.length <= LIST_SHOWN_WHOLE) return block
  return some(
    block,
    block.items.filter((item) => hits(item.text) > 0),
  )
}

function some(block: Block & { type: 'list' }, items: Rich[]): Block | undefined {
  return items.length === 0 ? undefined : { ...block, items }
}

/** Rows that name something of the question which not every row names; without any, the whole table. */
function tableRows(
  block: Block & { type: 'table' },
  { hits, cover, onHoliday }: Pick<Cut, 'hits' | 'cover' | 'onHoliday'>,
): Block {
  const textOf = (row: readonly Rich[]) => row.map((cell) => cell.text).join(' · ')
  const all = covered(block.rows, (row) => cover(textOf(row)))
  const ofHolidays = onHoliday ? all.filter((row) => speaksOfHolidays(textOf(row))) : []
  const rows = ofHolidays.length > 0 ? ofHolidays : all
  const scored = rows.map((row) => ({ row, score: hits(row.map((cell) => cell.text).join(' ')) }))
  const most = Math.max(...scored.map(({ score }) => score))
  const least = Math.min(...scored.map(({ score }) => score))
  if (most === least) return { ...block, rows }
  return { ...block, rows: scored.filter(({ score }) => score === most).map(({ row }) => row) }
}

/** Where a passage says yes or no, that is kept before what it is said of; Janua never says it by itself. */
const SAYS_SO = /^(?:yes|no|ja|nein)\b[^.]{0,20}[.!]?$/i

function paragraph(
  block: Block & { type: 'paragraph' },
  { hits, cover, whole }: Pick<Cut, 'hits' | 'cover' | 'whole'>,
): Block | undefined {
  const every = sentences(block.content.text)
  const all = covered(every, cover)
  if (whole && all.length === every.length) return block
  const kept = whole
    ? all
    : all.filter(
        (sentence, i) =>
          hits(sentence) > 0 || (SAYS_SO.test(sentence) && hits(all[i + 1] ?? '') > 0),
      )
  if (
    kept.length === every.length ||
    (kept.length > 0 && all.length === every.length && countWords(block.content.text) <= 30)
  )
    return block
  if (kept.length === 0) return undefined
  const text = kept.join(' ')
  return { type: 'paragraph', content: { text, html: escapeHtml(text) } }
}
