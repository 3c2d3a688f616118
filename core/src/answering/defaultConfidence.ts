import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on the self-test of the demo's content (2441 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  wording: {
    intercept: -3.814,
    weights: { words: -0.394, margin: 1.787, covered: 0.286, asked: 2.719, said: 3.206, rival: -0.578, missing: -0.334, repaired: 0.009, thin: -1.363 },
    means: { words: 0.517, margin: 0.551, covered: 0.839, asked: 0.792, said: 0.832, rival: 0.269, missing: 0.277, repaired: 0.052, thin: 0.503 },
  },
  text: {
    intercept: -3.361,
    weights: { words: 2.496, margin: 2.186, covered: 2.694, asked: -0.481, said: 0.748, rival: 0.159, missing: 0.053, repaired: -1.006, thin: -4.078 },
    means: { words: 0.279, margin: 0.327, covered: 0.592, asked: 0.106, said: 0.146, rival: 0.151, missing: 0.579, repaired: 0.034, thin: 0.446 },
  },
}
