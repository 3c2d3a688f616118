import type { Unit } from './units.ts'
import type { VectorRows } from './packedVectors.ts'

/** What a sentence encoder says of how well an article fits a question; ten of them are of the question's parts. */
export const MEANING_SIGNALS = [
  'nearest sentence',
  'nearest three sentences',
  'title',
  'all sentences',
  'nearest heading',
  'nearest section',
  'all sections',
  'nearest sentence, best part',
  'nearest three sentences, best part',
  'all sentences, best part',
  'nearest sentence, all parts',
  'nearest three sentences, all parts',
  'all sentences, all parts',
  'nearest section, best part',
  'all sections, best part',
  'nearest section, all parts',
  'all sections, all parts',
] as const

/** An article's vectors under one head. */
export interface ArticleVectors {
  kinds: readonly Unit['kind'][]
  units: VectorRows
  sections: VectorRows
  /** What was taught for it; its title is the first of its units. */
  taught: VectorRows
}

/** A question's vectors under the same head: of the whole, and of its parts. */
export interface AskedVectors {
  whole: Float32Array
  parts: readonly Float32Array[]
}

const NEAREST = 3

/**
 * The signals of one article, in the order of `MEANING_SIGNALS`.
 * @param whole the question’s vector; `parts` has those of its parts, if it was taken apart
 * @returns cosines and means of cosines
 */
export function meaningSignals({ whole, parts }: AskedVectors, article: ArticleVectors): number[] {
  const own = unitSignals(whole, article)
  const sections = sectionSignals(whole, article.sections)
  const isWhole = parts.length === 0
  const partUnits = isWhole
    ? [[own.nearest, own.three, own.all]]
    : parts.map((part) => {
        const { nearest, three, all } = unitSignals(part, article)
        return [nearest, three, all]
      })
  const partSections = isWhole
    ? [sections]
    : parts.map((part) => sectionSignals(part, article.sections))
  return [
    own.nearest,
    own.three,
    own.title,
    own.all,
    own.heading,
    ...sections,
    ...best(partUnits),
    ...mean(partUnits),
    ...best(partSections),
    ...mean(partSections),
  ]
}

/** What is told of the questions that were taught for an article. */
export const TAUGHT_MEANING = ['nearest taught question', 'all taught questions'] as const

/** How near taught questions come, in the order of `TAUGHT_MEANING`; NaN where nothing was taught. */
export function taughtSignals(near: readonly number[]): number[] {
  return near.length === 0 ? TAUGHT_MEANING.map(() => NaN) : [Math.max(...near), average(near)]
}

/**
 * A question in pieces: its sentences, and what follows "and", "but" or a comma and asks by itself. Short pieces are left out.
 * @returns none for a question in one piece
 */
export function partsOfQuestion(text: string): string[] {
  const pieces = text
    .split(BREAK)
    .map((piece) => piece.trim())
    .filter((piece) => piece.split(/\s+/).length >= LEAST_WORDS)
  return pieces.length === 1 && pieces[0] === text.trim() ? [] : pieces
}
const LEAST_WORDS = 3
const BREAK =
  /(?<=[.?!])\s+|\s+(?:but|so|and)\s+(?=(?:can|could|do|does|how|what|when|where|is|will|i|my)\b)|,\s+(?=(?:can|could|do|does|how|what|when|where|is|will|who)\b)/i

function unitSignals(asked: Float32Array, { kinds, units }: ArticleVectors) {
  const all = units.length
  let [title, heading, sum] = [0, -1, 0]
  let [first, second, third] = [-Infinity, -Infinity, -Infinity]
  for (let unit = 0; unit < all; unit++) {
    const near = units.dot(asked, unit)
    sum += near
    if (unit === 0) title = near
    const kind = kinds[unit]
    if ((kind === 'heading' || kind === 'title') && near > heading) heading = near
    if (near > first) [first, second, third] = [near, first, second]
    else if (near > second) [second, third] = [near, second]
    else if (near > third) third = near
  }
  const few = Math.min(NEAREST, all)
  let three = 0
  if (few > 0) three += first / few
  if (few > 1) three += second / few
  if (few > 2) three += third / few
  return { nearest: first, three, title, all: sum / all, heading }
}

function sectionSignals(asked: Float32Array, sections: VectorRows): [number, number] {
  if (sections.length === 0) return [0, 0]
  let [nearest, sum] = [-Infinity, 0]
  for (let row = 0; row < sections.length; row++) {
    const near = sections.dot(asked, row)
    sum += near
    if (near > nearest) nearest = near
  }
  return [nearest, sum / sections.length]
}

function best(rows: readonly (readonly number[])[]): number[] {
  return rows[0]!.map((_, i) => Math.max(...rows.map((row) => row[i]!)))
}

function mean(rows: readonly (readonly number[])[]): number[] {
  return rows[0]!.map((_, i) => average(rows.map((row) => row[i]!)))
}

function average(values: readonly number[]): number {
  return values.reduce((a, b) => a + b, 0) / values.length
}
