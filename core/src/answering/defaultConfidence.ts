import type { ConfidenceModel } from './confidence.ts'

/** Written by `npm run fit-confidence`: fitted on the self-test of the demo's content (1427 cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
  intercept: -5.543,
  weights: { words: 2.796, margin: 1.933, covered: 4.050, asked: -1.652, said: 1.265, missing: 1.626, bodyOnly: -0.211, thin: -1.488 },
  means: { words: 0.566, margin: 0.497, covered: 0.635, asked: 0.327, said: 0.414, missing: 0.569, bodyOnly: 0.578, thin: 0.206 },
}
