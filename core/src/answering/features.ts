import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { Candidate, QuestionTerm } from '../retrieval/search.ts'

/**
 * What the confidence model looks at, all of them about 0 to 1 and free of scale, so that weights carry over between libraries.
 * `margin` runs from −1 (another article is ahead) to 1 (no other article comes near).
 */
export const FEATURES = ['words', 'margin', 'covered', 'asked', 'said', 'missing', 'bodyOnly', 'thin'] as const
export type Feature = (typeof FEATURES)[number]
export type FeatureValues = Record<Feature, number>

/** What each feature is called on the why panel. */
export const FEATURE_WORDS: Record<Feature, string> = {
  words: 'words',
  margin: 'ahead of the next',
  covered: 'covered',
  asked: 'question in title',
  said: 'title in question',
  missing: 'word missing',
  bodyOnly: 'text only',
  thin: 'few words to go by',
}

/** Below this two-way match a candidate counts as found by its text alone. */
const TITLE_MATCH = 0.34

/** The features of one candidate, as if it stood first. */
export function featuresOf(candidate: Candidate, all: readonly Candidate[], terms: readonly QuestionTerm[], index: ReleaseIndex): FeatureValues {
  const item = index.passages[candidate.doc]!.item.id
  const rival = all.find((other) => index.passages[other.doc]!.item.id !== item)
  const rivalScore = rival?.score ?? 0
  const weight = terms.reduce((sum, term) => sum + term.weight, 0) || 1
  const held = terms.reduce((sum, term, i) => sum + (candidate.matched[i] ? term.weight : 0), 0)
  const heaviestMiss = Math.max(0, ...terms.filter((_, i) => !candidate.matched[i]).map((term) => term.weight))
  const bodyOnly = candidate.match.both < TITLE_MATCH
  return {
    words: Math.min(1, candidate.words),
    margin: (candidate.score - rivalScore) / Math.max(candidate.score, rivalScore, 1e-9),
    covered: held / weight,
    asked: candidate.match.asked,
    said: candidate.match.said,
    missing: heaviestMiss / index.postings.unknownIdf,
    bodyOnly: bodyOnly ? 1 : 0,
    thin: bodyOnly ? 1 / Math.max(1, terms.length) : 0,
  }
}
