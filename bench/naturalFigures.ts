import { calibrationError, rightAtPrecision as mostRight } from '@janua/core'
import { mean } from './bootstrap.ts'

/** What became of one natural question. */
export interface NaturalResult {
  domain: string
  id: string
  isCovered: boolean
  isFollowUp: boolean
  /** The article that comes first settles it; one of the first three does. */
  first: boolean
  amongThree: boolean
  /** How sure the engine is of the first. */
  confidence: number
  /** It was answered at the shipped threshold, and from an article that settles it. */
  answered: boolean
  right: boolean
}

/** Figures of many results; uncovered questions count as wrong wherever something is answered. */
export type NaturalFigure = (results: readonly NaturalResult[]) => number

const covered = (results: readonly NaturalResult[]) => results.filter(({ isCovered }) => isCovered)
const shareOf = (results: readonly NaturalResult[], is: (one: NaturalResult) => boolean) =>
  mean(results.map((one) => (is(one) ? 1 : 0)))

export const first: NaturalFigure = (results) => shareOf(covered(results), (one) => one.first)
export const amongThree: NaturalFigure = (results) =>
  shareOf(covered(results), (one) => one.amongThree)
export const answeredRight: NaturalFigure = (results) =>
  shareOf(covered(results), (one) => one.right)
export const answeredWrong: NaturalFigure = (results) =>
  shareOf(covered(results), (one) => one.answered && !one.right)
export const uncoveredAnswered: NaturalFigure = (results) =>
  shareOf(
    results.filter(({ isCovered }) => !isCovered),
    (one) => one.answered,
  )
/** Of everything that is answered at the shipped threshold, the share from an article that settles it. */
export const precision: NaturalFigure = (results) =>
  shareOf(
    results.filter(({ answered }) => answered),
    (one) => one.right,
  )
export const calibration: NaturalFigure = (results) =>
  calibrationError(
    results.map(({ confidence, first: right }) => ({
      p: confidence,
      right: right ? 1 : 0,
      weight: 1,
    })),
  )

/**
 * Share of the covered questions that are answered correctly at the threshold that answers most, while of all that it answers at least `least`
 * is correct.
 */
export function rightAtPrecision(least: number): NaturalFigure {
  return (results) =>
    mostRight(
      results.map(({ confidence, first }) => ({ p: confidence, right: first })),
      least,
    ) / Math.max(1, covered(results).length)
}

/** Chance that a right first is surer than a wrong one, or than what is answered to an uncovered question. */
export const auroc: NaturalFigure = (results) => {
  const sorted = results.toSorted((a, b) => a.confidence - b.confidence)
  const rights = sorted.filter((one) => one.first).length
  if (rights === 0 || rights === sorted.length) return 0.5
  let rankSum = 0
  for (let from = 0; from < sorted.length;) {
    let to = from
    while (to < sorted.length && sorted[to]!.confidence === sorted[from]!.confidence) to++
    const rank = (from + 1 + to) / 2
    for (let i = from; i < to; i++) if (sorted[i]!.first) rankSum += rank
    from = to
  }
  return (rankSum - (rights * (rights + 1)) / 2) / (rights * (sorted.length - rights))
}
