import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on self-tests of the demo and of two manuals (6883 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -4.796,
    weights: { words: 0.000, margin: 1.645, covered: 0.000, asked: 2.825, said: 4.370, rival: -1.264, missing: -0.312, repaired: 0.000, thin: -0.547, same: 0.900 },
    means: { words: 0.530, margin: 0.473, covered: 0.835, asked: 0.794, said: 0.833, rival: 0.316, missing: 0.300, repaired: 0.055, thin: 0.415, same: 0.000 },
  },
  text: {
    intercept: -3.251,
    weights: { words: 1.853, margin: 2.487, covered: 2.579, asked: 0.000, said: 0.109, rival: -1.025, missing: 0.000, repaired: -1.057, thin: -3.554, same: 0.900 },
    means: { words: 0.309, margin: 0.249, covered: 0.614, asked: 0.084, said: 0.104, rival: 0.131, missing: 0.539, repaired: 0.043, thin: 0.406, same: 0.000 },
  },
}
