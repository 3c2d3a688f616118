import { type DenseLayer, LayerKernel, type Normal, type Rows } from './layerKernel.ts'
import { pieceReader, type PieceTable } from './pieces.ts'
import { DamagedModel, plainColumns, type Tensor, tensorOf, type Tensors } from './tensors.ts'

/** Numbers of a text's vector. */
export const DIMENSIONS = 512
const EMBEDDED = 256
const HIDDEN = 1_536
/** So many pieces of several texts are read at once. */
const ROWS = 256
const LAYERS = [EMBEDDED, DIMENSIONS] as const
/** Bytes of the rows that are read at once, on their way through the layers. */
const ROOM = ROWS * 4 * (EMBEDDED + 4 * DIMENSIONS + HIDDEN) + 65_536

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

interface Layer {
  width: number
  attention: Normal
  queries: DenseLayer
  outputs: DenseLayer
  forward: Normal
  widen: DenseLayer
  narrow: DenseLayer
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
 * head above them (`heads.ts`).
 */
export class SentenceEncoder {
  private readonly read: (text: string) => number[]
  private readonly pieces: Tensor
  private readonly times: Float32Array
  /** What places add to the numbers of pieces, a row for each place met so far. */
  private readonly places: Float32Array[] = []
  private readonly skip: DenseLayer
  private readonly layers: Layer[]
  private readonly kernel: LayerKernel
  private readonly rows: Record<'pieces' | 'even' | 'carried' | 'mixed' | 'attended' | 'wide', Rows>

  /** @throws {DamagedModel} when a part is missing or has another shape */
  constructor(tensors: Tensors, table: PieceTable) {
    this.read = pieceReader(table)
    this.pieces = tensorOf(tensors, 'pieces', table.length, EMBEDDED)
    if (!(this.pieces.data instanceof Int8Array) || this.pieces.scales?.length !== table.length)
      throw new DamagedModel('“pieces” has no scale for each row')
    const shapes = encoderShapes(table.length)
    const numbers = [...shapes.entries()]
      .filter(([name]) => name !== 'pieces')
      .reduce((sum, [, [depth, columns = 2]]) => sum + depth! * columns, 0)
    const kernel = new LayerKernel(2 * numbers + ROOM, ROWS, HIDDEN)
    this.kernel = kernel
    const plain = (name: string) => plainColumns(tensorOf(tensors, name, ...shapes.get(name)!))
    const dense = (name: string) =>
      kernel.dense(tensorOf(tensors, name, ...shapes.get(name)!), plain(`${name}Bias`))
    this.times = plain('times')
    this.skip = dense('skip')
    this.layers = LAYERS.map((width, layer) => {
      const part = (name: LayerPart) => `${layer}.${name}`
      const normal = (name: 'attention' | 'forward', width: number): Normal => ({
        scale: kernel.place(plain(part(`${name}Scale`))),
        shift: kernel.place(plain(part(`${name}Shift`))),
        width,
      })
      return {
        width,
        attention: normal('attention', width),
        queries: dense(part('queries')),
        outputs: dense(part('outputs')),
        forward: normal('forward', DIMENSIONS),
        widen: dense(part('widen')),
        narrow: dense(part('narrow')),
      }
    })
    this.rows = {
      pieces: kernel.rows(EMBEDDED),
      even: kernel.rows(DIMENSIONS),
      carried: kernel.rows(DIMENSIONS),
      mixed: kernel.rows(DIMENSIONS),
      attended: kernel.rows(DIMENSIONS),
      wide: kernel.rows(HIDDEN),
    }
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
    const { kernel } = this
    const { pieces, even, carried, mixed, attended, wide } = this.rows
    const starts = [0]
    for (const { length } of texts) starts.push(starts.at(-1)! + length)
    const rows = starts.at(-1)!
    this.embed(texts, kernel.view(pieces, rows, EMBEDDED))
    kernel.apply(this.skip, pieces, carried, rows)
    for (const { width, ...layer } of this.layers) {
      kernel.normalise(layer.attention, width === EMBEDDED ? pieces : carried, even, rows)
      kernel.apply(layer.queries, even, wide, rows)
      for (let text = 0; text < texts.length; text++)
        kernel.attend(wide, attended, { begin: starts[text]!, end: starts[text + 1]! }, width)
      kernel.apply(layer.outputs, attended, mixed, rows, { plus: carried })
      kernel.normalise(layer.forward, mixed, even, rows)
      kernel.apply(layer.widen, even, wide, rows, { rectify: true })
      kernel.apply(layer.narrow, wide, carried, rows, { plus: mixed })
    }
    const values = kernel.view(carried, rows, DIMENSIONS)
    return texts.map((_, text) => meanOfRows(values, starts[text]!, starts[text + 1]!))
  }

  /** Pieces with their places as waves of different length. */
  private embed(texts: readonly number[][], out: Float32Array): void {
    const { data, scales } = this.pieces
    let to = 0
    for (const ids of texts)
      ids.forEach((id, place) => {
        const from = id * EMBEDDED
        const scale = 2 * scales![id]!
        const waves = (this.places[place] ??= this.wavesOf(place))
        for (let i = 0; i < EMBEDDED; i++) out[to + i] = scale * data[from + i]! + waves[i]!
        to += EMBEDDED
      })
  }

  private wavesOf(place: number): Float32Array {
    const half = EMBEDDED / 2
    return Float32Array.from({ length: EMBEDDED }, (_, i) =>
      i < half ? Math.sin(place * this.times[i]!) : Math.cos(place * this.times[i - half]!),
    )
  }
}

function meanOfRows(values: Float32Array, from: number, to: number): Float32Array {
  const mean = new Float32Array(DIMENSIONS)
  for (let row = from; row < to; row++)
    for (let i = 0; i < DIMENSIONS; i++) mean[i]! += values[row * DIMENSIONS + i]! / (to - from)
  return mean
}
