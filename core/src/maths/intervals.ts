import type { Random } from './random.ts'

export interface Interval {
  low: number
  high: number
}

/**
 * Wilson's interval for a share, 95 %.
 * @param hits may be a broken number where cases are weighted
 * @param n (effective) number of cases; nothing is known of none: 0 to 1
 * @see E. B. Wilson, "Probable inference, the law of succession, and statistical inference", JASA 22 (1927)
 * @example wilson(8, 10) // 0.490 to 0.943
 */
export function wilson(hits: number, n: number): Interval {
  if (n <= 0) return { low: 0, high: 1 }
  const z = 1.959964
  const [p, z2] = [hits / n, z * z]
  const middle = (p + z2 / (2 * n)) / (1 + z2 / n)
  const half = (z * Math.sqrt((p * (1 - p)) / n + z2 / (4 * n * n))) / (1 + z2 / n)
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) }
}

/** What one visitor asked: how many questions, and what they came to under each of two releases (sums of 0 to 1). */
export interface PairedGroup {
  n: number
  before: number
  after: number
}

export interface PairedChange {
  before: number
  after: number
  change: number
  interval: Interval
}

/**
 * The change of a share between two releases over the same questions, with its 95 % interval.
 *
 * Paired: each resample draws whole visitors with all their questions under both releases, as what one person asks hangs together.
 * @param groups at least one question between them
 * @throws {RangeError} when there are no questions
 * @see B. Efron, R. J. Tibshirani, An Introduction to the Bootstrap (1993), sections 8.3 and 13.3 (percentile interval, resampling units)
 */
export function pairedBootstrap(
  groups: readonly PairedGroup[],
  random: Random,
  rounds = 1_000,
): PairedChange {
  const all = summed(groups)
  if (!(all.n > 0)) throw new RangeError('there are no questions to compare')
  const changes = Array.from({ length: rounds }, () => {
    const drawn = { n: 0, before: 0, after: 0 }
    for (let i = 0; i < groups.length; i++)
      add(drawn, groups[Math.floor(random() * groups.length)]!)
    return (drawn.after - drawn.before) / drawn.n
  }).sort((a, b) => a - b)
  return {
    before: all.before / all.n,
    after: all.after / all.n,
    change: (all.after - all.before) / all.n,
    interval: middle95(changes),
  }
}

/**
 * The middle 95 % of figures that are sorted upwards.
 * @returns 0 to 0 for no figures
 */
export function middle95(sorted: readonly number[]): Interval {
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0
  return { low: at(0.025), high: at(0.975) }
}

function summed(groups: readonly PairedGroup[]): PairedGroup {
  const all = { n: 0, before: 0, after: 0 }
  for (const group of groups) add(all, group)
  return all
}

function add(to: PairedGroup, { n, before, after }: PairedGroup): void {
  to.n += n
  to.before += before
  to.after += after
}
