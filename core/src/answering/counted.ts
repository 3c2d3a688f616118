import { type SearchQuestion, rank } from '../retrieval/rank.ts'
import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { AnswerSettings, Trace } from './answer.ts'
import type { DayFacts } from '../text/calendar.ts'
import type { Candidate } from '../retrieval/search.ts'
import { leftOutBecause } from './items.ts'
import { outOfSeason } from './seasons.ts'
import { headAt, sourceOf } from './rungs.ts'

/**
 * What is found among all that counts, and what is found only among the rest.
 * @returns the candidates that count, the best first; and passages that do not hold at this door or day, with the reason
 */
export function counted(
  asked: SearchQuestion,
  index: ReleaseIndex,
  settings: AnswerSettings,
  days: readonly DayFacts[],
): { found: Candidate[]; leftOut: Trace['leftOut'] } {
  const because = (doc: number) =>
    index.limitedAt(doc) ? leftOutBecause(index.itemOf(doc), settings) : undefined
  const all = preferring(rank(asked, index), index, settings.before?.item)
  const limited = all.flatMap(({ doc }) =>
    because(doc) === undefined ? [] : [{ doc, because: because(doc)! }],
  )
  const held =
    limited.length === 0
      ? all
      : preferring(
          rank(asked, index, all.length, (doc) => because(doc) === undefined),
          index,
          settings.before?.item,
        )
  const seasonal = outOfSeason(held, days, index)
  const gone = new Set(seasonal.map(({ doc }) => doc))
  return {
    found: held.filter(({ doc }) => !gone.has(doc)),
    leftOut: [...limited, ...seasonal].map(({ doc, because: reason }) => ({
      ...sourceOf(headAt(index, doc)),
      because: reason,
    })),
  }
}

/** How much it is worth in the ranking to stand in the article that answered the question before, when this one leans on it. */
const SAME_ITEM_WEIGHT = 0.08

function preferring(
  found: Candidate[],
  index: ReleaseIndex,
  item: number | undefined,
): Candidate[] {
  if (item === undefined) return found
  return found
    .map((candidate) =>
      index.itemIdOf(candidate.doc) === item
        ? { ...candidate, score: candidate.score + SAME_ITEM_WEIGHT }
        : candidate,
    )
    .sort((a, b) => b.score - a.score)
}
