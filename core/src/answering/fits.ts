import type { Passage } from '../library/passages.ts'
import type { Value } from '../library/values.ts'
import type { QuestionTerm } from '../retrieval/questionTerms.ts'
import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { Candidate } from '../retrieval/search.ts'
import type { DayFacts } from '../text/calendar.ts'
import { MONTHS, WEEKDAYS } from '../text/dayWords.ts'
import { sentences } from '../text/sentences.ts'
import { tokenize } from '../text/tokens.ts'
import { type Cover, coverDay, coverValue } from './covers.ts'

/** How much it is worth in the ranking that a passage speaks of a day or value that was asked about; usual range 0 to 0.3. */
const FIT_WEIGHT = 0.2
/** Rows and sentences of a passage that are looked at. */
const MOST_LOOKED_AT = 60

export interface AskedFits {
  days: readonly DayFacts[]
  /** Whether the question names its days; else they are those of its season. */
  named: boolean
  values: readonly Value[]
  /** The question, its days told as weekdays. */
  text: string
}

const DAY_WORDS = new Set([
  ...WEEKDAYS.flat(),
  ...MONTHS.flat(),
  ...'holiday holidays bank public feiertag feiertage christmas weihnachten easter ostern day eve new year silvester neujahr weekend wochenende next coming'.split(
    ' ',
  ),
])
const ORDINALS = new Set(
  'first last next earliest latest early late morning afternoon evening erste erster erstes ersten letzte letzter letztes letzten fruhe spate'.split(
    ' ',
  ),
)
const CLOCKS = /\d{1,2}:\d{2}/g

/** What a term of the question asks for beyond its letters. */
type Sense = 'day' | 'value' | 'ordinal' | undefined

/**
 * The candidates with those ahead that speak of the days and values asked about, by a row, a column or a sentence of theirs. A word
 * that names such a day or value counts as matched where it is covered ("Wednesday" by "Monday to Friday", "5.5 m" by "up to 6 m"), and
 * nowhere else; "first" and "last" where there are several times to choose from.
 * @returns the candidates by their new order; the same ones
 */
export function fitting(
  found: readonly Candidate[],
  terms: readonly QuestionTerm[],
  { days, named, values, text }: AskedFits,
  index: ReleaseIndex,
): Candidate[] {
  if (days.length + values.length === 0) return [...found]
  const senses = sensesOf(terms, { days, values, text })
  const weightOfRest = (counts: (i: number) => boolean) =>
    terms.reduce(
      (sum, { weight }, i) => (senses[i] === undefined && counts(i) ? sum + weight : sum),
      0,
    )
  const rest = weightOfRest(() => true)
  const ofTheRest = ({ matched }: Candidate) =>
    rest === 0 ? 1 : weightOfRest((i) => matched[i]!) / rest
  const scored = found.map((candidate) => {
    const pieces = piecesOf(index.passage(candidate.doc).passage).slice(0, MOST_LOOKED_AT)
    const covering = (cover: (piece: string) => Cover) =>
      pieces.filter((piece) => cover(piece) === 'covers')
    const byDay = days.flatMap((day) => covering((piece) => coverDay(piece, day)))
    const byValue = values.filter(
      (value) => covering((piece) => coverValue(piece, value)).length > 0,
    ).length
    const fits: Record<NonNullable<Sense>, boolean> = {
      day: byDay.length > 0,
      value: byValue === values.length,
      ordinal: byDay.some((piece) => (piece.match(CLOCKS)?.length ?? 0) > 1),
    }
    const marks = [
      ...(days.length > 0 ? [fits.day] : []),
      ...(values.length > 0 ? [fits.value] : []),
    ]
    const share = marks.filter(Boolean).length / marks.length
    return {
      ...candidate,
      ...((named || values.length > 0) && { fits: share * ofTheRest(candidate) }),
      score: candidate.score + FIT_WEIGHT * share,
      matched: candidate.matched.map((is, i) =>
        senses[i] === undefined
          ? is
          : senses[i] === 'ordinal'
            ? is || fits.ordinal
            : fits[senses[i]],
      ),
    }
  })
  return scored.sort((a, b) => b.score - a.score)
}

function sensesOf(
  terms: readonly QuestionTerm[],
  { days, values, text }: Omit<AskedFits, 'named'>,
): Sense[] {
  const measured = new Set(
    values.flatMap(({ start, end }) => tokenize(text.slice(start, end)).map(({ word }) => word)),
  )
  return terms.map(({ word, stem }): Sense => {
    if (stem.startsWith('#')) return undefined
    if (days.length > 0 && DAY_WORDS.has(word)) return 'day'
    if (measured.has(word)) return 'value'
    return days.length > 0 && ORDINALS.has(word) ? 'ordinal' : undefined
  })
}

/** The values of a question that are measured: a bare count is no size. */
export function sizesAmong(values: readonly Value[]): Value[] {
  return values.filter(({ kind }) => kind !== 'count' && kind !== 'date' && kind !== 'time')
}

function piecesOf({ blocks }: Passage): string[] {
  return blocks.flatMap((block) => {
    if (block.type === 'table')
      return [
        ...block.header.map(({ text }) => text),
        ...block.rows.map((row) => row.map(({ text }) => text).join(' · ')),
      ]
    if (block.type === 'list') return block.items.map(({ text }) => text)
    return sentences(block.content.text)
  })
}
