/**
 * Adjusted Rand index of two partitions: 1 for the same, 0 for what chance would give.
 * @throws {RangeError} when they are of different things
 * @see L. Hubert, P. Arabie, "Comparing partitions", Journal of Classification 2 (1985)
 * @example adjustedRand([0, 0, 1, 1], [0, 0, 1, 2]) // 0.571
 */
export function adjustedRand(a: readonly number[], b: readonly number[]): number {
  const { cells, rows, columns, n } = contingency(a, b)
  const pairs = (count: number) => (count * (count - 1)) / 2
  const sum = (counts: Iterable<number>) =>
    [...counts].reduce((all, count) => all + pairs(count), 0)
  const [both, inA, inB] = [sum(cells.values()), sum(rows.values()), sum(columns.values())]
  const expected = (inA * inB) / pairs(n)
  const most = (inA + inB) / 2
  return most === expected ? 1 : (both - expected) / (most - expected)
}

/**
 * V-measure of a clustering against true classes: the harmonic mean of homogeneity and completeness, 0 to 1.
 * @see A. Rosenberg, J. Hirschberg, "V-Measure: a conditional entropy-based external cluster evaluation measure" (2007)
 */
export function vMeasure(truth: readonly number[], found: readonly number[]): number {
  const { cells, rows, columns, n } = contingency(truth, found)
  const entropy = (counts: Iterable<number>) =>
    [...counts].reduce((sum, count) => sum - (count / n) * Math.log(count / n), 0)
  const [ofTruth, ofFound, together] = [
    entropy(rows.values()),
    entropy(columns.values()),
    entropy(cells.values()),
  ]
  const homogeneity = ofTruth === 0 ? 1 : 1 - (together - ofFound) / ofTruth
  const completeness = ofFound === 0 ? 1 : 1 - (together - ofTruth) / ofFound
  return homogeneity + completeness === 0
    ? 0
    : (2 * homogeneity * completeness) / (homogeneity + completeness)
}

function contingency(a: readonly number[], b: readonly number[]) {
  if (a.length !== b.length)
    throw new RangeError(`partitions of ${a.length} and of ${b.length} things cannot be compared`)
  const [cells, rows, columns] = [
    new Map<string, number>(),
    new Map<number, number>(),
    new Map<number, number>(),
  ]
  const add = <K>(to: Map<K, number>, key: K) => to.set(key, (to.get(key) ?? 0) + 1)
  for (const [i, one] of a.entries()) {
    add(cells, `${one} ${b[i]}`)
    add(rows, one)
    add(columns, b[i]!)
  }
  return { cells, rows, columns, n: a.length }
}
