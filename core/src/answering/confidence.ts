import { dot, fitLogistic, sigmoid } from '../maths/logistic.ts'
import { FEATURES, type Feature, type FeatureValues } from './features.ts'

/** A logistic model of "this answer is right". */
export interface ConfidenceModel {
  intercept: number
  weights: FeatureValues
  /** Means of the features over the cases it was fitted on: contributions are told against these. */
  means: FeatureValues
}

export interface LabelledCase {
  features: FeatureValues
  right: boolean
}

/** Probability, 0 to 1, that the answer with these features is right. */
export function confidence(features: FeatureValues, model: ConfidenceModel): number {
  return sigmoid(model.intercept + dot(vector(features), vector(model.weights)))
}

/** What each feature adds to the log-odds, against a middling case; they sum to log-odds − log-odds of the means. */
export function contributions(features: FeatureValues, model: ConfidenceModel): FeatureValues {
  return each((feature) => model.weights[feature] * (features[feature] - model.means[feature]))
}

/** Fits the model on labelled cases. @throws {RangeError} when there are none */
export function fitConfidence(cases: readonly LabelledCase[], ridge = 1): ConfidenceModel {
  const rows = cases.map(({ features }) => [1, ...vector(features)])
  const [intercept, ...weights] = fitLogistic(rows, cases.map(({ right }) => (right ? 1 : 0)), ridge)
  const mean = (feature: Feature) => cases.reduce((sum, { features }) => sum + features[feature], 0) / cases.length
  return { intercept: intercept!, weights: each((_, i) => weights[i]!), means: each(mean) }
}

function vector(values: FeatureValues): number[] {
  return FEATURES.map((feature) => values[feature])
}

function each(value: (feature: Feature, place: number) => number): FeatureValues {
  return Object.fromEntries(FEATURES.map((feature, i) => [feature, value(feature, i)])) as FeatureValues
}
