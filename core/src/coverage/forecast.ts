import type { Interval } from '../maths/intervals.ts'

/** A weekly figure: the number of its week, the share, and of how many. */
export interface WeeklyShare {
  week: number
  share: number
  n: number
}

export interface Forecast {
  share: number
  /** 95 % interval of a single week's figure there. */
  interval: Interval
  /** By how much the share moves in a week. */
  slope: number
}

const LEAST = 4

/**
 * Where a share will stand in a week to come: a straight line through the weeks so far, weighted by how many each is of.
 * @param weeks the weeks that the line goes through; below four of them nothing is forecast
 * @see N. R. Draper, H. Smith, Applied Regression Analysis (1998), sections 1.4 and 9.2 (prediction interval, weighted least squares)
 */
export function forecastOf(weeks: readonly WeeklyShare[], at: number): Forecast | null {
  const some = weeks.filter(({ n }) => n > 0)
  if (some.length < LEAST) return null
  const total = some.reduce((sum, { n }) => sum + n, 0)
  const weighted = (of: (week: WeeklyShare) => number) =>
    some.reduce((sum, week) => sum + week.n * of(week), 0) / total
  const [middle, mean] = [weighted(({ week }) => week), weighted(({ share }) => share)]
  const spread = weighted(({ week }) => (week - middle) ** 2)
  if (spread === 0) return null
  const slope = weighted(({ week, share }) => (week - middle) * (share - mean)) / spread
  const share = mean + slope * (at - middle)
  const left =
    some.reduce(
      (sum, { week, share: seen, n }) => sum + n * (seen - mean - slope * (week - middle)) ** 2,
      0,
    ) /
    (some.length - 2)
  const perWeek = total / some.length
  const deviation = Math.sqrt(
    (left / perWeek) * (1 + 1 / some.length + (at - middle) ** 2 / (some.length * spread)),
  )
  const half = studentAt(some.length - 2) * deviation
  const kept = (value: number) => Math.min(1, Math.max(0, value))
  return {
    share: kept(share),
    interval: { low: kept(share - half), high: kept(share + half) },
    slope,
  }
}

/** The 97.5 % point of Student's distribution. @see the Cornish-Fisher expansion in Abramowitz and Stegun, 26.7.5 (0.3 % off at two degrees by the table below) */
export function studentAt(degrees: number): number {
  const exact = [Number.POSITIVE_INFINITY, 12.706, 4.303, 3.182, 2.776, 2.571][degrees]
  if (exact !== undefined) return exact
  const z = 1.959964
  return z + (z ** 3 + z) / (4 * degrees) + (5 * z ** 5 + 16 * z ** 3 + 3 * z) / (96 * degrees ** 2)
}
