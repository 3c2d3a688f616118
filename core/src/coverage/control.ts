/** One day's share and of how many. */
export interface DailyShare {
  day: string
  share: number
  n: number
}

export interface Fall {
  /** The first day on which the chart left its band. */
  day: string
  /** The mean of the days before the fall, and of those since its beginning. */
  before: number
  since: number
}

/** Days from which the usual level and scatter are learnt. */
const LEARNT = 28
const LEAST_LEARNT = 14
/** Weight of the newest day, and how many standard deviations are too many. */
const LAMBDA = 0.25
const WIDTH = 3

/**
 * Falls of a daily share, each told once: an EWMA chart of the days' standardised departures from the 28 days before, where the scatter
 * between days is taken into account besides that of chance (Laney's p′). After a fall the chart begins anew from the new level.
 *
 * @param days in their order; days on which nothing was asked are passed over
 * @see S. W. Roberts, "Control chart tests based on geometric moving averages", Technometrics 1 (1959)
 * @see D. B. Laney, "Improved control charts for attributes", Quality Engineering 14 (2002)
 */
export function fallsIn(days: readonly DailyShare[]): Fall[] {
  const asked = days.filter(({ n }) => n > 0)
  const falls: Fall[] = []
  let [from, moved, since] = [0, 0, 0]
  for (let i = LEAST_LEARNT; i < asked.length; i++) {
    if (i - from < LEAST_LEARNT) continue
    // While the chart is moving down, what is usual stays what it was before.
    const end = moved < -1 ? since : i
    const usual = asked.slice(Math.max(from, end - LEARNT), end)
    const { mean, sigma } = levelOf(usual)
    const z = (asked[i]!.share - mean) / (chance(mean, asked[i]!.n) * sigma)
    const next = LAMBDA * z + (1 - LAMBDA) * moved
    if (next < -1 && moved >= -1) since = i
    moved = next
    if (moved > -WIDTH * Math.sqrt(LAMBDA / (2 - LAMBDA)) || asked[i]!.share >= mean) continue
    falls.push({
      day: asked[i]!.day,
      before: mean,
      since: meanOf(asked.slice(Math.min(since, i), i + 1)),
    })
    ;[from, moved, since] = [i, 0, i]
  }
  return falls
}

function meanOf(days: readonly DailyShare[]): number {
  const n = days.reduce((sum, day) => sum + day.n, 0)
  return n === 0 ? 0 : days.reduce((sum, { share, n: of }) => sum + share * of, 0) / n
}

/** Mean, and by how much days scatter beyond chance: the mean moving range of their standardised departures, over 1.128. */
function levelOf(days: readonly DailyShare[]): { mean: number; sigma: number } {
  const mean = meanOf(days)
  const z = days.map(({ share, n }) => (share - mean) / chance(mean, n))
  const ranges = z.slice(1).map((value, i) => Math.abs(value - z[i]!))
  return {
    mean,
    sigma: Math.max(
      1,
      ranges.reduce((sum, range) => sum + range, 0) / Math.max(1, ranges.length) / 1.128,
    ),
  }
}

function chance(mean: number, n: number): number {
  return Math.sqrt(Math.max(0.0025, mean * (1 - mean)) / n)
}
