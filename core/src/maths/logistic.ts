/** Log-odds to probability. @example sigmoid(0) // 0.5 */
export function sigmoid(x: number): number {
  return 1 / (1 + Math.exp(-x))
}

/**
 * Fits a logistic regression with an L2 penalty by Newton's method (iteratively reweighted least squares).
 *
 * @param rows feature vectors, all of one length; a constant 1 for the intercept is the caller's to add
 * @param labels 0 or 1 for each row
 * @param counts how much each row counts; 1 when not given
 * @param ridge penalty on the square of each weight; > 0, which also keeps separable data finite
 * @returns one weight for each feature
 * @throws {RangeError} when rows are missing or rows and labels differ in number
 * @see T. Hastie, R. Tibshirani, J. Friedman, The Elements of Statistical Learning (2009), section 4.4.1
 */
export function fitLogistic(
  rows: readonly number[][],
  labels: readonly number[],
  ridge: number,
  counts?: readonly number[],
): number[] {
  if (rows.length === 0) throw new RangeError('there are no rows to fit')
  if (rows.length !== labels.length)
    throw new RangeError(`${rows.length} rows but ${labels.length} labels`)
  const size = rows[0]!.length
  let weights = new Array<number>(size).fill(0)
  for (let round = 0; round < 50; round++) {
    const gradient = weights.map((w) => -ridge * w)
    const hessian = weights.map((_, i) => weights.map((__, j) => (i === j ? ridge : 0)))
    rows.forEach((row, r) => {
      const p = sigmoid(dot(row, weights))
      const count = counts?.[r] ?? 1
      const spread = count * p * (1 - p)
      for (let i = 0; i < size; i++) {
        gradient[i]! += count * (labels[r]! - p) * row[i]!
        for (let j = 0; j < size; j++) hessian[i]![j]! += spread * row[i]! * row[j]!
      }
    })
    const step = solve(hessian, gradient)
    weights = weights.map((w, i) => w + step[i]!)
    if (Math.max(...step.map(Math.abs)) < 1e-8) break
  }
  return weights
}

/** Inner product of two vectors of one length. */
export function dot(a: readonly number[], b: readonly number[]): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}

/** Solves a linear system by Gaussian elimination with row exchange. */
function solve(matrix: number[][], right: number[]): number[] {
  const m = matrix.map((row, i) => [...row, right[i]!])
  const n = m.length
  for (let column = 0; column < n; column++) {
    let best = column
    for (let row = column + 1; row < n; row++)
      if (Math.abs(m[row]![column]!) > Math.abs(m[best]![column]!)) best = row
    ;[m[column], m[best]] = [m[best]!, m[column]!]
    for (let row = column + 1; row < n; row++) {
      const factor = m[row]![column]! / m[column]![column]!
      for (let k = column; k <= n; k++) m[row]![k]! -= factor * m[column]![k]!
    }
  }
  const solution = new Array<number>(n).fill(0)
  for (let row = n - 1; row >= 0; row--) {
    let sum = m[row]![n]!
    for (let k = row + 1; k < n; k++) sum -= m[row]![k]! * solution[k]!
    solution[row] = sum / m[row]![row]!
  }
  return solution
}
