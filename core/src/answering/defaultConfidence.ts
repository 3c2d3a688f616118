import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on self-tests of the demo and of two manuals (6875 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -4.543,
    weights: { words: 0.000, margin: 3.142, covered: 0.000, asked: 1.780, said: 3.634, rival: -0.309, elsewhere: -1.907, missing: -0.064, repaired: 0.000, telling: 0.331, fits: 1.000, same: 0.900 },
    means: { words: 0.547, margin: 0.581, covered: 0.863, asked: 0.713, said: 0.917, rival: 0.261, elsewhere: 0.020, missing: 0.259, repaired: 0.060, telling: 0.541, fits: 0.000, same: 0.000 },
  },
  text: {
    intercept: -2.986,
    weights: { words: 1.375, margin: 2.262, covered: 0.000, asked: 0.221, said: 0.000, rival: -0.228, elsewhere: -1.847, missing: 0.000, repaired: -0.627, telling: 2.429, fits: 1.000, same: 0.900 },
    means: { words: 0.333, margin: 0.230, covered: 0.654, asked: 0.033, said: 0.174, rival: 0.381, elsewhere: 0.124, missing: 0.488, repaired: 0.042, telling: 0.419, fits: 0.000, same: 0.000 },
  },
}
