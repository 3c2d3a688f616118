import type { OpinionScale } from './opinion.ts'
import { dot, fitLogistic, sigmoid } from '../maths/logistic.ts'
import { FEATURES, type Feature, type FeatureValues, type Regime, REGIMES } from './features.ts'
import type { ReviewedScale } from './reviewedScale.ts'

/** A logistic model of "this answer is right", for one kind of match. */
export interface RegimeModel {
  intercept: number
  weights: FeatureValues
  /** Means of the features over the cases it was fitted on: contributions are told against these. */
  means: FeatureValues
}

/** One model for matches by title, heading or phrasing, one for matches by text alone: the same features mean different things in each. */
export interface ConfidenceModel extends Record<Regime, RegimeModel> {
  /** How sure answers by meaning are, as the team's reviews tell. */
  reviewed?: ReviewedScale
  /** What a language model's opinion of an answer is worth, as reviews tell. */
  opinions?: OpinionScale
}

export interface LabelledCase {
  regime: Regime
  features: FeatureValues
  right: boolean
  /** How much the case counts; 1 when not given. */
  weight?: number
}

/** Probability, 0 to 1, that the answer with these features is right. */
export function confidence(
  regime: Regime,
  features: FeatureValues,
  model: ConfidenceModel,
): number {
  const { intercept, weights } = model[regime]
  return sigmoid(intercept + dot(vector(features), vector(weights)))
}

/**
 * What each feature adds to the log-odds, against a middling case; they sum to log-odds − log-odds of the means.
 * @returns for each feature log-odds; positive speaks for the answer
 */
export function contributions(
  regime: Regime,
  features: FeatureValues,
  model: ConfidenceModel,
): FeatureValues {
  const { weights, means } = model[regime]
  return each((feature) => (weights[feature] ?? 0) * (features[feature] - (means[feature] ?? 0)))
}

/** Cases of a kind of match below this many are not fitted on: the model before stays for that kind. */
export const LEAST_CASES = 60

/**
 * Fits the model on labelled cases.
 * @param before the model that stays for a kind of match with fewer than LEAST_CASES cases, or where all are right or all wrong
 * @throws {RangeError} when there are too few cases and no model before
 */
export function fitConfidence(
  cases: readonly LabelledCase[],
  before?: ConfidenceModel,
  ridge = 1,
): ConfidenceModel {
  const fitted = (regime: Regime) =>
    fitRegime(
      cases.filter((one) => one.regime === regime),
      before?.[regime],
      ridge,
    )
  return { wording: fitted('wording'), text: fitted('text') }
}

function fitRegime(
  cases: readonly LabelledCase[],
  before: RegimeModel | undefined,
  ridge: number,
): RegimeModel {
  const tells =
    cases.length >= LEAST_CASES &&
    cases.some(({ right }) => right) &&
    cases.some(({ right }) => !right)
  if (!tells && before) return before
  if (!tells) throw new RangeError(`${cases.length} cases are too few to fit a model on`)
  const labels = cases.map(({ right }) => (right ? 1 : 0))
  const counts = cases.map(({ weight }) => weight ?? 1)
  let used: readonly Feature[] = FEATURES.filter((feature) => SET_WEIGHTS[feature] === undefined)
  for (;;) {
    const [intercept, ...weights] = fitLogistic(
      cases.map(({ features }) => [1, ...used.map((feature) => features[feature])]),
      labels,
      ridge,
      counts,
    )
    const worst = used
      .map((feature, i) => ({ feature, against: -weights[i]! * SPEAKS_FOR[feature] }))
      .sort((a, b) => b.against - a.against)[0]
    if (worst && worst.against > 0) {
      used = used.filter((feature) => feature !== worst.feature)
      continue
    }
    const all = counts.reduce((sum, count) => sum + count, 0)
    const mean = (feature: Feature) =>
      cases.reduce((sum, { features }, i) => sum + counts[i]! * features[feature], 0) / all
    return {
      intercept: intercept!,
      weights: each(
        (feature) =>
          SET_WEIGHTS[feature] ?? (used.includes(feature) ? weights[used.indexOf(feature)]! : 0),
      ),
      means: each(mean),
    }
  }
}

/**
 * A self-test has no conversations to learn from, and none of its questions is asked on a day: what it adds to the log-odds to go on in the
 * article before, or to speak of the day or size asked about, is set, on the tuning half of the conversations bench.
 */
const SET_WEIGHTS: Partial<FeatureValues> = { same: 0.9, fits: 0.7 }

/**
 * Whether a feature speaks for an answer or against it. A weight of the opposite sign, which chance or a small library can bring about, is
 * set to zero: a missing word must never make an answer more certain.
 */
const SPEAKS_FOR: FeatureValues = {
  words: 1,
  margin: 1,
  asked: 1,
  said: 1,
  rival: -1,
  elsewhere: -1,
  missing: -1,
  repaired: -1,
  telling: 1,
  fits: 1,
  same: 1,
}

/** Whether a stored model was fitted on what the features mean now: when `telling` came, `asked`, `said` and `rival` were bent. */
export function isOfNow(model: ConfidenceModel): boolean {
  return REGIMES.every((regime) => model[regime].weights.telling !== undefined)
}

/** A feature that a stored model does not know yet weighs nothing. */
function vector(values: Partial<FeatureValues>): number[] {
  return FEATURES.map((feature) => values[feature] ?? 0)
}

function each(value: (feature: Feature, place: number) => number): FeatureValues {
  return Object.fromEntries(
    FEATURES.map((feature, i) => [feature, value(feature, i)]),
  ) as FeatureValues
}
