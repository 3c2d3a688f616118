import { fitOpinions, type Opinion, type OpinionScale, withOpinion } from '../answering/opinion.ts'

/** A reviewed answer near the threshold, with what a language model says of it. */
export interface TriedAnswer {
  /** How sure Janua was by itself, 0 to 1. */
  sure: number
  /** From where on it answers. */
  threshold: number
  /** Null where nothing came of asking. */
  says: Opinion | null
  right: boolean
}

/** What became of an answer. */
export interface TrialCounts {
  /** Answered, and rightly. */
  right: number
  wrong: number
  /** Kept back. */
  silent: number
}

export interface OpinionTrial {
  now: TrialCounts
  then: TrialCounts
  /** Places of right answers that would not be given any more. */
  lost: number[]
  /** Places of right answers that would be given now. */
  gained: number[]
  /** Places of wrong answers that would not be given any more, and of those that would be now. */
  spared: number[]
  worse: number[]
  /** What each opinion turned out to be worth, by all of them. */
  scale: OpinionScale
  /** How many were said of each. */
  said: Record<Opinion, number>
}

const FOLDS = 5

/**
 * What a second opinion would have done to reviewed answers: each is decided by what opinions are worth on the others, so that nothing is
 * told better than it would have been.
 */
export function opinionTrial(tried: readonly TriedAnswer[]): OpinionTrial {
  const heard = (some: readonly TriedAnswer[]) =>
    some.flatMap(({ says, ...each }) => (says === null ? [] : { ...each, says, weight: 1 }))
  const scales = Array.from({ length: FOLDS }, (_, fold) =>
    fitOpinions(heard(tried.filter((__, i) => i % FOLDS !== fold))),
  )
  const before = tried.map(({ sure, threshold }) => sure >= threshold)
  const after = tried.map(({ sure, threshold, says }, i) =>
    says === null ? sure >= threshold : withOpinion(sure, says, scales[i % FOLDS]) >= threshold,
  )
  const places = (wanted: (i: number) => boolean) => tried.flatMap((_, i) => (wanted(i) ? i : []))
  const said = { yes: 0, partly: 0, no: 0 }
  for (const { says } of tried) if (says) said[says]++
  return {
    now: countsOf(tried, before),
    then: countsOf(tried, after),
    lost: places((i) => tried[i]!.right && before[i]! && !after[i]),
    gained: places((i) => tried[i]!.right && !before[i] && after[i]!),
    spared: places((i) => !tried[i]!.right && before[i]! && !after[i]),
    worse: places((i) => !tried[i]!.right && !before[i] && after[i]!),
    scale: fitOpinions(heard(tried)),
    said,
  }
}

function countsOf(tried: readonly TriedAnswer[], answered: readonly boolean[]): TrialCounts {
  const right = tried.filter((each, i) => answered[i] && each.right).length
  const given = answered.filter(Boolean).length
  return { right, wrong: given - right, silent: tried.length - given }
}
