import { minimise } from '../maths/minimise.ts'

/** Signals of all articles for one question: an article a row. */
export type SignalRows = readonly (readonly number[])[]

/** Signals that are not known of an article (NaN) become the mean of those that are: that nothing was taught speaks neither for it nor against it. */
export function filled(rows: readonly number[][]): number[][] {
  const means = (rows[0] ?? []).map((_, signal) => {
    const known = rows.map((row) => row[signal]!).filter((value) => !Number.isNaN(value))
    return known.length === 0 ? 0 : known.reduce((a, b) => a + b, 0) / known.length
  })
  return rows.map((row) =>
    row.map((value, signal) => (Number.isNaN(value) ? means[signal]! : value)),
  )
}

/**
 * Each signal as how far it lies above the mean of the articles, in spreads: what counts is not how high it is, but where.
 * @param rows one row an article, all of one width
 * @returns rows of the same shape
 */
export function standardised(rows: SignalRows): Float64Array[] {
  const width = rows[0]?.length ?? 0
  const out = rows.map((row) => Float64Array.from(row))
  for (let signal = 0; signal < width; signal++) {
    let mean = 0
    for (const row of out) mean += row[signal]! / out.length
    let square = 0
    for (const row of out) square += (row[signal]! - mean) ** 2 / out.length
    const spread = Math.sqrt(square) + 1e-9
    for (const row of out) row[signal] = (row[signal]! - mean) / spread
  }
  return out
}

/**
 * How well each article fits, by standardised signals: sums, the higher the better.
 * @param weights one a signal
 * @returns one score an article
 */
export function scored(rows: readonly Float64Array[], weights: ArrayLike<number>): number[] {
  return rows.map((row) => {
    let sum = 0
    for (let i = 0; i < row.length; i++) sum += row[i]! * weights[i]!
    return sum
  })
}

/**
 * Scores as shares of one.
 * @returns the softmax of the scores: positive, with the sum 1
 */
export function shares(scores: readonly number[]): number[] {
  const most = Math.max(...scores)
  const powers = scores.map((score) => Math.exp(score - most))
  const all = powers.reduce((a, b) => a + b, 0)
  return powers.map((power) => power / all)
}

/** A question whose right articles are known. */
export interface RankedCase {
  rows: readonly Float64Array[]
  right: readonly boolean[]
}

/**
 * Weights under which right articles come first: a softmax over each question's articles.
 * @param ridge penalty on the square of each weight, towards `prior`
 */
export function fitRanker(
  cases: readonly RankedCase[],
  ridge: number,
  prior?: ArrayLike<number>,
): Float64Array {
  const width = cases[0]!.rows[0]!.length
  const centre = Float64Array.from({ length: width }, (_, i) => prior?.[i] ?? 0)
  return minimise((weights) => {
    let value = 0
    const gradient = new Float64Array(width)
    for (let i = 0; i < width; i++) {
      value += ridge * (weights[i]! - centre[i]!) ** 2
      gradient[i] = 2 * ridge * (weights[i]! - centre[i]!)
    }
    for (const { rows, right } of cases) {
      const p = shares(scored(rows, weights))
      let mass = 1e-12
      p.forEach((share, article) => (mass += right[article] ? share : 0))
      value -= Math.log(mass)
      rows.forEach((row, article) => {
        const pull = p[article]! - (right[article] ? p[article]! / mass : 0)
        if (Math.abs(pull) < 1e-9) return
        for (let i = 0; i < width; i++) gradient[i]! += pull * row[i]!
      })
    }
    return { value, gradient }
  }, centre)
}
