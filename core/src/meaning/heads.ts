import { DIMENSIONS } from './encoder.ts'
import { plainColumns, tensorOf, type Tensors } from './tensors.ts'

/** The last layer above the encoder: what turns its numbers into vectors that can be compared. */
export interface Head {
  /** DIMENSIONS × DIMENSIONS, row by row: from, to. */
  weights: Float32Array
  bias: Float32Array
}

/** @throws {DamagedModel} when there is no head of that name */
export function headOf(tensors: Tensors, name: string): Head {
  return {
    weights: plainColumns(tensorOf(tensors, `${name}.weights`, DIMENSIONS, DIMENSIONS)),
    bias: plainColumns(tensorOf(tensors, `${name}.bias`, DIMENSIONS)),
  }
}

/** A vector of unit length; the dot product of two says how alike they are. @param pooled what the encoder gives */
export function headed(pooled: Float32Array, { weights, bias }: Head): Float32Array {
  const out = Float32Array.from(bias)
  for (let from = 0; from < DIMENSIONS; from++) {
    const value = pooled[from]!
    const row = from * DIMENSIONS
    for (let to = 0; to < DIMENSIONS; to++) out[to]! += value * weights[row + to]!
  }
  let square = 0
  for (let i = 0; i < DIMENSIONS; i++) {
    out[i] = Math.tanh(out[i]!)
    square += out[i]! ** 2
  }
  const length = Math.sqrt(square)
  for (let i = 0; i < DIMENSIONS; i++) out[i]! /= length
  return out
}
