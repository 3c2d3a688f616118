import { parentPort, workerData } from 'node:worker_threads'
import {
  compareAll,
  type ContentItem,
  type FoundConflict,
  type FoundCopy,
  type GlossaryEntry,
  indexRelease,
  type Place,
  readItems,
  unreached,
} from '@janua/core'

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
  /** What each half of the work took. */
  seconds: { comparing: number; reaching: number }
}

/** Compares the whole draft with itself, in a thread of its own. */
export function computeHealth({ items, glossary, used }: HealthOrder): HealthComputed {
  const began = performance.now()
  const read = readItems(items, { glossary })
  const { copies, conflicts } = compareAll(read)
  const compared = performance.now()
  const index = indexRelease(items, { glossary }, { read })
  const lately = new Set(used)
  const places = unreached(index, ({ item, ordinal }) => !lately.has(`${item} ${ordinal}`))
  return {
    copies,
    conflicts,
    unreached: places,
    passages: index.size,
    seconds: {
      comparing: (compared - began) / 1000,
      reaching: (performance.now() - compared) / 1000,
    },
  }
}

if (parentPort) parentPort.postMessage(computeHealth((workerData as { order: HealthOrder }).order))
