import { logit } from '../maths/calibration.ts'
import { sigmoid } from '../maths/logistic.ts'
import { minimise } from '../maths/minimise.ts'

/** Whether passages answer a question, in somebody else's view. */
export const OPINIONS = ['yes', 'partly', 'no'] as const
export type Opinion = (typeof OPINIONS)[number]

/** What each opinion adds to the log-odds that an answer is right. */
export type OpinionScale = Readonly<Record<Opinion, number>>

/** What was heard of the first article for a question. */
export interface HeardOpinion {
  /** The question, as it was put to the engine. */
  question: string
  item: number
  says: Opinion
}

/** An answer on which an opinion was heard, and which somebody reviewed. */
export interface OpinionCase {
  /** How sure it was before, 0 to 1. */
  sure: number
  says: Opinion
  right: boolean
  /** What the review counts: 1 for that of a lead. */
  weight: number
}

/** Before anything is known of whose opinion it is: a no tells more than a yes, as models like to please. */
export const USUAL_OPINIONS: OpinionScale = { yes: 0.6, partly: -0.4, no: -1.4 }
/** Reviews that it takes to go half of the way to what they say. */
const HOLD = 8
const EDGE = 1e-6

/** How sure an answer is once an opinion was heard. @param sure before it was, 0 to 1 */
export function withOpinion(
  sure: number,
  says: Opinion,
  scale: OpinionScale = USUAL_OPINIONS,
): number {
  return sigmoid(logit(sure) + scale[says])
}

/**
 * What opinions are worth by reviews of the answers that they were heard on; the usual worth without any.
 * @param cases reviewed answers with what was heard of them; weight 1 for a lead’s word
 */
export function fitOpinions(cases: readonly OpinionCase[]): OpinionScale {
  const usual = OPINIONS.map((says) => USUAL_OPINIONS[says])
  const placed = cases.map(({ sure, says, right, weight }) => ({
    odds: logit(sure),
    at: OPINIONS.indexOf(says),
    right,
    weight,
  }))
  const fitted = minimise((worth) => {
    let value = 0
    const gradient = new Float64Array(usual.length)
    usual.forEach((prior, i) => {
      // A review's curvature is at most a quarter: so many of them weigh as much as the prior.
      value += (HOLD / 8) * (worth[i]! - prior) ** 2
      gradient[i] = (HOLD / 4) * (worth[i]! - prior)
    })
    for (const { odds, at, right, weight } of placed) {
      const p = Math.min(1 - EDGE, Math.max(EDGE, sigmoid(odds + worth[at]!)))
      value -= weight * Math.log(right ? p : 1 - p)
      gradient[at]! += weight * (p - (right ? 1 : 0))
    }
    return { value, gradient }
  }, Float64Array.from(usual))
  return { yes: fitted[0]!, partly: fitted[1]!, no: fitted[2]! }
}
