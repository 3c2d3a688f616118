import type { Trace } from '../../answering/answer.ts'
import { analyseQuestion } from '../../text/analyse.ts'
import { guessLanguage } from '../../text/language.ts'
import { fold } from '../../text/tokens.ts'

/** A question with how often it was asked, and where the library came nearest to it. */
export interface TopicQuestion {
  text: string
  times: number
  /** Items that came near, with their confidence: questions about one thing come near the same. */
  near?: readonly { item: number; confidence: number }[]
  /** What agents replied where the question was left to them: wordings without a common word are about one thing when one answer serves them. */
  replies?: readonly string[]
}

/** So many items that came near are told of a question. */
const NEAR_ITEMS = 4

/** Where the library came nearest to a question, by the trace of its answer: each item once, by its surest passage. */
export function nearItems({
  candidates,
}: Pick<Trace, 'candidates'>): NonNullable<TopicQuestion['near']> {
  const best = new Map<number, number>()
  for (const { item, confidence } of candidates) if (!best.has(item)) best.set(item, confidence)
  return [...best].slice(0, NEAR_ITEMS).map(([item, confidence]) => ({ item, confidence }))
}

/** A vector of which only the places that are not nought are written down; its length is 1. */
export interface SparseVector {
  places: Uint32Array
  values: Float32Array
}

/** How much each kind of sign tells, before rarity and before the vector is brought to length 1; set on the two labelled sets of the bench. */
const WORDS = 1
const GRAMS = 0.45
const NEAR = 3.4
const REPLIED = 3
const GRAM = 4
/** Signs that more than this share of the questions have tell nothing. */
const TOO_COMMON = 0.25
/** Of few questions one topic may be most: what so few share still tells. */
const FEW = 15

/**
 * Questions as vectors of their word stems, groups of four letters, the items that came near and the words of agents' replies, each weighted by its rarity among them.
 * @see G. Salton, C. Buckley, "Term-weighting approaches in automatic text retrieval" (1988)
 */
export function questionVectors(questions: readonly TopicQuestion[]): SparseVector[] {
  const numbers = new Map<string, number>()
  const numberOf = (sign: string) => {
    const known = numbers.get(sign)
    if (known !== undefined) return known
    numbers.set(sign, numbers.size)
    return numbers.size - 1
  }
  const raw = questions.map((question) =>
    [...signsOf(question)].map(([sign, weight]) => [numberOf(sign), weight] as const),
  )
  const spread = new Uint32Array(numbers.size)
  for (const signs of raw) for (const [place] of signs) spread[place]!++
  const most = Math.max(FEW, questions.length * TOO_COMMON)
  return raw.map((signs) => {
    const told = signs
      .filter(([place]) => spread[place]! <= most)
      .map(
        ([place, weight]) =>
          [place, weight * Math.log(1 + questions.length / spread[place]!)] as const,
      )
    return unit(told.sort((a, b) => a[0] - b[0]))
  })
}

function signsOf({ text, near = [], replies = [] }: TopicQuestion): Map<string, number> {
  const signs = new Map<string, number>()
  const terms = analyseQuestion(text, guessLanguage(text, 'en'))
  for (const { stem } of terms) signs.set(stem, WORDS)
  const words = terms.filter(({ stem }) => !stem.startsWith('#')).map(({ word }) => fold(word))
  const grams = words.flatMap((word) =>
    Array.from(
      { length: Math.max(0, word.length - GRAM + 1) },
      (_, i) => `~${word.slice(i, i + GRAM)}`,
    ),
  )
  for (const gram of grams)
    signs.set(gram, GRAMS / Math.sqrt(Math.max(1, grams.length / Math.max(1, words.length))))
  for (const { item, confidence } of near) signs.set(`@${item}`, NEAR * Math.sqrt(confidence))
  for (const reply of replies) {
    const stems = new Set(
      analyseQuestion(reply, guessLanguage(reply, 'en')).map(({ stem }) => `=${stem}`),
    )
    const weight = REPLIED / Math.sqrt(stems.size) / replies.length
    for (const stem of stems) signs.set(stem, (signs.get(stem) ?? 0) + weight)
  }
  return signs
}

function unit(told: readonly (readonly [place: number, value: number])[]): SparseVector {
  const length = Math.sqrt(told.reduce((sum, [, value]) => sum + value * value, 0)) || 1
  return {
    places: Uint32Array.from(told, ([place]) => place),
    values: Float32Array.from(told, ([, value]) => value / length),
  }
}

/** Cosine of two vectors of length 1. */
export function cosine(a: SparseVector, b: SparseVector): number {
  let [i, j, sum] = [0, 0, 0]
  while (i < a.places.length && j < b.places.length) {
    const difference = a.places[i]! - b.places[j]!
    if (difference === 0) sum += a.values[i++]! * b.values[j++]!
    else if (difference < 0) i++
    else j++
  }
  return sum
}

/**
 * The middle of some vectors, by weight; brought to length 1, its smallest places left out.
 * @param weights one a vector; their sum need not be 1
 * @param most places that are kept
 */
export function middleOf(
  vectors: readonly SparseVector[],
  weights: readonly number[],
  most = 160,
): SparseVector {
  const sum = new Map<number, number>()
  for (const [v, { places, values }] of vectors.entries())
    for (let i = 0; i < places.length; i++)
      sum.set(places[i]!, (sum.get(places[i]!) ?? 0) + weights[v]! * values[i]!)
  const kept = [...sum].sort((a, b) => b[1] - a[1]).slice(0, most)
  return unit(kept.sort((a, b) => a[0] - b[0]))
}
