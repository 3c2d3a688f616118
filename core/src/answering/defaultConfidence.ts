import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on self-tests of the demo and of two manuals (6875 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -5.680,
    weights: { words: 0.000, margin: 2.880, covered: 0.000, asked: 1.879, said: 4.454, rival: -0.236, elsewhere: -2.155, missing: -0.061, repaired: 0.000, telling: 0.170, fits: 1.000, same: 0.900 },
    means: { words: 0.530, margin: 0.550, covered: 0.838, asked: 0.657, said: 0.896, rival: 0.286, elsewhere: 0.030, missing: 0.296, repaired: 0.057, telling: 0.527, fits: 0.000, same: 0.000 },
  },
  text: {
    intercept: -3.609,
    weights: { words: 1.633, margin: 2.034, covered: 0.000, asked: 0.327, said: 0.000, rival: -0.274, elsewhere: -1.900, missing: 0.000, repaired: -0.693, telling: 2.548, fits: 1.000, same: 0.900 },
    means: { words: 0.314, margin: 0.215, covered: 0.619, asked: 0.029, said: 0.187, rival: 0.399, elsewhere: 0.138, missing: 0.526, repaired: 0.043, telling: 0.398, fits: 0.000, same: 0.000 },
  },
}
