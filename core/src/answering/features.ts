import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { QuestionTerm } from '../retrieval/questionTerms.ts'
import type { Candidate } from '../retrieval/search.ts'

/**
 * What the confidence model looks at, all of them about 0 to 1 and free of scale, so that weights carry over between libraries.
 * `same` is 1 for the article that answered the question before, when this one leans on it.
 * `margin` runs from −1 (another article is ahead) to 1 (no other article comes near).
 */
export const FEATURES = ['words', 'margin', 'covered', 'asked', 'said', 'rival', 'elsewhere', 'missing', 'repaired', 'thin', 'same'] as const
export type Feature = (typeof FEATURES)[number]
export type FeatureValues = Record<Feature, number>

/** What each feature is called on the why panel. */
export const FEATURE_WORDS: Record<Feature, string> = {
  words: 'words',
  margin: 'ahead of the next',
  covered: 'covered',
  asked: 'question in title',
  said: 'title in question',
  rival: 'another title as near',
  elsewhere: 'words that others have',
  missing: 'word missing',
  repaired: 'read otherwise',
  thin: 'few words to go by',
  same: 'carried over',
}

/** What a candidate was found by: its title, heading or a phrasing; or its text alone, which tells far less. */
export const REGIMES = ['wording', 'text'] as const
export type Regime = (typeof REGIMES)[number]

/** Below this two-way match a candidate counts as found by its text alone. */
const WORDING_MATCH = 0.4

export function regimeOf({ match }: Pick<Candidate, 'match'>): Regime {
  return match.both >= WORDING_MATCH ? 'wording' : 'text'
}

/** Where there are hardly more passages than this, being ahead of the others says little. */
const FEW = 5

/** The features of one candidate, as if it stood first. */
export function featuresOf(candidate: Candidate, all: readonly Candidate[], terms: readonly QuestionTerm[], index: ReleaseIndex): FeatureValues {
  const rivals = all.filter((other) => isRival(other, candidate, index))
  const rivalScore = rivals[0]?.score ?? 0
  const weight = terms.reduce((sum, term) => sum + term.weight, 0) || 1
  const held = terms.reduce((sum, term, i) => sum + (candidate.matched[i] ? term.weight : 0), 0)
  const heaviestMiss = Math.max(0, ...terms.filter((_, i) => !candidate.matched[i]).map((term) => term.weight))
  const elsewhere = terms.reduce((sum, term, i) => sum + (term.known && !candidate.matched[i] ? term.weight : 0), 0)
  const guessed = terms.reduce((sum, term, i) => sum + (candidate.matched[i] && term.readAs !== undefined ? term.weight : 0), 0)
  return {
    words: Math.min(1, candidate.words),
    margin: ((candidate.score - rivalScore) / Math.max(candidate.score, rivalScore, 1e-9)) * (index.size / (index.size + FEW)),
    covered: held / weight,
    asked: candidate.match.asked ** 3,
    said: candidate.match.said,
    rival: Math.max(0, ...rivals.map(({ match }) => match.both)),
    elsewhere: elsewhere / weight,
    missing: heaviestMiss / index.unknownIdf,
    repaired: guessed / weight,
    thin: 1 / (1 + held / index.unknownIdf),
    same: 0,
  }
}

/** Another passage that says something else: of another item, or below another heading of the same one that the question names. */
function isRival(other: Candidate, candidate: Candidate, index: ReleaseIndex): boolean {
  if (index.itemIdOf(other.doc) !== index.itemIdOf(candidate.doc)) return true
  return other.wording?.text !== candidate.wording?.text && index.sectionOf(other.doc) !== index.sectionOf(candidate.doc)
}
