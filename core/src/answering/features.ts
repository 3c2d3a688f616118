import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { QuestionTerm } from '../retrieval/questionTerms.ts'
import type { Candidate } from '../retrieval/search.ts'

/**
 * What the confidence model looks at, all of them about 0 to 1 and free of scale, so that weights carry over between libraries.
 * `same` is 1 for the article that answered the question before, when this one leans on it.
 * `margin` runs from −1 (another article is ahead) to 1 (no other article comes near). `asked` and `said` are bent: it tells much when
 * *all* of a question stands in a title, and little how much of a long title was said. `elsewhere` is what the library knows but this
 * passage lacks: it speaks against it more than a word that nobody here uses. `telling` is 1 from two words found that are as rare as can be.
 */
export const FEATURES = [
  'words',
  'margin',
  'asked',
  'said',
  'rival',
  'elsewhere',
  'missing',
  'repaired',
  'telling',
  'fits',
  'same',
] as const
export type Feature = (typeof FEATURES)[number]
export type FeatureValues = Record<Feature, number>

/** What a candidate was found by: its title, heading or a phrasing; or its text alone, which tells far less. */
export const REGIMES = ['wording', 'text'] as const
export type Regime = (typeof REGIMES)[number]

/** Below this two-way match a candidate counts as found by its text alone. */
const WORDING_MATCH = 0.4

/** Which of the two confidence models a candidate is rated by: found by its wording (title, heading, phrasing) or by its text. */
export function regimeOf({ match }: Pick<Candidate, 'match'>): Regime {
  return match.both >= WORDING_MATCH ? 'wording' : 'text'
}

/** Of what matches no wording, another title is no rival for sharing a word or two. */
const NO_WORDING = 0.25

/** Being ahead of the next says little where neither was found by much; a usual score is 0.3 to 1. */
const LOW_SCORE = 0.3

/** Where there are hardly more passages than this, being ahead of the others says little. */
const FEW = 5

/**
 * The features of one candidate, as if it stood first.
 * @param all the candidates of the question, this one among them
 * @param terms the weighted terms of the question
 */
export function featuresOf(
  candidate: Candidate,
  all: readonly Candidate[],
  terms: readonly QuestionTerm[],
  index: ReleaseIndex,
): FeatureValues {
  const rivals = all.filter((other) => isRival(other, candidate, index))
  const rivalScore = Math.max(0, ...rivals.map(bareScore))
  const score = bareScore(candidate)
  const rivalMatch = Math.max(0, ...rivals.map(({ match }) => match.both))
  const weight = terms.reduce((sum, term) => sum + term.weight, 0) || 1
  const held = terms.reduce((sum, term, i) => sum + (candidate.matched[i] ? term.weight : 0), 0)
  const heaviestMiss = Math.max(
    0,
    ...terms.filter((_, i) => !candidate.matched[i]).map((term) => term.weight),
  )
  const elsewhere = terms.reduce(
    (sum, term, i) => sum + (term.known && !candidate.matched[i] ? term.weight : 0),
    0,
  )
  const guessed = terms.reduce(
    (sum, term, i) => sum + (candidate.matched[i] && term.readAs !== undefined ? term.weight : 0),
    0,
  )
  return {
    words: Math.min(1, candidate.words),
    margin:
      ((score - rivalScore) / Math.max(score, rivalScore, LOW_SCORE)) *
      (index.size / (index.size + FEW)),
    asked: candidate.match.asked ** 3,
    said: Math.sqrt(candidate.match.said),
    rival:
      rivalMatch === 0
        ? 0
        : Math.min(1, rivalMatch / Math.max(candidate.match.both, NO_WORDING)) ** 2,
    elsewhere: elsewhere / weight,
    missing: heaviestMiss / index.unknownIdf,
    repaired: guessed / weight,
    telling: Math.min(1, held / (2 * index.unknownIdf)),
    fits: candidate.fits ?? 0,
    same: 0,
  }
}

function bareScore({ bare, score }: Candidate): number {
  return bare ?? score
}

/** Another passage that says something else: of another item, or below another heading of the same one that the question names. */
function isRival(other: Candidate, candidate: Candidate, index: ReleaseIndex): boolean {
  if (index.itemIdOf(other.doc) !== index.itemIdOf(candidate.doc)) return true
  return (
    other.wording?.text !== candidate.wording?.text &&
    index.sectionOf(other.doc) !== index.sectionOf(candidate.doc)
  )
}
