import type { UnitFit } from '../meaning/meaning.ts'
import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import { type AnswerLength, extract, extractPieces, rowInWords, rowsAskedFor } from './extract.ts'
import type { QuestionTerm } from '../retrieval/questionTerms.ts'
import type { DayFacts } from '../text/calendar.ts'
import type { Value } from '../library/values.ts'
import { headAt, type Rated, sourceOf } from './rungs.ts'
import type { Answer } from './answer.ts'
import type { Unit } from '../meaning/units.ts'
import type { Block } from '../library/blocks.ts'
import { guessLanguage } from '../text/language.ts'

/** The best fitting piece of a passage that says something by itself. */
export function sayingOf(
  units: readonly UnitFit[],
  doc: number,
  index: ReleaseIndex,
): string | undefined {
  const unit = units.find((each) => isTelling(each.unit))?.unit
  if (unit?.kind !== 'row') return unit?.text
  return rowInWords(index.passage(doc).passage, unit.text) ?? unit.text
}

/** Words of a question that weigh less than this share of its weightiest choose no row or sentence: on a ferry's pages "boat" tells nothing. */
const TELLING_SHARE = 0.25

/** The stems that say what is asked: those whose weight is near to that of the heaviest. */
export function tellingStems(terms: readonly QuestionTerm[]): Set<string> {
  const most = Math.max(0, ...terms.map(({ weight }) => weight))
  return new Set(
    terms.filter(({ weight }) => weight >= most * TELLING_SHARE).map(({ stem }) => stem),
  )
}

interface Shown {
  index: ReleaseIndex
  stems: ReadonlySet<string>
  days: readonly DayFacts[]
  values: readonly Value[]
  length?: AnswerLength
}

/** What is shown, and where it stands: the pieces of the article that fit best, or what of the passage speaks of the days and sizes asked about. */
export function said(chosen: Rated, shown: Shown): Pick<Answer, 'blocks' | 'sources'> {
  const { length = 'middle', index, days, values } = shown
  const isWhole = length === 'whole' || chosen.at.item.kind === 'fixed'
  if (!chosen.article || isWhole || days.length + values.length > 0)
    return { blocks: blocksOf(chosen, shown), sources: [sourceOf(chosen.at)] }
  const { passage } = index.passage(chosen.candidate.doc)
  const pieces = new Map<number, Set<string>>()
  // A document tells of many things: what is near in another part of it speaks of something else.
  const pool = chosen.at.item.kind === 'document' ? chosen.units! : chosen.article
  for (const { unit } of bestPieces(pool, length)) {
    const own = pieces.get(unit.ordinal!) ?? new Set()
    pieces.set(unit.ordinal!, own.add(unit.text))
  }
  const isFew = passage.words <= FEW_WORDS && passage.blocks.every(({ type }) => type !== 'table')
  if (pieces.size === 0 || (pieces.size === 1 && pieces.has(passage.ordinal) && isFew))
    return { blocks: passage.blocks, sources: [sourceOf(chosen.at)] }
  const places = [...pieces.keys()]
    .sort((a, b) => a - b)
    .flatMap((ordinal) => {
      const doc = index.docAt(chosen.at.item.id, ordinal)
      return doc === undefined ? [] : [doc]
    })
  return {
    blocks: places.flatMap((doc) => {
      const own = index.passage(doc).passage
      const chosen = pieces.get(own.ordinal)!
      const language = guessLanguage(own.text, index.language)
      const rows = rowsAskedFor(own, { stems: shown.stems, language }, chosen)
      return extractPieces(own, new Set([...chosen, ...rows]))
    }),
    // Where the answer stands in the main goes first.
    sources: places
      .map((doc) => sourceOf(headAt(index, doc)))
      .sort(
        (a, b) => Number(b.ordinal === passage.ordinal) - Number(a.ordinal === passage.ordinal),
      ),
  }
}

/** A passage of so few words is shown whole. */
const FEW_WORDS = 35
/** So many pieces are shown, none of which fits less than the best by more than this; a fit is usually 0.3 to 1.6. */
const PIECES = { short: 2, middle: 4 }
const FIT_MARGIN = 0.3
/** A single piece is seldom all that was asked for. */
const LEAST_PIECES = 2

function bestPieces(article: readonly UnitFit[], length: 'short' | 'middle'): UnitFit[] {
  const telling = article.filter(({ unit }) => isTelling(unit))
  const least = (telling[0]?.fit ?? 0) - FIT_MARGIN
  return telling
    .slice(0, PIECES[length])
    .filter(({ fit }, place) => place < LEAST_PIECES || fit >= least)
}

/** Whether a piece says something by itself. */
function isTelling({ kind, ordinal }: Unit): boolean {
  return ordinal !== null && (kind === 'sentence' || kind === 'item' || kind === 'row')
}

/** What is shown of a passage: a fixed answer word for word, of any other what answers. */
function blocksOf(
  { at, candidate }: Rated,
  { index, stems, days, values, length }: Shown,
): Block[] {
  const { passage } = index.passage(candidate.doc)
  if (at.item.kind === 'fixed') return passage.blocks
  return extract(passage, {
    stems,
    language: guessLanguage(passage.text, index.language),
    days,
    values,
    length,
  })
}
