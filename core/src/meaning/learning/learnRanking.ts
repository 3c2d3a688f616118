import type { RankingModel } from '../models.ts'
import { fitScale, fitSureness } from './fitSureness.ts'
import {
  casesOf,
  leaveOneOut,
  type LeftOut,
  rankerOf,
  type SignalledDomain,
  VARIANTS,
} from './leaveOneOut.ts'

/** A ranking of all domains; and for each domain the one that the others taught. */
export interface LearntRanking {
  whole: RankingModel
  without: Map<string, RankingModel>
  /** What became of each domain under what the others taught. */
  left: readonly LeftOut[]
}

/**
 * Learns ranker and sureness; how far odds are to be trusted is told by the domains left out.
 * @param domains of one language, all with the same signals; at least two
 */
export function learnRanking(domains: readonly SignalledDomain[]): LearntRanking {
  const left = leaveOneOut(domains)
  const [{ names: signals }] = domains as [SignalledDomain]
  const scaleOf = (some: readonly LeftOut[]) => {
    const all = some.flatMap(({ of }) => VARIANTS.map((variant) => of[variant]))
    return fitScale(
      all.flatMap(({ odds }) => odds),
      all.flatMap(({ right }) => right),
    )
  }
  return {
    left,
    whole: {
      signals,
      weights: [...rankerOf(domains)],
      sureness: { ...fitSureness(casesOf(left)), scale: scaleOf(left) },
    },
    without: new Map(
      left.map((own) => [
        own.domain.name,
        {
          signals,
          weights: [...own.weights],
          sureness: { ...own.sureness, scale: scaleOf(left.filter((other) => other !== own)) },
        },
      ]),
    ),
  }
}
