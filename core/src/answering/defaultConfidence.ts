import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on self-tests of the demo and of two manuals (6887 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -4.781,
    weights: { words: 0.000, margin: 1.693, covered: 0.000, asked: 2.762, said: 4.372, rival: -1.217, missing: -0.319, repaired: 0.000, thin: -0.543 },
    means: { words: 0.530, margin: 0.477, covered: 0.837, asked: 0.797, said: 0.836, rival: 0.315, missing: 0.300, repaired: 0.058, thin: 0.416 },
  },
  text: {
    intercept: -3.290,
    weights: { words: 1.968, margin: 2.517, covered: 2.560, asked: 0.000, said: 0.095, rival: -0.964, missing: 0.000, repaired: -0.948, thin: -3.541 },
    means: { words: 0.303, margin: 0.249, covered: 0.606, asked: 0.084, said: 0.104, rival: 0.129, missing: 0.556, repaired: 0.038, thin: 0.408 },
  },
}
