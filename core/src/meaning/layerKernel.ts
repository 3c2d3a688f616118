import { KernelMemory, PANEL } from './kernel.ts'
import { DamagedModel, type Tensor } from './tensors.ts'

/** A matrix of whole numbers with a scale for each column and what is added, ready in the kernel's memory. */
export interface DenseLayer {
  weights: number
  scales: number
  bias: number
  depth: number
  columns: number
}
export interface Normal {
  scale: number
  shift: number
  width: number
}
/** Rows of floats in the kernel's memory. */
export type Rows = number

/** The steps of a layer of an encoder over rows that stay in the kernel's memory; whole numbers are multiplied, so every machine gives the same. */
export class LayerKernel {
  private readonly memory: KernelMemory
  private readonly narrowed: number
  private readonly steps: number
  private readonly shares: number

  /**
   * @param bytes all that is placed and kept
   * @param most rows at once, a multiple of four
   * @param widest the largest depth of a matrix
   */
  constructor(
    bytes: number,
    private readonly most: number,
    widest: number,
  ) {
    this.memory = new KernelMemory(bytes + most * (widest * 2 + 12), 128)
    this.narrowed = this.memory.reserve(most * widest * 2)
    this.steps = this.memory.reserve(most * 4)
    this.shares = this.memory.reserve(most * 4 + 16)
  }

  rows(width: number): Rows {
    return this.memory.reserve(this.most * width * 4)
  }

  /** A view of the first rows, to be filled or read. */
  view(at: Rows, rows: number, width: number): Float32Array {
    return this.memory.floatsAt(at, rows * width)
  }

  place(numbers: Float32Array): number {
    const at = this.memory.reserve(numbers.byteLength)
    this.memory.floatsAt(at, numbers.length).set(numbers)
    return at
  }

  /** @throws {DamagedModel} when the matrix has no scales for its columns */
  dense({ shape, data, scales }: Tensor, bias: Float32Array): DenseLayer {
    const [depth, columns] = shape as [number, number]
    if (!(data instanceof Int8Array) || scales?.length !== columns)
      throw new DamagedModel('a matrix has no scale for each column')
    const weights = this.memory.reserve(data.length * 2)
    const packed = new Int16Array(this.memory.buffer, weights, data.length)
    let to = 0
    for (let panel = 0; panel < columns; panel += PANEL)
      for (let row = 0; row < depth; row += 2)
        for (let column = panel; column < panel + PANEL; column++) {
          packed[to++] = data[row * columns + column]!
          packed[to++] = data[(row + 1) * columns + column]!
        }
    return { weights, scales: this.place(scales), bias: this.place(bias), depth, columns }
  }

  /** out = input × layer + its bias, plus other rows; or nothing below 0. */
  apply(
    { weights, scales, bias, depth, columns }: DenseLayer,
    input: Rows,
    out: Rows,
    rows: number,
    { plus = 0, rectify = false }: { plus?: Rows; rectify?: boolean } = {},
  ): void {
    const { functions } = this.memory
    functions.narrowRows(input, this.narrowed, this.steps, rows, depth)
    functions.multiplyNarrow(
      this.narrowed,
      this.steps,
      weights,
      scales,
      bias,
      plus,
      out,
      rows,
      depth,
      columns,
      rectify,
    )
  }

  normalise({ scale, shift, width }: Normal, input: Rows, out: Rows, rows: number): void {
    this.memory.functions.normalise(input, scale, shift, out, rows, width)
  }

  /** Rows of a text gather from each other. @param asked queries, keys and values, `width` numbers each */
  attend(
    asked: Rows,
    out: Rows,
    { begin, end }: { begin: number; end: number },
    width: number,
  ): void {
    this.memory.functions.attend(asked, out, this.shares, begin, end, width)
  }
}
