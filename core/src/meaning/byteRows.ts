import { KernelMemory } from './kernel.ts'

/** The largest whole number of two bytes: a vector rounded to steps of its largest part by this is off by next to nothing. */
const MOST = 32_767

/** Rows of whole numbers of one byte in the kernel's memory, to be held against one vector after the other. */
export class ByteRows {
  private readonly memory: KernelMemory
  private readonly asked: number
  private readonly rows: number
  private readonly out: number

  /**
   * @param width a multiple of 16, at most 256
   * @param read gives each row, of `width` numbers
   */
  constructor(
    readonly length: number,
    private readonly width: number,
    read: (row: number) => Int8Array,
  ) {
    this.memory = new KernelMemory(length * (width + 4) + width * 2, 3)
    this.asked = this.memory.reserve(width * 2)
    this.rows = this.memory.reserve(length * width)
    this.out = this.memory.reserve(length * 4)
    const bytes = new Int8Array(this.memory.buffer)
    for (let row = 0; row < length; row++) bytes.set(read(row), this.rows + row * width)
  }

  /** The product of a vector with each row. */
  products(vector: Float32Array): Float32Array {
    const largest = vector.reduce((most, value) => Math.max(most, Math.abs(value)), 0)
    const step = largest / MOST || 1
    const asked = new Int16Array(this.memory.buffer, this.asked, this.width)
    for (let i = 0; i < this.width; i++) asked[i] = Math.round(vector[i]! / step)
    this.memory.functions.multiplyBytes(this.asked, this.rows, this.out, this.length, this.width)
    const sums = new Int32Array(this.memory.buffer, this.out, this.length)
    const products = new Float32Array(this.length)
    for (let row = 0; row < this.length; row++) products[row] = sums[row]! * step
    return products
  }
}
