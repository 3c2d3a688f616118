import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on self-tests of the demo and of two manuals (6883 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -4.715,
    weights: { words: 0.000, margin: 1.662, covered: 0.000, asked: 2.785, said: 4.348, rival: -1.257, missing: -0.352, repaired: 0.000, thin: -0.588, same: 0.900 },
    means: { words: 0.529, margin: 0.473, covered: 0.835, asked: 0.794, said: 0.833, rival: 0.316, missing: 0.301, repaired: 0.054, thin: 0.415, same: 0.000 },
  },
  text: {
    intercept: -3.244,
    weights: { words: 1.961, margin: 2.491, covered: 2.541, asked: 0.000, said: 0.111, rival: -1.002, missing: 0.000, repaired: -1.022, thin: -3.580, same: 0.900 },
    means: { words: 0.303, margin: 0.248, covered: 0.605, asked: 0.084, said: 0.104, rival: 0.130, missing: 0.554, repaired: 0.036, thin: 0.408, same: 0.000 },
  },
}
