import { seeded } from '@janua/core'
import { DIMENSIONS } from '../core/src/meaning/encoder.ts'
import { Products } from './products.ts'

const ROUNDS = 60
const AT_ONCE = 2_000

/**
 * The directions along which vectors differ most, one after the other: what is left out of them tells hardly anything apart.
 * @param vectors DIMENSIONS numbers each, one after the other
 * @param width how many directions; a multiple of 8
 * @returns DIMENSIONS × width, row by row; columns are of unit length and at right angles
 * @see G. Golub, C. Van Loan, "Matrix computations", section 8.2 (orthogonal iteration)
 */
export function leadingDirections(vectors: Float32Array, width: number): Float32Array {
  const products = new Products()
  const square = new Float32Array(DIMENSIONS * DIMENSIONS)
  const rows = vectors.length / DIMENSIONS
  for (let from = 0; from < rows; from += AT_ONCE) {
    const some = vectors.subarray(from * DIMENSIONS, Math.min(rows, from + AT_ONCE) * DIMENSIONS)
    const own = products.ofTransposed(some, some.length / DIMENSIONS, DIMENSIONS, some)
    for (let i = 0; i < square.length; i++) square[i]! += own[i]! / rows
  }
  const random = seeded(1)
  let basis = Float32Array.from({ length: DIMENSIONS * width }, () => random() - 0.5)
  for (let round = 0; round < ROUNDS; round++)
    basis = orthonormal(products.plain(square, DIMENSIONS, DIMENSIONS, basis), width)
  return basis
}

/** The columns made orthonormal, one after the other (modified Gram–Schmidt). */
function orthonormal(columns: Float32Array, width: number): Float32Array<ArrayBuffer> {
  const out = Float32Array.from(columns)
  const along = (a: number, b: number) => {
    let sum = 0
    for (let row = 0; row < out.length; row += width) sum += out[row + a]! * out[row + b]!
    return sum
  }
  for (let column = 0; column < width; column++) {
    for (let before = 0; before < column; before++) {
      const shared = along(column, before)
      for (let row = 0; row < out.length; row += width)
        out[row + column]! -= shared * out[row + before]!
    }
    const length = Math.sqrt(along(column, column)) || 1
    for (let row = 0; row < out.length; row += width) out[row + column]! /= length
  }
  return out
}
