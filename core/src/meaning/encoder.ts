import { Kernel, type PackedMatrix } from './kernel.ts'
import { pieceReader, type PieceTable } from './pieces.ts'
import { DamagedModel, plainColumns, type Tensor, tensorOf, type Tensors } from './tensors.ts'

/** Numbers of a text's vector. */
export const DIMENSIONS = 512
const EMBEDDED = 256
const HIDDEN = 1_536
const HEADS = 4
/** So many pieces of several texts are read at once. */
const ROWS = 256
const LAYERS = [EMBEDDED, DIMENSIONS] as const
const EPSILON = 1e-6

/** Layers as they lie in a model file, by name. */
const SHAPES = (width: number) =>
  ({
    attentionScale: [width],
    attentionShift: [width],
    queries: [width, 3 * width],
    queriesBias: [3 * width],
    outputs: [width, DIMENSIONS],
    outputsBias: [DIMENSIONS],
    forwardScale: [DIMENSIONS],
    forwardShift: [DIMENSIONS],
    widen: [DIMENSIONS, HIDDEN],
    widenBias: [HIDDEN],
    narrow: [HIDDEN, DIMENSIONS],
    narrowBias: [DIMENSIONS],
  }) as const
type LayerPart = keyof ReturnType<typeof SHAPES>

interface Dense {
  matrix: PackedMatrix
  bias: Float32Array
}
interface Layer {
  width: number
  attention: { scale: Float32Array; shift: Float32Array }
  queries: Dense
  outputs: Dense
  forward: { scale: Float32Array; shift: Float32Array }
  widen: Dense
  narrow: Dense
}

/** Names of the tensors of a model file with their shapes, for who writes one. */
export function encoderShapes(pieces: number): ReadonlyMap<string, readonly number[]> {
  return new Map<string, readonly number[]>([
    ['pieces', [pieces, EMBEDDED]],
    ['times', [EMBEDDED / 2]],
    ['skip', [EMBEDDED, DIMENSIONS]],
    ['skipBias', [DIMENSIONS]],
    ...LAYERS.flatMap((width, layer) =>
      Object.entries(SHAPES(width)).map(([part, shape]): [string, readonly number[]] => [
        `${layer}.${part}`,
        shape,
      ]),
    ),
  ])
}

/**
 * Turns texts into vectors: two layers of attention over word pieces, the mean of what comes out. What the vectors mean is only settled by a
 * head above them (`heads.ts`). Twenty milliseconds a question on one core.
 */
export class SentenceEncoder {
  private readonly read: (text: string) => number[]
  private readonly pieces: Tensor
  private readonly times: Float32Array
  private readonly skip: Dense
  private readonly layers: Layer[]
  private readonly kernel: Kernel

  /** @throws {DamagedModel} when a part is missing or has another shape */
  constructor(tensors: Tensors, table: PieceTable) {
    this.read = pieceReader(table)
    this.pieces = tensorOf(tensors, 'pieces', table.length, EMBEDDED)
    if (!(this.pieces.data instanceof Int8Array) || this.pieces.scales?.length !== table.length)
      throw new DamagedModel('“pieces” has no scale for each row')
    const shapes = encoderShapes(table.length)
    const numbers = [...shapes.values()]
      .filter(({ length }) => length === 2)
      .reduce((sum, [depth, columns]) => sum + depth! * columns!, -table.length * EMBEDDED)
    this.kernel = new Kernel(numbers, ROWS * HIDDEN)
    const plain = (name: string) => plainColumns(tensorOf(tensors, name, ...shapes.get(name)!))
    const dense = (name: string): Dense => {
      const [depth, columns] = shapes.get(name) as [number, number]
      return {
        matrix: this.kernel.pack(plain(name), depth, columns),
        bias: plain(`${name}Bias`),
      }
    }
    this.times = plain('times')
    this.skip = dense('skip')
    this.layers = LAYERS.map((width, layer) => {
      const part = (name: LayerPart) => `${layer}.${name}`
      return {
        width,
        attention: {
          scale: plain(part('attentionScale')),
          shift: plain(part('attentionShift')),
        },
        queries: dense(part('queries')),
        outputs: dense(part('outputs')),
        forward: { scale: plain(part('forwardScale')), shift: plain(part('forwardShift')) },
        widen: dense(part('widen')),
        narrow: dense(part('narrow')),
      }
    })
  }

  /** @returns for each text DIMENSIONS numbers, not of unit length */
  encode(texts: readonly string[]): Float32Array[] {
    const vectors: Float32Array[] = []
    let waiting: number[][] = []
    let rows = 0
    const flush = () => {
      if (waiting.length > 0) vectors.push(...this.encodePieces(waiting))
      waiting = []
      rows = 0
    }
    for (const text of texts) {
      const ids = this.read(text)
      // A text without pieces is read as one that is not known.
      if (ids.length === 0) ids.push(0)
      if (rows + ids.length > ROWS) flush()
      waiting.push(ids)
      rows += ids.length
    }
    flush()
    return vectors
  }

  private encodePieces(texts: readonly number[][]): Float32Array[] {
    const starts = [0]
    for (const { length } of texts) starts.push(starts.at(-1)! + length)
    const rows = starts.at(-1)!
    let values: Float32Array = this.embedded(texts, rows)
    let carried: Float32Array = Float32Array.from(this.apply(this.skip, values, rows))
    for (const layer of this.layers) {
      const attended = this.attend(layer, values, starts)
      const mixed = Float32Array.from(this.apply(layer.outputs, attended, rows))
      addTo(mixed, carried)
      const wide = Float32Array.from(
        this.apply(layer.widen, normed(mixed, rows, DIMENSIONS, layer.forward), rows),
      )
      for (let i = 0; i < wide.length; i++) if (wide[i]! < 0) wide[i] = 0
      values = Float32Array.from(this.apply(layer.narrow, wide, rows))
      addTo(values, mixed)
      carried = values
    }
    return texts.map((_, text) => meanOfRows(values, starts[text]!, starts[text + 1]!))
  }

  private apply({ matrix, bias }: Dense, input: Float32Array, rows: number): Float32Array {
    return this.kernel.product(input, rows, matrix, bias)
  }

  /** Pieces with their places as waves of different length. */
  private embedded(texts: readonly number[][], rows: number): Float32Array {
    const { data, scales } = this.pieces
    const half = EMBEDDED / 2
    const out = new Float32Array(rows * EMBEDDED)
    let row = 0
    for (const ids of texts)
      ids.forEach((id, place) => {
        const [from, to, scale] = [id * EMBEDDED, row * EMBEDDED, 2 * scales![id]!]
        for (let i = 0; i < half; i++) {
          const angle = place * this.times[i]!
          out[to + i] = scale * data[from + i]! + Math.sin(angle)
          out[to + half + i] = scale * data[from + half + i]! + Math.cos(angle)
        }
        row++
      })
    return out
  }

  /** Each piece gathers from the pieces of its own text. */
  private attend(layer: Layer, values: Float32Array, starts: readonly number[]): Float32Array {
    const { width } = layer
    const rows = starts.at(-1)!
    const queries = this.apply(layer.queries, normed(values, rows, width, layer.attention), rows)
    const out = new Float32Array(rows * width)
    const weights = new Float32Array(rows)
    const part = width / HEADS
    for (let text = 0; text + 1 < starts.length; text++)
      for (let head = 0; head < HEADS; head++)
        for (let row = starts[text]!; row < starts[text + 1]!; row++) {
          const begin = starts[text]!
          const end = starts[text + 1]!
          let largest = -Infinity
          for (let other = begin; other < end; other++) {
            const [q, k] = [row * 3 * width + head * part, (other * 3 + 1) * width + head * part]
            let sum = 0
            for (let i = 0; i < part; i++) sum += queries[q + i]! * queries[k + i]!
            weights[other] = sum / Math.sqrt(part)
            largest = Math.max(largest, weights[other]!)
          }
          let all = 0
          for (let other = begin; other < end; other++)
            all += weights[other] = Math.exp(weights[other]! - largest)
          for (let other = begin; other < end; other++) {
            const share = weights[other]! / all
            const [v, to] = [(other * 3 + 2) * width + head * part, row * width + head * part]
            for (let i = 0; i < part; i++) out[to + i]! += share * queries[v + i]!
          }
        }
    return out
  }
}

function normed(
  values: Float32Array,
  rows: number,
  width: number,
  { scale, shift }: { scale: Float32Array; shift: Float32Array },
): Float32Array {
  const out = new Float32Array(rows * width)
  for (let at = 0; at < rows * width; at += width) {
    let mean = 0
    for (let i = 0; i < width; i++) mean += values[at + i]! / width
    let variance = 0
    for (let i = 0; i < width; i++) variance += (values[at + i]! - mean) ** 2 / width
    const by = 1 / Math.sqrt(variance + EPSILON)
    for (let i = 0; i < width; i++)
      out[at + i] = (values[at + i]! - mean) * by * scale[i]! + shift[i]!
  }
  return out
}

function addTo(to: Float32Array, values: Float32Array): void {
  for (let i = 0; i < to.length; i++) to[i]! += values[i]!
}

function meanOfRows(values: Float32Array, from: number, to: number): Float32Array {
  const mean = new Float32Array(DIMENSIONS)
  for (let row = from; row < to; row++)
    for (let i = 0; i < DIMENSIONS; i++) mean[i]! += values[row * DIMENSIONS + i]! / (to - from)
  return mean
}
