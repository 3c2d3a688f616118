import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on self-tests of the demo and of two manuals (6875 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -4.550,
    weights: { words: 0.000, margin: 3.139, asked: 1.793, said: 3.636, rival: -0.320, elsewhere: -1.904, missing: -0.055, repaired: 0.000, telling: 0.330, fits: 0.700, same: 0.900 },
    means: { words: 0.547, margin: 0.581, asked: 0.712, said: 0.916, rival: 0.262, elsewhere: 0.020, missing: 0.259, repaired: 0.060, telling: 0.541, fits: 0.000, same: 0.000 },
  },
  text: {
    intercept: -2.939,
    weights: { words: 1.344, margin: 1.996, asked: 0.367, said: 0.000, rival: -0.327, elsewhere: -1.978, missing: 0.000, repaired: -0.673, telling: 2.673, fits: 0.700, same: 0.900 },
    means: { words: 0.331, margin: 0.203, asked: 0.030, said: 0.154, rival: 0.398, elsewhere: 0.116, missing: 0.482, repaired: 0.042, telling: 0.426, fits: 0.000, same: 0.000 },
  },
}
