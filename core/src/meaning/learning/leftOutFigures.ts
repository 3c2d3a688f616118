import { sigmoid } from '../../maths/logistic.ts'
import { rightAtPrecision } from '../../maths/precision.ts'
import type { LeftOut } from './leaveOneOut.ts'

/** How well questions are understood on domains that nothing was learnt on. */
export interface LeftOutFigures {
  questions: number
  /** Shares of the questions that an article settles: where such an article comes first, and among the first three. */
  first: number
  three: number
  /** Shares of them that are answered correctly at the threshold under which 90 % and 80 % of all answers are correct. */
  rightAt90: number
  rightAt80: number
}

/** Of questions as they come, nothing taught. */
export function leftOutFigures(left: readonly LeftOut[]): LeftOutFigures {
  const results = left.flatMap(({ domain, of: { plain } }) =>
    plain.scores.map((scores, question) => {
      const order = [...scores.keys()].sort((a, b) => scores[b]! - scores[a]!)
      const settles = (article: number) => domain.right[question]![article]!
      return {
        isCovered: domain.covered[question]!,
        right: settles(order[0]!),
        three: order.slice(0, 3).some(settles),
        p: sigmoid(plain.odds[question]!),
      }
    }),
  )
  const covered = results.filter(({ isCovered }) => isCovered)
  const share = (count: number) => count / Math.max(1, covered.length)
  return {
    questions: covered.length,
    first: share(covered.filter(({ right }) => right).length),
    three: share(covered.filter(({ three }) => three).length),
    rightAt90: share(rightAtPrecision(results, 0.9)),
    rightAt80: share(rightAtPrecision(results, 0.8)),
  }
}
