import { dot, fitLogistic, sigmoid } from '../maths/logistic.ts'
import { FEATURES, type Feature, type FeatureValues, type Regime, REGIMES } from './features.ts'

/** A logistic model of "this answer is right", for one kind of match. */
export interface RegimeModel {
  intercept: number
  weights: FeatureValues
  /** Means of the features over the cases it was fitted on: contributions are told against these. */
  means: FeatureValues
}

/** One model for matches by title, heading or phrasing, one for matches by text alone: the same features mean different things in each. */
export type ConfidenceModel = Record<Regime, RegimeModel>

export interface LabelledCase {
  regime: Regime
  features: FeatureValues
  right: boolean
  /** How much the case counts; 1 when not given. */
  weight?: number
}

/** Probability, 0 to 1, that the answer with these features is right. */
export function confidence(regime: Regime, features: FeatureValues, model: ConfidenceModel): number {
  const { intercept, weights } = model[regime]
  return sigmoid(intercept + dot(vector(features), vector(weights)))
}

/** What each feature adds to the log-odds, against a middling case; they sum to log-odds − log-odds of the means. */
export function contributions(regime: Regime, features: FeatureValues, model: ConfidenceModel): FeatureValues {
  const { weights, means } = model[regime]
  return each((feature) => weights[feature] * (features[feature] - means[feature]))
}

/** Cases of a kind of match below this many are not fitted on: the model before stays for that kind. */
export const LEAST_CASES = 60

/**
 * Fits the model on labelled cases.
 * @param before the model that stays for a kind of match with fewer than LEAST_CASES cases, or where all are right or all wrong
 * @throws {RangeError} when there are too few cases and no model before
 */
export function fitConfidence(cases: readonly LabelledCase[], before?: ConfidenceModel, ridge = 1): ConfidenceModel {
  return Object.fromEntries(REGIMES.map((regime) => [regime, fitRegime(cases.filter((one) => one.regime === regime), before?.[regime], ridge)])) as ConfidenceModel
}

function fitRegime(cases: readonly LabelledCase[], before: RegimeModel | undefined, ridge: number): RegimeModel {
  const tells = cases.length >= LEAST_CASES && cases.some(({ right }) => right) && cases.some(({ right }) => !right)
  if (!tells && before) return before
  if (!tells) throw new RangeError(`${cases.length} cases are too few to fit a model on`)
  const rows = cases.map(({ features }) => [1, ...vector(features)])
  const [intercept, ...weights] = fitLogistic(rows, cases.map(({ right }) => (right ? 1 : 0)), ridge, cases.map(({ weight }) => weight ?? 1))
  const mean = (feature: Feature) => cases.reduce((sum, { features }) => sum + features[feature], 0) / cases.length
  return { intercept: intercept!, weights: each((_, i) => weights[i]!), means: each(mean) }
}

function vector(values: FeatureValues): number[] {
  return FEATURES.map((feature) => values[feature])
}

function each(value: (feature: Feature, place: number) => number): FeatureValues {
  return Object.fromEntries(FEATURES.map((feature, i) => [feature, value(feature, i)])) as FeatureValues
}
