import { type ContentItem, indexRelease, type IndexSettings, type ReleaseIndex } from '@janua/core'
import { encodeItems } from '../server/src/modules/answering/encoding.ts'
import { readMeaningModels } from '../server/src/modules/answering/meaningModels.ts'

const { models, faults } = readMeaningModels()
const known = new Map<string, Uint8Array>()

/** How a library is asked: as Janua ships, or by words alone, which says what meaning is worth. */
export const WAYS = ['janua', 'janua, words alone'] as const
export type Way = (typeof WAYS)[number]

/**
 * A library ready to be asked. Texts are encoded once, however often the library changes.
 * @throws when a model cannot be read: what is measured is what ships
 */
export async function readyIndex(
  way: Way,
  items: readonly ContentItem[],
  settings: IndexSettings = {},
): Promise<ReleaseIndex> {
  if (way === 'janua, words alone') return indexRelease(items, settings)
  if (faults.length > 0) throw new Error(faults.join('\n'))
  return indexRelease(
    items,
    { ...settings, models },
    { vectors: await encodeItems(items, models, known) },
  )
}
