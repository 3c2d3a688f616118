import { seeded } from '../maths/random.ts'
import type { IndexSettings } from '../retrieval/releaseIndex.ts'
import { type ConfidenceModel, fitConfidence } from './confidence.ts'
import { DEFAULT_CONFIDENCE } from './defaultConfidence.ts'
import type { ContentItem } from './items.ts'
import { selfTest } from './selfTest.ts'

/** The same library gets the same model on every machine. */
const SEED = 7
/** A self-test of more sections tells hardly more, and takes longer. */
const MOST_SECTIONS = 1_000

/** The confidence model of a library, from a self-test on itself; where it is too small for one, the model that Janua ships. */
export function fitOwn(items: readonly ContentItem[], settings: IndexSettings = {}): ConfidenceModel {
  return fitConfidence(selfTest(items, seeded(SEED), { ...settings, most: MOST_SECTIONS }), DEFAULT_CONFIDENCE)
}
