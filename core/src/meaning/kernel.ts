import { bytesOf } from '../text/base64.ts'
import { KERNEL } from './kernelData.ts'

/** What `train/kernel.as` offers; a place is a number of bytes from the start of the memory. */
export interface KernelFunctions {
  multiply(
    input: number,
    weights: number,
    out: number,
    rows: number,
    depth: number,
    columns: number,
  ): void
  narrowRows(input: number, out: number, steps: number, rows: number, depth: number): void
  multiplyNarrow(
    input: number,
    steps: number,
    weights: number,
    scales: number,
    bias: number,
    plus: number,
    out: number,
    rows: number,
    depth: number,
    columns: number,
    rectify: boolean,
  ): void
  normalise(
    input: number,
    scale: number,
    shift: number,
    out: number,
    rows: number,
    width: number,
  ): void
  attend(
    asked: number,
    out: number,
    shares: number,
    begin: number,
    end: number,
    width: number,
  ): void
  multiplyBytes(asked: number, rows: number, out: number, count: number, width: number): void
}

const PAGE = 65_536
const ALIGNED = 64
/** Columns that lie together in the kernel's memory. */
export const PANEL = 8
/** The kernel's own memory begins with its stack. */
const FIRST_FREE = 1_024

/** Memory of a kernel, given away piece by piece and never taken back. */
export class KernelMemory {
  readonly functions: KernelFunctions
  readonly buffer: ArrayBuffer
  private free = FIRST_FREE

  /** @param bytes all that will be reserved @param pieces in how many pieces */
  constructor(bytes: number, pieces: number) {
    const all = FIRST_FREE + bytes + pieces * ALIGNED
    const memory = new WebAssembly.Memory({ initial: Math.ceil(all / PAGE) + 1 })
    this.buffer = memory.buffer as ArrayBuffer
    const module = new WebAssembly.Module(bytesOf(KERNEL))
    this.functions = new WebAssembly.Instance(module, { env: { memory } })
      .exports as unknown as KernelFunctions
  }

  /** @returns the place of so many bytes @throws {RangeError} when more is wanted than was said */
  reserve(bytes: number): number {
    const at = this.free
    this.free += Math.ceil(bytes / ALIGNED) * ALIGNED
    if (this.free > this.buffer.byteLength) throw new RangeError('the kernel’s memory is full')
    return at
  }

  floatsAt(at: number, n: number): Float32Array {
    return new Float32Array(this.buffer, at, n)
  }
}

/** A matrix that lies ready in the kernel's memory. */
export interface PackedMatrix {
  at: number
  depth: number
  columns: number
}

/** Products of matrices of floats by SIMD instructions of WebAssembly; about ten times as quick as the same in JavaScript. */
export class Kernel {
  private readonly memory: KernelMemory
  private readonly floats: Float32Array
  private readonly input: number
  private readonly out: number
  private readonly largest: number
  private again: number | null = null

  /**
   * @param weights how many numbers all matrices have together
   * @param largest how many numbers the largest input or output has
   */
  constructor(
    private readonly weights: number,
    largest: number,
  ) {
    this.memory = new KernelMemory((weights + 2 * largest) * 4, 64)
    this.floats = new Float32Array(this.memory.buffer)
    this.largest = largest
    this.input = this.memory.reserve(largest * 4)
    this.out = this.memory.reserve(largest * 4)
  }

  /** Lays a matrix of `depth` rows down in panels of eight columns. @param columns a multiple of eight */
  pack(matrix: Float32Array, depth: number, columns: number): PackedMatrix {
    return this.packAt(this.memory.reserve(depth * columns * 4), matrix, depth, columns)
  }

  /** Lays a matrix down in the place of the one before: for products that each have a matrix of their own. */
  packAgain(matrix: Float32Array, depth: number, columns: number): PackedMatrix {
    this.again ??= this.memory.reserve(this.weights * 4)
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
    this.memory.functions.multiply(this.input, at, this.out, rows, depth, columns)
    const out = this.memory.floatsAt(this.out, rows * columns)
    for (let row = 0, i = 0; row < rows; row++)
      for (let column = 0; column < columns; column++, i++) out[i]! += bias[column]!
    return out
  }
}
