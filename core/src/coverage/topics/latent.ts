import { seeded } from '../../maths/random.ts'
import type { SparseVector } from './vectors.ts'

/** Directions that are kept, and how often the subspace is drawn towards them. */
const DIMENSIONS = 60
const ROUNDS = 6
/** More questions than this do not make the directions better, only later. */
const SAMPLE = 6_000
const SEED = 3

/**
 * Latent vectors of questions: where each lies in the directions in which they differ most, brought to length 1. Words that are asked with the
 * same other words and come near the same articles lie near each other, also where two questions share none. The same list gives the same vectors.
 * @see S. Deerwester et al., "Indexing by latent semantic analysis" (1990)
 * @see N. Halko, P. Martinsson, J. Tropp, "Finding structure with randomness" (2011), algorithm 4.4 (subspace iteration)
 */
export function latentVectors(vectors: readonly SparseVector[]): Float32Array[] {
  const size = vectors.reduce((most, { places }) => Math.max(most, (places.at(-1) ?? -1) + 1), 0)
  const step = Math.max(1, vectors.length / SAMPLE)
  const sample = Array.from(
    { length: Math.min(vectors.length, SAMPLE) },
    (_, i) => vectors[Math.floor(i * step)]!,
  )
  const kept = Math.min(DIMENSIONS, size, sample.length)
  const random = seeded(SEED)
  let directions: Float32Array[] = Array.from({ length: kept }, () =>
    Float32Array.from({ length: size }, () => random() - 0.5),
  )
  orthonormal(directions)
  for (let round = 0; round < ROUNDS; round++) {
    directions = directions.map((direction) => drawn(sample, direction))
    orthonormal(directions)
  }
  return vectors.map((vector) =>
    unit(Float32Array.from(directions, (direction) => along(vector, direction))),
  )
}

/** AᵀA times a direction, where the rows of A are the vectors. */
function drawn(vectors: readonly SparseVector[], direction: Float32Array): Float32Array {
  const sum = new Float32Array(direction.length)
  for (const vector of vectors) {
    const much = along(vector, direction)
    const { places, values } = vector
    for (let i = 0; i < places.length; i++) sum[places[i]!]! += much * values[i]!
  }
  return sum
}

function along({ places, values }: SparseVector, direction: Float32Array): number {
  let sum = 0
  for (let i = 0; i < places.length; i++) sum += values[i]! * direction[places[i]!]!
  return sum
}

/** Gram and Schmidt's way, in place. */
function orthonormal(directions: Float32Array[]): void {
  for (const [i, own] of directions.entries()) {
    for (const other of directions.slice(0, i)) {
      const shared = dot(own, other)
      for (let t = 0; t < own.length; t++) own[t]! -= shared * other[t]!
    }
    unit(own)
  }
}

function unit(vector: Float32Array): Float32Array {
  const length = Math.sqrt(dot(vector, vector)) || 1
  for (let t = 0; t < vector.length; t++) vector[t]! /= length
  return vector
}

/** Inner product of two vectors of one length. */
export function dot(a: Float32Array, b: Float32Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}
