import { sigmoid } from '../maths/logistic.ts'
import { minimise } from '../maths/minimise.ts'

/** How a team's reviews read the log-odds that an article settles a question. */
export interface ReviewedScale {
  slope: number
  constant: number
}

/** An answer that somebody reviewed. */
export interface ReviewedCase {
  /** How sure it was, 0 to 1. */
  sure: number
  right: boolean
  /** What the review counts: 1 for that of a lead. */
  weight: number
}

/**
 * How far reviews may move the scale from what ships. Over the natural domains these lose nothing where the scale is right already (log loss
 * + 0.0003 in English) and gain where it is not (− 0.006 in German), at 30 to 200 reviews; weaker ones lose by following chance. Ranking
 * weights refitted on as many reviews gained nothing under any prior, so that reviews leave them alone.
 */
const PRIOR = { slope: 40, constant: 10 }
/** However reviews went, what is surer stays surer. */
const LEAST_SLOPE = 0.2
const EDGE = 1e-6

/**
 * The scale that fits reviews, near to the one that ships; that one without reviews.
 * @param cases how sure the answer was, whether it was right, and what the review counts
 */
export function fitReviewedScale(cases: readonly ReviewedCase[]): ReviewedScale {
  const placed = cases.map(({ sure, right, weight }) => ({ odds: oddsOf(sure), right, weight }))
  const [slope, constant] = minimise(
    ([a = 1, b = 0]) => {
      let value = PRIOR.slope * (a - 1) ** 2 + PRIOR.constant * b ** 2
      const gradient = Float64Array.of(2 * PRIOR.slope * (a - 1), 2 * PRIOR.constant * b)
      for (const { odds, right, weight } of placed) {
        const p = Math.min(1 - EDGE, Math.max(EDGE, sigmoid(a * odds + b)))
        value -= weight * Math.log(right ? p : 1 - p)
        const excess = weight * (p - (right ? 1 : 0))
        gradient[0]! += excess * odds
        gradient[1]! += excess
      }
      return { value, gradient }
    },
    Float64Array.of(1, 0),
  )
  return { slope: Math.max(LEAST_SLOPE, slope!), constant: constant! }
}

/** How sure an answer is by the scale of a team. @param sure as the engine that ships has it, 0 to 1 */
export function rescaled(sure: number, { slope, constant }: ReviewedScale): number {
  return sigmoid(slope * oddsOf(sure) + constant)
}

function oddsOf(sure: number): number {
  const p = Math.min(1 - EDGE, Math.max(EDGE, sure))
  return Math.log(p / (1 - p))
}
