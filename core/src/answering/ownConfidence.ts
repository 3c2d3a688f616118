import { seeded } from '../maths/random.ts'
import { rank, readQuestion } from '../retrieval/rank.ts'
import { indexRelease, type IndexSettings, type ReleaseIndex } from '../retrieval/releaseIndex.ts'
import { answerQuestion } from './answerer.ts'
import { OWN_WORDS_SURE } from './rungsByMeaning.ts'
import { type ConfidenceModel, fitConfidence, type LabelledCase } from './confidence.ts'
import { DEFAULT_CONFIDENCE } from './defaultConfidence.ts'
import { featuresOf, regimeOf } from './features.ts'
import type { ContentItem } from './items.ts'
import { fitReviewedScale, type ReviewedCase } from './reviewedScale.ts'
import { selfTest } from './selfTest.ts'

/** The same library gets the same model on every machine. */
const SEED = 7
/** A self-test of more sections tells hardly more, and takes longer. */
const MOST_SECTIONS = 1_000
/** More reviews would hardly move a scale of two numbers, and each is asked again. */
const MOST_REVIEWED = 300
/** What the review of a lead counts beside a case of the self-test. */
export const LEADS_WEIGHT = 4

/** The confidence model of a library, from a self-test on itself; where it is too small for one, the model that Janua ships. */
export function fitOwn(
  items: readonly ContentItem[],
  settings: IndexSettings = {},
): ConfidenceModel {
  return learnConfidence(items, [], settings).model
}

/** A question of the log that somebody reviewed: whether what was answered from `item` was right. */
export interface ReviewedQuestion {
  text: string
  item: number
  right: boolean
  /** How much the review counts beside a case of the self-test. */
  weight: number
}

/** What a library taught: the model, how many cases it was fitted on, and how many of them were reviewed by people. */
export interface Learnt {
  model: ConfidenceModel
  cases: number
  reviewed: number
}

/**
 * The same, refined by what people reviewed: their questions are asked again of this library, and count as they were reviewed.
 * @param reviewed the weightiest first
 * @param byMeaning the library as it is answered from, where meaning is looked at: reviews tell how sure those answers are
 */
export function learnConfidence(
  items: readonly ContentItem[],
  reviewed: readonly ReviewedQuestion[],
  settings: IndexSettings = {},
  byMeaning?: ReleaseIndex,
): Learnt {
  const own = reviewedCases(indexRelease(items, settings), reviewed)
  const cases = [...selfTest(items, seeded(SEED), { ...settings, most: MOST_SECTIONS }), ...own]
  const model = fitConfidence(cases, DEFAULT_CONFIDENCE)
  const onScale = byMeaning ? casesByMeaning(byMeaning, reviewed, model) : []
  return {
    model: onScale.length > 0 ? { ...model, reviewed: fitReviewedScale(onScale) } : model,
    cases: cases.length,
    reviewed: own.length,
  }
}

/** Reviews of answers by meaning. What is asked in the very words of a wording is sure by rule and tells nothing of the scale. */
function casesByMeaning(
  index: ReleaseIndex,
  reviewed: readonly ReviewedQuestion[],
  model: ConfidenceModel,
): ReviewedCase[] {
  return reviewed
    .slice(0, MOST_REVIEWED)
    .flatMap(({ text, item, right, weight }): ReviewedCase[] => {
      const best = answerQuestion(index, text, { threshold: 1, model }).trace.candidates[0]
      if (!best || best.confidence >= OWN_WORDS_SURE) return []
      const same = best.item === item
      if (!same && !right) return []
      return [{ sure: best.confidence, right: same && right, weight: weight / LEADS_WEIGHT }]
    })
}

/**
 * A review holds only while the same item is answered from: another answer than the reviewed one is known to be wrong only where the reviewed one was right.
 * @returns cases with features as the index gives them now
 */
export function reviewedCases(
  index: ReleaseIndex,
  reviewed: readonly ReviewedQuestion[],
): LabelledCase[] {
  return reviewed.flatMap(({ text, item, right, weight }): LabelledCase[] => {
    const asked = readQuestion(text, index)
    const candidates = rank(asked, index)
    const best = candidates[0]
    if (!best) return []
    const same = index.itemIdOf(best.doc) === item
    if (!same && !right) return []
    return [
      {
        regime: regimeOf(best),
        features: featuresOf(best, candidates, asked.terms, index),
        right: same && right,
        weight,
      },
    ]
  })
}
