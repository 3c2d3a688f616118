import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on the self-test of the demo's content (1862 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -4.894,
    weights: { words: -0.143, margin: 1.877, covered: -0.639, asked: 4.456, said: 1.975, rival: 0.391, missing: 0.337, repaired: 0.166, thin: -0.937 },
    means: { words: 0.555, margin: 0.567, covered: 0.906, asked: 0.870, said: 0.856, rival: 0.278, missing: 0.155, repaired: 0.045, thin: 0.533 },
  },
  text: {
    intercept: -2.349,
    weights: { words: -0.213, margin: 1.004, covered: -0.735, asked: 1.584, said: 1.509, rival: -0.860, missing: -1.872, repaired: -0.031, thin: 0.013 },
    means: { words: 0.305, margin: 0.291, covered: 0.635, asked: 0.124, said: 0.104, rival: 0.165, missing: 0.507, repaired: 0.071, thin: 0.515 },
  },
}
