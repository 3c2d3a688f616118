/** Natural logarithm of n!, by Stirling's series beyond a table. @param n a whole number from 0 */
export function logFactorial(n: number): number {
  if (n < TABLE.length) return TABLE[n]!
  return (
    (n + 0.5) * Math.log(n) - n + 0.5 * Math.log(2 * Math.PI) + 1 / (12 * n) - 1 / (360 * n ** 3)
  )
}
const TABLE = Array.from({ length: 64 }, (_, n) =>
  Array.from({ length: n }, (__, i) => Math.log(i + 1)).reduce((sum, each) => sum + each, 0),
)

/** Probability of exactly k hits in n tries with chance p each. @example binomial(2, 4, 0.5) // 0.375 */
export function binomial(k: number, n: number, p: number): number {
  if (p <= 0) return k === 0 ? 1 : 0
  if (p >= 1) return k === n ? 1 : 0
  return Math.exp(
    logFactorial(n) -
      logFactorial(k) -
      logFactorial(n - k) +
      k * Math.log(p) +
      (n - k) * Math.log(1 - p),
  )
}

/**
 * Two-sided exact test of k hits in n tries against a chance of p: the sum over all outcomes that are at most as likely as the one seen.
 * @returns a probability; 1 when there were no tries
 * @see R. A. Fisher's ordering of outcomes by their likelihood; P. Armitage, G. Berry, Statistical Methods in Medical Research (1994), section 4.7
 * @example binomialTest(9, 10, 0.5) // 0.0215
 */
export function binomialTest(k: number, n: number, p: number): number {
  if (n === 0) return 1
  const seen = binomial(k, n, p) * (1 + 1e-7)
  let sum = 0
  for (let i = 0; i <= n; i++) {
    const each = binomial(i, n, p)
    if (each <= seen) sum += each
  }
  return Math.min(1, sum)
}

/** Standard normal distribution function. @see M. Abramowitz, I. Stegun, Handbook of Mathematical Functions (1964), 26.2.17 (error below 7.5e-8) */
export function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z))
  const tail =
    (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  return z > 0 ? 1 - tail : tail
}

/**
 * Which of several tests stand when at most a share of those that do may be false.
 * @param chances probability of each under "nothing there"
 * @param rate false-discovery rate, 0 to 1
 * @see Y. Benjamini, Y. Hochberg, "Controlling the false discovery rate" (1995)
 * @example significantAmong([0.001, 0.2, 0.03], 0.1) // [true, false, true]
 */
export function significantAmong(chances: readonly number[], rate: number): boolean[] {
  const sorted = [...chances.keys()].sort((a, b) => chances[a]! - chances[b]!)
  let last = -1
  for (const [rank, i] of sorted.entries())
    if (chances[i]! <= (rate * (rank + 1)) / chances.length) last = rank
  const stands = new Set(sorted.slice(0, last + 1))
  return chances.map((_, i) => stands.has(i))
}
