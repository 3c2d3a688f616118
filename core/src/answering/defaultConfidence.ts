import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on the self-test of the demo's content (1426 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  intercept: -5.505,
  weights: { words: 2.768, margin: 1.964, covered: 4.032, asked: -1.644, said: 1.246, missing: 1.602, bodyOnly: -0.243, thin: -1.404 },
  means: { words: 0.566, margin: 0.497, covered: 0.634, asked: 0.327, said: 0.414, missing: 0.570, bodyOnly: 0.579, thin: 0.205 },
}
