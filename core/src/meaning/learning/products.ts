import { Kernel } from '../kernel.ts'

const LARGEST = 3_000 * 1_024

/** Products of matrices of any size, by the kernel that encodes; sizes are filled up to what it takes. */
export class Products {
  private readonly kernel: Kernel
  private readonly none = new Float32Array(4_096)

  /** @param largest numbers of the largest matrix */
  constructor(largest = LARGEST) {
    this.kernel = new Kernel(largest, largest)
  }

  /** a[rows, depth] × b[depth, columns], b given row by row. */
  plain(a: Float32Array, rows: number, depth: number, b: Float32Array): Float32Array {
    const columns = b.length / depth
    const wide = Math.ceil(columns / 8) * 8
    const packed = this.kernel.packAgain(padded(b, depth, columns, wide), depth, wide)
    const out = this.kernel.product(a, rows, packed, this.none)
    return wide === columns ? Float32Array.from(out) : narrowed(out, rows, wide, columns)
  }

  /** a[rows, width] × the transposed of b[others, width]: dot products of all rows with all others. */
  transposed(a: Float32Array, rows: number, b: Float32Array, others: number): Float32Array {
    return this.plain(a, rows, b.length / others, turned(b, others))
  }

  /** The transposed of a[rows, columns] × b[rows, …]. */
  ofTransposed(a: Float32Array, rows: number, columns: number, b: Float32Array): Float32Array {
    return this.plain(turned(a, rows), columns, rows, b)
  }
}

function turned(values: Float32Array, rows: number): Float32Array {
  const columns = values.length / rows
  const out = new Float32Array(values.length)
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      out[column * rows + row] = values[row * columns + column]!
  return out
}

function padded(values: Float32Array, rows: number, columns: number, wide: number): Float32Array {
  if (wide === columns) return values
  const out = new Float32Array(rows * wide)
  for (let row = 0; row < rows; row++)
    out.set(values.subarray(row * columns, (row + 1) * columns), row * wide)
  return out
}

function narrowed(values: Float32Array, rows: number, wide: number, columns: number): Float32Array {
  const out = new Float32Array(rows * columns)
  for (let row = 0; row < rows; row++)
    out.set(values.subarray(row * wide, row * wide + columns), row * columns)
  return out
}
