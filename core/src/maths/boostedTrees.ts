import { seeded } from './random.ts'
import { sigmoid } from './logistic.ts'

/** A tree of yes-and-no on columns that were cut into bins: a leaf's worth, or column, last bin of the left side, left, right. */
type Tree = number | readonly [column: number, bin: number, left: Tree, right: Tree]

/** Boosted trees for a chance: log-odds are `base` and what each tree adds. */
export interface BoostedTrees {
  base: number
  /** For each column where its bins end. */
  edges: readonly (readonly number[])[]
  trees: readonly Tree[]
}

export interface BoostingOptions {
  trees: number
  depth: number
  rate: number
  leastInLeaf: number
  ridge: number
  /** Shares of rows and columns that each tree sees. */
  rows: number
  columns: number
  seed: number
}

const BOOSTING: BoostingOptions = {
  trees: 120,
  depth: 3,
  rate: 0.06,
  leastInLeaf: 15,
  ridge: 5,
  rows: 0.7,
  columns: 0.6,
  seed: 0,
}
const BINS = 32
const LEAST_GAIN = 1e-6

/**
 * Fits trees one after the other to what those before leave unexplained, with histograms of each column.
 * @see T. Chen, C. Guestrin, "XGBoost: a scalable tree boosting system" (2016), for gain and leaf
 */
export function fitTrees(
  rows: readonly (readonly number[])[],
  labels: readonly number[],
  options: Partial<BoostingOptions> = {},
): BoostedTrees {
  const given = { ...BOOSTING, ...options }
  const random = seeded(1_000 + given.seed)
  const width = rows[0]!.length
  const edges = Array.from({ length: width }, (_, column) => edgesOf(rows, column))
  const bins = edges.map((ends, column) =>
    Uint8Array.from(rows, (row) => binOf(row[column]!, ends)),
  )
  const positive = labels.reduce((a, b) => a + b, 0) / labels.length
  const base = Math.log(positive / (1 - positive))
  const odds = new Float64Array(rows.length).fill(base)
  const trees: Tree[] = []
  const gradient = new Float64Array(rows.length)
  const curvature = new Float64Array(rows.length)
  for (let round = 0; round < given.trees; round++) {
    const seen: number[] = []
    for (let row = 0; row < rows.length; row++) {
      const p = sigmoid(odds[row]!)
      gradient[row] = labels[row]! - p
      curvature[row] = p * (1 - p)
      if (random() < given.rows) seen.push(row)
    }
    const columns = edges
      .map((ends, column) => [random(), column, ends.length] as const)
      .sort(([a], [b]) => a - b)
      .slice(0, Math.max(1, Math.floor(width * given.columns)))
      .filter(([, , ends]) => ends > 0)
      .map(([, column]) => column)
    const tree = grown({ seen, columns, bins, edges, gradient, curvature, given }, given.depth)
    trees.push(tree)
    for (let row = 0; row < rows.length; row++)
      odds[row]! += valueOf(tree, (column) => bins[column]![row]!)
  }
  return { base, edges, trees }
}

/**
 * The log-odds of one row.
 * @param row one value a column that the trees were fitted on
 */
export function treeOdds({ base, edges, trees }: BoostedTrees, row: readonly number[]): number {
  const bins = edges.map((ends, column) => binOf(row[column]!, ends))
  return trees.reduce<number>((sum, tree) => sum + valueOf(tree, (column) => bins[column]!), base)
}

interface Growing {
  seen: readonly number[]
  columns: readonly number[]
  bins: readonly Uint8Array[]
  edges: readonly (readonly number[])[]
  gradient: Float64Array
  curvature: Float64Array
  given: BoostingOptions
}

function grown(growing: Growing, depth: number): Tree {
  const { seen, columns, bins, edges, gradient, curvature, given } = growing
  let [g, h] = [0, 0]
  for (const row of seen) {
    g += gradient[row]!
    h += curvature[row]!
  }
  const leaf = (given.rate * g) / (h + given.ridge)
  if (depth === 0 || seen.length < 2 * given.leastInLeaf) return leaf
  let best = { gain: LEAST_GAIN, column: -1, bin: -1 }
  const [sumG, sumH, count] = [
    new Float64Array(BINS),
    new Float64Array(BINS),
    new Float64Array(BINS),
  ]
  for (const column of columns) {
    sumG.fill(0)
    sumH.fill(0)
    count.fill(0)
    const own = bins[column]!
    for (const row of seen) {
      const bin = own[row]!
      sumG[bin]! += gradient[row]!
      sumH[bin]! += curvature[row]!
      count[bin]!++
    }
    let [leftG, leftH, left] = [0, 0, 0]
    for (let bin = 0; bin < edges[column]!.length; bin++) {
      leftG += sumG[bin]!
      leftH += sumH[bin]!
      left += count[bin]!
      if (left < given.leastInLeaf || seen.length - left < given.leastInLeaf) continue
      const gain =
        leftG ** 2 / (leftH + given.ridge) +
        (g - leftG) ** 2 / (h - leftH + given.ridge) -
        g ** 2 / (h + given.ridge)
      if (gain > best.gain) best = { gain, column, bin }
    }
  }
  if (best.column < 0) return leaf
  const isLeft = (row: number) => bins[best.column]![row]! <= best.bin
  const below = (side: boolean) =>
    grown({ ...growing, seen: seen.filter((row) => isLeft(row) === side) }, depth - 1)
  return [best.column, best.bin, below(true), below(false)]
}

function valueOf(tree: Tree, binOfColumn: (column: number) => number): number {
  let at = tree
  while (typeof at !== 'number') at = binOfColumn(at[0]) <= at[1] ? at[2] : at[3]
  return at
}

/** Quantiles of a column without repeats. */
function edgesOf(rows: readonly (readonly number[])[], column: number): number[] {
  const sorted = Float64Array.from(rows, (row) => row[column]!).sort()
  const edges = new Set<number>()
  for (let bin = 1; bin < BINS; bin++) {
    const at = (bin / BINS) * (sorted.length - 1)
    const low = Math.floor(at)
    const high = Math.min(sorted.length - 1, low + 1)
    edges.add(sorted[low]! + (at - low) * (sorted[high]! - sorted[low]!))
  }
  return [...edges]
}

/** How many edges a value has reached. */
function binOf(value: number, edges: readonly number[]): number {
  let [low, high] = [0, edges.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (edges[middle]! <= value) low = middle + 1
    else high = middle
  }
  return low
}
