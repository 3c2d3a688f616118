import { HEADS, type HeadName, type HeadVectors, VECTOR_WIDTH } from './heads.ts'
import { DamagedModel } from './tensors.ts'

const ROW = HEADS.length * VECTOR_WIDTH
/** Bytes of one text: under each head the size of a step, then the steps. */
export const RECORD_BYTES = HEADS.length * 4 + ROW

/** A text's vectors as bytes, to be stored: under each head the size of a step as a float, then VECTOR_WIDTH steps a head. */
export function packVectors(vectors: HeadVectors): Uint8Array<ArrayBuffer> {
  const record = new Uint8Array(RECORD_BYTES)
  const view = new DataView(record.buffer)
  const steps = new Int8Array(record.buffer, HEADS.length * 4)
  HEADS.forEach((head, place) => {
    const vector = vectors[head]
    const largest = vector.reduce((most, value) => Math.max(most, Math.abs(value)), 0)
    const step = largest / 127 || 1
    view.setFloat32(place * 4, step, true)
    vector.forEach((value, i) => (steps[place * VECTOR_WIDTH + i] = Math.round(value / step)))
  })
  return record
}

/** Rows of packed vectors in one piece of memory, which threads can share. */
export interface VectorTable {
  /** A row after the other, each with all heads. */
  steps: Int8Array
  /** HEADS.length a row. */
  sizes: Float32Array
}

/** @throws {DamagedModel} when a record has another length */
export function vectorTable(records: readonly Uint8Array[]): VectorTable {
  const steps = new Int8Array(new SharedArrayBuffer(records.length * ROW))
  const sizes = new Float32Array(new SharedArrayBuffer(records.length * HEADS.length * 4))
  records.forEach((record, row) => {
    if (record.length !== RECORD_BYTES) throw new DamagedModel('a vector has another length')
    const view = new DataView(record.buffer, record.byteOffset, record.length)
    HEADS.forEach((_, head) => {
      sizes[row * HEADS.length + head] = view.getFloat32(head * 4, true)
    })
    steps.set(new Int8Array(record.buffer, record.byteOffset + HEADS.length * 4, ROW), row * ROW)
  })
  return { steps, sizes }
}

/** Some rows of a table under one head. */
export class VectorRows {
  private readonly head: number

  constructor(
    private readonly table: VectorTable,
    head: HeadName,
    private readonly first: number,
    readonly length: number,
  ) {
    this.head = HEADS.indexOf(head)
  }

  /** How alike a row is to a vector of unit length, −1 to 1. */
  dot(vector: Float32Array, row: number): number {
    const steps = this.steps(row)
    let [a, b, c, d] = [0, 0, 0, 0]
    for (let i = 0; i < VECTOR_WIDTH; i += 4) {
      a += vector[i]! * steps[i]!
      b += vector[i + 1]! * steps[i + 1]!
      c += vector[i + 2]! * steps[i + 2]!
      d += vector[i + 3]! * steps[i + 3]!
    }
    return (a + b + (c + d)) * this.size(row)
  }

  /** The whole numbers of a row. */
  steps(row: number): Int8Array {
    const from = (this.first + row) * ROW + this.head * VECTOR_WIDTH
    return this.table.steps.subarray(from, from + VECTOR_WIDTH)
  }

  /** What one of them is worth. */
  size(row: number): number {
    return this.table.sizes[(this.first + row) * HEADS.length + this.head]!
  }

  dots(vector: Float32Array): number[] {
    return Array.from({ length: this.length }, (_, row) => this.dot(vector, row))
  }
}
