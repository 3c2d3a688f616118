import { DIMENSIONS } from './encoder.ts'
import { Kernel, type PackedMatrix } from './kernel.ts'
import { plainColumns, tensorOf, type Tensors } from './tensors.ts'

/** The last layer above the encoder: what turns its numbers into vectors that can be compared. */
export interface Head {
  /** DIMENSIONS × DIMENSIONS, row by row: from, to. */
  weights: Float32Array
  bias: Float32Array
}
/** A head with the directions along which what comes of it differs most: DIMENSIONS × VECTOR_WIDTH, row by row. */
export interface NarrowHead extends Head {
  directions: Float32Array
}

/** Numbers of a vector under a head. */
export const VECTOR_WIDTH = 256
/** As the encoder shipped; tuned on questions and the articles that settle them; the same with questions that nothing settles. */
export const HEADS = ['shipped', 'tuned', 'none'] as const
export type HeadName = (typeof HEADS)[number]
/** A text under each head, as vectors of unit length: the dot product of two under the same head says how alike they are. */
export type HeadVectors = Readonly<Record<HeadName, Float32Array>>
/** The head under which every encoder speaks; one that a team attaches has no other. */
export const ONLY_HEAD = 'tuned' satisfies HeadName
/** A text under the heads that its encoder has. */
export type EncodedText = Readonly<
  Record<typeof ONLY_HEAD, Float32Array> & Partial<Record<HeadName, Float32Array>>
>

/** @throws {DamagedModel} when there is no head of that name */
export function headOf(tensors: Tensors, name: string): NarrowHead {
  return {
    weights: plainColumns(tensorOf(tensors, `${name}.weights`, DIMENSIONS, DIMENSIONS)),
    bias: plainColumns(tensorOf(tensors, `${name}.bias`, DIMENSIONS)),
    directions: plainColumns(tensorOf(tensors, `${name}.directions`, DIMENSIONS, VECTOR_WIDTH)),
  }
}

const AT_ONCE = 64
const NO_BIAS = new Float32Array(VECTOR_WIDTH)

/** Puts what the encoder gives under heads. */
export class Heads {
  private readonly kernel: Kernel
  private readonly packed: { weights: PackedMatrix; bias: Float32Array; directions: PackedMatrix }[]

  constructor(heads: Readonly<Record<HeadName, NarrowHead>>) {
    const each = DIMENSIONS * (DIMENSIONS + VECTOR_WIDTH)
    this.kernel = new Kernel(HEADS.length * each, AT_ONCE * DIMENSIONS)
    this.packed = HEADS.map((name) => ({
      weights: this.kernel.pack(heads[name].weights, DIMENSIONS, DIMENSIONS),
      bias: heads[name].bias,
      directions: this.kernel.pack(heads[name].directions, DIMENSIONS, VECTOR_WIDTH),
    }))
  }

  /** @param pooled what the encoder gives for each text */
  apply(pooled: readonly Float32Array[]): HeadVectors[] {
    const vectors: HeadVectors[] = []
    for (let from = 0; from < pooled.length; from += AT_ONCE)
      vectors.push(...this.batch(pooled.slice(from, from + AT_ONCE)))
    return vectors
  }

  private batch(pooled: readonly Float32Array[]): HeadVectors[] {
    const rows = new Float32Array(pooled.length * DIMENSIONS)
    pooled.forEach((vector, row) => rows.set(vector, row * DIMENSIONS))
    const under = this.packed.map(({ weights, bias, directions }) => {
      const bent = Float32Array.from(
        this.kernel.product(rows, pooled.length, weights, bias),
        Math.tanh,
      )
      const narrow = Float32Array.from(
        this.kernel.product(bent, pooled.length, directions, NO_BIAS),
      )
      return pooled.map((_, row) =>
        unitLong(narrow.subarray(row * VECTOR_WIDTH, (row + 1) * VECTOR_WIDTH)),
      )
    })
    return pooled.map(
      (_, row) =>
        Object.fromEntries(HEADS.map((name, i) => [name, under[i]![row]!])) as HeadVectors,
    )
  }
}

function unitLong(vector: Float32Array): Float32Array {
  let square = 0
  for (const value of vector) square += value * value
  const length = Math.sqrt(square) || 1
  for (let i = 0; i < vector.length; i++) vector[i]! /= length
  return vector
}
