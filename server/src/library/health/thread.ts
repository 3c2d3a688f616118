import { parentPort, workerData } from 'node:worker_threads'
import { compareAll, compileGlossary, type ContentItem, type FoundConflict, type FoundCopy, type GlossaryEntry, indexRelease, type Place, readItem, type ReadItem, unreached } from '@janua/core'

export interface HealthOrder {
  items: ContentItem[]
  glossary: GlossaryEntry[]
  /** Passages that answered lately, as "item ordinal": they need no look. */
  used: string[]
}
export interface HealthComputed {
  copies: FoundCopy[]
  conflicts: FoundConflict[]
  unreached: Place[]
  passages: number
  seconds: number
}

/** Compares the whole draft with itself, in a thread of its own. */
export function computeHealth({ items, glossary, used }: HealthOrder): HealthComputed {
  const began = performance.now()
  const compiled = compileGlossary(glossary, 'en')
  const read = items.map((item) => readItem(item, 'en', compiled))
  const { copies, conflicts } = compareAll(read)
  const index = indexRelease(items, { glossary, kept: new Map<string, ReadItem>() })
  const lately = new Set(used)
  const places = unreached(index, ({ item, ordinal }) => !lately.has(`${item} ${ordinal}`))
  return { copies, conflicts, unreached: places, passages: index.passages.length, seconds: (performance.now() - began) / 1000 }
}

if (parentPort) parentPort.postMessage(computeHealth((workerData as { order: HealthOrder }).order))
