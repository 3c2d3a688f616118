import { bytesOf } from '../text/base64.ts'
import { KERNEL } from './kernelData.ts'

type Multiply = (
  input: number,
  weights: number,
  out: number,
  rows: number,
  depth: number,
  columns: number,
) => void

/** A matrix that lies ready in the kernel's memory. */
export interface PackedMatrix {
  at: number
  depth: number
  columns: number
}

const PAGE = 65_536
const PANEL = 8
/** The kernel's own memory begins with its stack. */
const FIRST_FREE = 1_024

/** Products of matrices by SIMD instructions of WebAssembly; about ten times as quick as the same in JavaScript. */
export class Kernel {
  private readonly floats: Float32Array
  private readonly multiply: Multiply
  private free = FIRST_FREE
  private readonly input: number
  private readonly out: number
  private readonly largest: number
  private readonly again: number

  /**
   * @param weights how many numbers all matrices have together
   * @param largest how many numbers the largest input or output has
   */
  constructor(weights: number, largest: number) {
    const bytes = FIRST_FREE + (weights + 2 * largest) * 4 + 64 * 64
    const memory = new WebAssembly.Memory({ initial: Math.ceil(bytes / PAGE) + 1 })
    this.floats = new Float32Array(memory.buffer)
    const module = new WebAssembly.Module(bytesOf(KERNEL))
    this.multiply = new WebAssembly.Instance(module, { env: { memory } }).exports
      .multiply as Multiply
    this.largest = largest
    this.input = this.reserve(largest)
    this.out = this.reserve(largest)
    this.again = this.free
  }

  /** Lays a matrix of `depth` rows down in panels of eight columns. @param columns a multiple of eight */
  pack(matrix: Float32Array, depth: number, columns: number): PackedMatrix {
    return this.packAt(this.reserve(depth * columns), matrix, depth, columns)
  }

  /** Lays a matrix down in the place of the one before: for products that each have a matrix of their own. */
  packAgain(matrix: Float32Array, depth: number, columns: number): PackedMatrix {
    return this.packAt(this.again, matrix, depth, columns)
  }

  private packAt(at: number, matrix: Float32Array, depth: number, columns: number): PackedMatrix {
    for (let panel = 0; panel < columns / PANEL; panel++)
      for (let row = 0; row < depth; row++)
        for (let i = 0; i < PANEL; i++)
          this.floats[at / 4 + (panel * depth + row) * PANEL + i] =
            matrix[row * columns + panel * PANEL + i]!
    return { at, depth, columns }
  }

  /**
   * input × matrix + bias, for `rows` rows.
   * @returns a view that the next product overwrites
   * @throws {RangeError} when input or output is larger than was said
   */
  product(
    input: Float32Array,
    rows: number,
    { at, depth, columns }: PackedMatrix,
    bias: Float32Array,
  ): Float32Array {
    if (rows * Math.max(depth, columns) > this.largest)
      throw new RangeError(`a product of ${rows} rows is too large for this kernel`)
    this.floats.set(input.subarray(0, rows * depth), this.input / 4)
    this.multiply(this.input, at, this.out, rows, depth, columns)
    const out = this.floats.subarray(this.out / 4, this.out / 4 + rows * columns)
    for (let row = 0, i = 0; row < rows; row++)
      for (let column = 0; column < columns; column++, i++) out[i]! += bias[column]!
    return out
  }

  private reserve(numbers: number): number {
    const at = this.free
    this.free += Math.ceil(numbers / 16) * 64
    return at
  }
}
