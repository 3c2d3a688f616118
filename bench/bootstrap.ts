import { seeded } from '@janua/core'

const ROUNDS = 1_000

/** The middle 95 % of a figure over resamples of the cases, drawn with replacement; seeded. */
export function bootstrap<T>(
  cases: readonly T[],
  figure: (sample: readonly T[]) => number,
): { low: number; high: number } {
  const random = seeded(97)
  const figures = Array.from({ length: ROUNDS }, () =>
    figure(cases.map(() => cases[Math.floor(random() * cases.length)]!)),
  ).sort((a, b) => a - b)
  return { low: figures[Math.floor(ROUNDS * 0.025)]!, high: figures[Math.floor(ROUNDS * 0.975)]! }
}

export function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)
}
