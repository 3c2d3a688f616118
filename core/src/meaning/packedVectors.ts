import { type EncodedText, type HeadName, HEADS, ONLY_HEAD, VECTOR_WIDTH } from './heads.ts'
import { DamagedModel } from './tensors.ts'

/** Bytes of a text under one head: the size of a step as a float, and the steps. */
const HEAD_BYTES = 4 + VECTOR_WIDTH
/** Bytes of one text of the encoder that ships. */
export const RECORD_BYTES = HEADS.length * HEAD_BYTES

/**
 * A text's vectors as bytes, to be stored: under each head the size of a step as a float, then VECTOR_WIDTH steps a head.
 */
export function packVectors(text: EncodedText): Uint8Array<ArrayBuffer> {
  const vectors = HEADS.flatMap((head) => text[head] ?? [])
  const record = new Uint8Array(vectors.length * HEAD_BYTES)
  const view = new DataView(record.buffer)
  const steps = new Int8Array(record.buffer, vectors.length * 4)
  vectors.forEach((vector, place) => {
    const largest = vector.reduce((most, value) => Math.max(most, Math.abs(value)), 0)
    const step = largest / 127 || 1
    view.setFloat32(place * 4, step, true)
    vector.forEach((value, i) => (steps[place * VECTOR_WIDTH + i] = Math.round(value / step)))
  })
  return record
}

/** Rows of packed vectors in one piece of memory, which threads can share. */
export interface VectorTable {
  heads: readonly HeadName[]
  /** A row after the other, each with all heads. */
  steps: Int8Array
  /** One for each head of a row. */
  sizes: Float32Array
}

/** @throws {DamagedModel} when a record has another length than the others, or none that a text has */
export function vectorTable(records: readonly Uint8Array[]): VectorTable {
  const bytes = records[0]?.length ?? RECORD_BYTES
  const heads = HEADS_OF.get(bytes)
  if (!heads) throw new DamagedModel('a vector has another length')
  const width = heads.length * VECTOR_WIDTH
  const steps = new Int8Array(new SharedArrayBuffer(records.length * width))
  const sizes = new Float32Array(new SharedArrayBuffer(records.length * heads.length * 4))
  records.forEach((record, row) => {
    if (record.length !== bytes) throw new DamagedModel('a vector has another length')
    const view = new DataView(record.buffer, record.byteOffset, record.length)
    heads.forEach((_, head) => {
      sizes[row * heads.length + head] = view.getFloat32(head * 4, true)
    })
    steps.set(
      new Int8Array(record.buffer, record.byteOffset + heads.length * 4, width),
      row * width,
    )
  })
  return { heads, steps, sizes }
}
/** Which heads a record has, by its bytes. */
const HEADS_OF = new Map<number, readonly HeadName[]>([
  [HEAD_BYTES, [ONLY_HEAD]],
  [RECORD_BYTES, HEADS],
])

/** Some rows of a table under one head. */
export class VectorRows {
  private readonly head: number
  private readonly heads: number

  /** @throws {RangeError} when the table has no such head */
  constructor(
    private readonly table: VectorTable,
    head: HeadName,
    private readonly first: number,
    readonly length: number,
  ) {
    this.heads = table.heads.length
    this.head = table.heads.indexOf(head)
    if (this.head < 0) throw new RangeError(`there are no vectors under “${head}”`)
  }

  /** How alike a row is to a vector of unit length, −1 to 1. */
  dot(vector: Float32Array, row: number): number {
    const { steps, sizes } = this.table
    const place = (this.first + row) * this.heads + this.head
    // Four sums that do not wait for each other, and no view of the row: this is asked thousands of times a question.
    let at = place * VECTOR_WIDTH
    let [a, b, c, d] = [0, 0, 0, 0]
    for (let i = 0; i < VECTOR_WIDTH; i += 4, at += 4) {
      a += vector[i]! * steps[at]!
      b += vector[i + 1]! * steps[at + 1]!
      c += vector[i + 2]! * steps[at + 2]!
      d += vector[i + 3]! * steps[at + 3]!
    }
    return (a + b + (c + d)) * sizes[place]!
  }

  /** The whole numbers of a row. */
  steps(row: number): Int8Array {
    const from = ((this.first + row) * this.heads + this.head) * VECTOR_WIDTH
    return this.table.steps.subarray(from, from + VECTOR_WIDTH)
  }

  /** What one of them is worth. */
  size(row: number): number {
    return this.table.sizes[(this.first + row) * this.heads + this.head]!
  }

  dots(vector: Float32Array): number[] {
    return Array.from({ length: this.length }, (_, row) => this.dot(vector, row))
  }
}
