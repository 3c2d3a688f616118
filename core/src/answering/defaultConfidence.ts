import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on the self-test of the demo's content (2455 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -4.107,
    weights: { words: -0.803, margin: 1.336, covered: 0.558, asked: 2.809, said: 3.410, rival: -0.467, missing: -0.468, repaired: 0.036, thin: -1.052 },
    means: { words: 0.515, margin: 0.572, covered: 0.833, asked: 0.795, said: 0.846, rival: 0.263, missing: 0.289, repaired: 0.048, thin: 0.485 },
  },
  text: {
    intercept: -2.561,
    weights: { words: 0.472, margin: 1.656, covered: 3.292, asked: 0.359, said: 0.489, rival: -0.743, missing: -0.585, repaired: -1.401, thin: -4.092 },
    means: { words: 0.278, margin: 0.311, covered: 0.588, asked: 0.108, said: 0.135, rival: 0.159, missing: 0.589, repaired: 0.041, thin: 0.446 },
  },
}
