import { fitTrees } from '../../maths/boostedTrees.ts'
import { fitLogistic } from '../../maths/logistic.ts'
import { type SurenessModel, surenessOdds } from '../sureness.ts'

const RIDGE = 2
/** Trees are drawn by chance: two of them hold each other in check. */
const SEEDS = [0, 1]

/** Features of questions, and whether the first article settled each. */
export interface SureCases {
  features: number[][]
  right: boolean[]
}

/**
 * A line and trees over features, without a scale.
 * @param features one row a case, all of one width; at least one
 */
export function fitSureness(
  { features, right }: SureCases,
  { withTrees = true } = {},
): Omit<SurenessModel, 'scale'> {
  const width = features[0]!.length
  const labels = right.map((is) => (is ? 1 : 0))
  const mean = Array.from({ length: width }, (_, i) => averageOf(features, (row) => row[i]!))
  const spread = mean.map(
    (centre, i) => Math.sqrt(averageOf(features, (row) => (row[i]! - centre) ** 2)) + 1e-9,
  )
  const rows = features.map((row) => [...row.map((value, i) => (value - mean[i]!) / spread[i]!), 1])
  const weights = fitLogistic(rows, labels, RIDGE)
  return {
    mean,
    spread,
    weights: weights.slice(0, -1),
    constant: weights.at(-1)!,
    trees: withTrees ? SEEDS.map((seed) => fitTrees(features, labels, { seed })) : [],
  }
}

/** The scale under which log-odds promise what comes of them. @see J. Platt, "Probabilistic outputs for support vector machines" (1999) */
export function fitScale(odds: readonly number[], right: readonly boolean[]): [number, number] {
  const [slope, constant] = fitLogistic(
    odds.map((each) => [each, 1]),
    right.map((is) => (is ? 1 : 0)),
    1e-3,
  )
  return [slope!, constant!]
}

/** Log-odds of each row of features, before they are scaled. */
export function oddsOf(
  model: Omit<SurenessModel, 'scale'>,
  features: readonly number[][],
): number[] {
  return features.map((row) => surenessOdds(model, row))
}

function averageOf<T>(all: readonly T[], value: (one: T) => number): number {
  return all.reduce((sum, one) => sum + value(one), 0) / all.length
}
