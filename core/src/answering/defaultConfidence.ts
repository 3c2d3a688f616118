import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on self-tests of the demo and of two manuals (6885 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -5.410,
    weights: { words: 0.000, margin: 2.084, covered: 0.000, asked: 2.012, said: 4.883, rival: -0.638, elsewhere: -2.440, missing: 0.000, repaired: 0.000, telling: 0.006, same: 0.900 },
    means: { words: 0.527, margin: 0.524, covered: 0.834, asked: 0.646, said: 0.899, rival: 0.282, elsewhere: 0.033, missing: 0.302, repaired: 0.058, telling: 0.537, same: 0.000 },
  },
  text: {
    intercept: -3.840,
    weights: { words: 2.052, margin: 1.949, covered: 0.000, asked: 0.507, said: 0.000, rival: -0.116, elsewhere: -1.997, missing: -0.060, repaired: -0.921, telling: 2.878, same: 0.900 },
    means: { words: 0.307, margin: 0.221, covered: 0.611, asked: 0.023, said: 0.200, rival: 0.426, elsewhere: 0.146, missing: 0.540, repaired: 0.043, telling: 0.417, same: 0.000 },
  },
}
