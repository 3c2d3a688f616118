import { seeded } from '../../maths/random.ts'
import { VECTOR_WIDTH } from '../heads.ts'
import { Products } from './products.ts'

const ROUNDS = 60
/** So many numbers of vectors are multiplied at once. */
const NUMBERS_AT_ONCE = 1_024_000

/**
 * The directions along which vectors differ most, one after the other: what is left out of them tells hardly anything apart.
 * @param vectors so many numbers each as there are dimensions, one after the other
 * @param width how many directions
 * @returns dimensions × width, row by row; columns are of unit length and at right angles
 * @see G. Golub, C. Van Loan, "Matrix computations", section 8.2 (orthogonal iteration)
 */
export function leadingDirections(
  vectors: Float32Array,
  dimensions: number,
  width: number,
): Float32Array<ArrayBuffer> {
  const atOnce = Math.max(1, Math.floor(NUMBERS_AT_ONCE / dimensions))
  const products = new Products(dimensions * Math.max(dimensions, width, atOnce) + 4_096)
  const square = new Float32Array(dimensions * dimensions)
  const rows = vectors.length / dimensions
  for (let from = 0; from < rows; from += atOnce) {
    const some = vectors.subarray(from * dimensions, Math.min(rows, from + atOnce) * dimensions)
    const own = products.ofTransposed(some, some.length / dimensions, dimensions, some)
    for (let i = 0; i < square.length; i++) square[i]! += own[i]! / rows
  }
  const random = seeded(1)
  let basis = Float32Array.from({ length: dimensions * width }, () => random() - 0.5)
  for (let round = 0; round < ROUNDS; round++)
    basis = orthonormal(products.plain(square, dimensions, dimensions, basis), width)
  return basis
}

/**
 * A vector by so many numbers as are stored of a text: along the directions that were found for its encoder, or as it is with zeros behind it.
 * @param directions dimensions × VECTOR_WIDTH, row by row; null for a vector that is no longer than that
 * @returns of unit length
 */
export function narrowed(
  vector: Float32Array,
  directions: Float32Array | null,
): Float32Array<ArrayBuffer> {
  const out = new Float32Array(VECTOR_WIDTH)
  if (!directions) out.set(vector)
  else
    for (let from = 0; from < vector.length; from++) {
      const value = vector[from]!
      const row = from * VECTOR_WIDTH
      for (let to = 0; to < VECTOR_WIDTH; to++) out[to]! += value * directions[row + to]!
    }
  const length = Math.sqrt(out.reduce((sum, value) => sum + value * value, 0)) || 1
  return out.map((value) => value / length)
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
