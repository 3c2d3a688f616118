import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on self-tests of the demo and of two manuals (6875 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -4.550,
    weights: { words: 0.000, margin: 3.139, asked: 1.793, said: 3.636, rival: -0.320, elsewhere: -1.904, missing: -0.055, repaired: 0.000, telling: 0.330, fits: 0.700, same: 0.900 },
    means: { words: 0.547, margin: 0.581, asked: 0.712, said: 0.916, rival: 0.262, elsewhere: 0.020, missing: 0.259, repaired: 0.060, telling: 0.541, fits: 0.000, same: 0.000 },
  },
  text: {
    intercept: -2.981,
    weights: { words: 1.371, margin: 2.261, asked: 0.221, said: 0.000, rival: -0.229, elsewhere: -1.853, missing: 0.000, repaired: -0.634, telling: 2.427, fits: 0.700, same: 0.900 },
    means: { words: 0.334, margin: 0.230, asked: 0.033, said: 0.174, rival: 0.381, elsewhere: 0.124, missing: 0.487, repaired: 0.042, telling: 0.419, fits: 0.000, same: 0.000 },
  },
}
