import { binomialTest, normalBelow, significantAmong } from '../maths/binomial.ts'

/** Distinct conversations of a topic by week, the newest last; and of all topics together. */
export interface WeeklyCounts {
  counts: readonly number[]
  totals: readonly number[]
}

export interface Trend {
  /** Rate of the newest week over that of the weeks before, by share of all conversations; null when there were none before. */
  ratio: number | null
  /** Probability of a difference as great when nothing had changed. */
  chance: number
  /** Not asked in the weeks before, and asked now. */
  isNew: boolean
}

const BEFORE = 4

/**
 * The newest full week against the four before: given the sum of both, the newest is binomial with the share of the total volume that falls on it
 * (exact conditional test of two Poisson rates). Where the weeks before scatter more than Poisson allows, the normal statistic with that
 * dispersion is taken instead (quasi-Poisson), if it is the more careful one.
 * @throws {RangeError} when counts and totals differ in length
 * @see J. Przyborowski, H. Wilenski, "Homogeneity of results in testing samples from Poisson series", Biometrika 31 (1940)
 * @see P. McCullagh, J. Nelder, Generalized Linear Models (1989), section 6.2.3 (dispersion)
 */
export function trendOf({ counts, totals }: WeeklyCounts): Trend {
  if (counts.length !== totals.length)
    throw new RangeError(`${counts.length} weeks of counts but ${totals.length} of totals`)
  const [now, volume] = [counts.at(-1) ?? 0, totals.at(-1) ?? 0]
  const [earlier, volumes] = [counts.slice(-BEFORE - 1, -1), totals.slice(-BEFORE - 1, -1)]
  const [before, volumeBefore] = [added(earlier), added(volumes)]
  if (volume === 0 || volumeBefore === 0) return { ratio: null, chance: 1, isNew: false }
  const share = volume / (volume + volumeBefore)
  const exact = binomialTest(now, now + before, share)
  const dispersion = dispersionOf(earlier, volumes)
  const chance =
    dispersion > 1 ? Math.max(exact, spreadChance(now, now + before, share, dispersion)) : exact
  return {
    ratio: before === 0 ? null : now / volume / (before / volumeBefore),
    chance,
    isNew: before === 0 && now > 0,
  }
}

/**
 * Which trends of many topics stand at a false-discovery rate of 10 %.
 * @returns one truth value a trend, in their order
 */
export function trendsStanding(trends: readonly Trend[]): boolean[] {
  return significantAmong(
    trends.map(({ chance }) => chance),
    0.1,
  )
}

/** Pearson's chi-square over its degrees of freedom; 1 when nothing can be told. */
function dispersionOf(counts: readonly number[], volumes: readonly number[]): number {
  const rate = added(counts) / added(volumes)
  const there = volumes.flatMap((volume, i) =>
    volume > 0 ? [{ count: counts[i]!, expected: rate * volume }] : [],
  )
  if (there.length < 2 || rate === 0) return 1
  return (
    there.reduce((total, { count, expected }) => total + (count - expected) ** 2 / expected, 0) /
    (there.length - 1)
  )
}

function spreadChance(k: number, n: number, p: number, dispersion: number): number {
  if (n === 0) return 1
  const z = (Math.abs(k - n * p) - 0.5) / Math.sqrt(dispersion * n * p * (1 - p))
  return z <= 0 ? 1 : 2 * normalBelow(-z)
}

function added(values: readonly number[]): number {
  return values.reduce((total, value) => total + value, 0)
}
