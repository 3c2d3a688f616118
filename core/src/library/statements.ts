import { analyse } from '../text/analyse.ts'
import type { Language } from '../text/language.ts'
import { sentences } from '../text/sentences.ts'
import type { Block } from './blocks.ts'
import type { Passage } from './passages.ts'
import { type Value, valuesOf } from './values.ts'

/** One thing that a passage says: a sentence, an item of a list, or one cell of a table with its row and column. */
export interface Statement {
  /** Place of its passage in the list that was read. */
  passage: number
  text: string
  /** What it is about: its words without its numbers. */
  subject: Set<string>
  /** Stems of the names in it: people, places, boats; in a table, what its row is called. */
  names: Set<string>
  values: Value[]
  /** It says that something is not so. */
  negative: boolean
  fromTable: boolean
}

const LONG = 110
const NEGATIONS =
  /\b(not|no|never|cannot|can't|don't|doesn't|isn't|aren't|won't|mustn't|nobody|nothing|none|without|forbidden|nicht|kein|keine|keinen|keiner|nie|niemals|niemand|ohne|verboten)\b/i

/** Words that only say that a value follows, whatever it is the value of. */
const NEUTRAL = new Set(
  'cost costs price prices fee fees charge charges pay pays paid due amount kostet kosten preis gebuhr betragt'.split(
    ' ',
  ),
)

/**
 * Takes a passage apart into what it states.
 * @param number of the passage, given back in each statement
 */
export function statementsOf(passage: Passage, number: number, language: Language): Statement[] {
  const made = (text: string, names: Set<string>, fromTable = false): Statement => {
    const values = valuesOf(text)
    return {
      passage: number,
      text,
      subject: subjectOf(text, values, language),
      names,
      values,
      negative: NEGATIONS.test(text),
      fromTable,
    }
  }
  /** A long sentence that neither measures nor denies anything can contradict nothing. */
  const said = (text: string): Statement[] => {
    const statement =
      text.length > LONG && !NEGATIONS.test(text) && valuesOf(text).length === 0
        ? undefined
        : made(text, namesOf(text, language))
    return statement ? [statement] : []
  }
  const lead = (block: Block | undefined) =>
    block?.type === 'paragraph' && block.content.text.endsWith(':') ? `${block.content.text} ` : ''
  return passage.blocks.flatMap((block, i) => {
    if (block.type === 'table')
      return cellsOf(block).map(({ text, label }) => made(text, stemsOf(label, language), true))
    if (block.type === 'list')
      return block.items.flatMap(({ text }) =>
        sentences(text).flatMap((sentence, at) =>
          said(at === 0 ? lead(passage.blocks[i - 1]) + sentence : sentence),
        ),
      )
    return sentences(block.content.text).flatMap(said)
  })
}

/** Each cell with a number in it, said with the name of its row and of its column. */
function cellsOf({ header, rows }: Block & { type: 'table' }): { text: string; label: string }[] {
  return rows.flatMap((row) => {
    const label = row
      .filter(({ text }) => valuesOf(text).length === 0)
      .map(({ text }) => text)
      .join(' ')
    return row.flatMap(({ text }, column) =>
      valuesOf(text).length === 0 || text.length > 80
        ? []
        : [{ label, text: `${label}: ${header[column]?.text ?? ''} ${text}` }],
    )
  })
}

function subjectOf(text: string, values: readonly Value[], language: Language): Set<string> {
  const bare = values.reduceRight(
    (left, { start, end }) => `${left.slice(0, start)} ${left.slice(end)}`,
    text,
  )
  return new Set(
    analyse(bare, language)
      .filter(({ stem, word }) => !stem.startsWith('#') && !/^\d/.test(stem) && !NEUTRAL.has(word))
      .map(({ stem }) => stem),
  )
}

/** Stems of capitalised words inside a sentence. German writes every noun so, and has no names by this. */
function namesOf(text: string, language: Language): Set<string> {
  if (language === 'de' || !INNER_CAPITAL.test(text)) return NO_NAMES
  const words = text.split(/\s+/)
  return stemsOf(
    words
      .filter((word, i) => i > 0 && /^\p{Lu}\p{L}/u.test(word) && !/[.!?:]$/.test(words[i - 1]!))
      .join(' '),
    language,
  )
}
const INNER_CAPITAL = /\s\p{Lu}\p{L}/u
const NO_NAMES = new Set<string>()

function stemsOf(text: string, language: Language): Set<string> {
  return new Set(
    analyse(text, language)
      .map(({ stem }) => stem)
      .filter((stem) => !stem.startsWith('#')),
  )
}
