import { DIMENSIONS } from './encoder.ts'
import type { Unit } from './units.ts'

/** What a sentence encoder says of how well an article fits a question; the second ten are of the question's parts. */
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
export type MeaningSignal = (typeof MEANING_SIGNALS)[number]

/** An article's vectors under one head: of unit length, one after the other. */
export interface ArticleVectors {
  kinds: readonly Unit['kind'][]
  units: Float32Array
  sections: Float32Array
}

/** A question's vectors under the same head: of the whole, and of its parts. */
export interface AskedVectors {
  whole: Float32Array
  parts: readonly Float32Array[]
}

const NEAREST = 3

/** The signals of one article, in the order of `MEANING_SIGNALS`. */
export function meaningSignals({ whole, parts }: AskedVectors, article: ArticleVectors): number[] {
  const own = unitSignals(whole, article)
  const sections = sectionSignals(whole, article.sections)
  const partUnits = parts.map((part) => {
    const { nearest, three, all } = part === whole ? own : unitSignals(part, article)
    return [nearest, three, all]
  })
  const partSections = parts.map((part) =>
    part === whole ? sections : sectionSignals(part, article.sections),
  )
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

/** A question in pieces: its sentences, and what follows "and", "but" or a comma and asks by itself. Short pieces are left out. */
export function partsOfQuestion(text: string): string[] {
  const pieces = text
    .split(BREAK)
    .map((piece) => piece.trim())
    .filter((piece) => piece.split(/\s+/).length >= LEAST_WORDS)
  return pieces.length > 0 ? pieces : [text]
}
const LEAST_WORDS = 3
const BREAK =
  /(?<=[.?!])\s+|\s+(?:but|so|and)\s+(?=(?:can|could|do|does|how|what|when|where|is|will|i|my)\b)|,\s+(?=(?:can|could|do|does|how|what|when|where|is|will|who)\b)/i

function unitSignals(asked: Float32Array, { kinds, units }: ArticleVectors) {
  const near = kinds.map((_, unit) => dotAt(asked, units, unit))
  const sorted = near.toSorted((a, b) => b - a)
  let heading = -1
  kinds.forEach((kind, unit) => {
    if (kind === 'heading' || kind === 'title') heading = Math.max(heading, near[unit]!)
  })
  return {
    nearest: sorted[0]!,
    three: average(sorted.slice(0, NEAREST)),
    title: near[0]!,
    all: average(near),
    heading,
  }
}

function sectionSignals(asked: Float32Array, sections: Float32Array): [number, number] {
  const near = Array.from({ length: sections.length / DIMENSIONS }, (_, section) =>
    dotAt(asked, sections, section),
  )
  return near.length === 0 ? [0, 0] : [Math.max(...near), average(near)]
}

/** The dot product of a vector with a row of others. */
export function dotAt(vector: Float32Array, rows: Float32Array, row: number): number {
  const from = row * DIMENSIONS
  let sum = 0
  for (let i = 0; i < DIMENSIONS; i++) sum += vector[i]! * rows[from + i]!
  return sum
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
