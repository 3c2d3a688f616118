import { leadingDirections } from '@janua/core/learning'
import { parentPort, workerData } from 'node:worker_threads'
import { DIMENSIONS } from '../core/src/meaning/encoder.ts'
import { type Head, type NarrowHead, VECTOR_WIDTH } from '../core/src/meaning/heads.ts'
import type { TrainingDomain } from './domain.ts'
import { applied, trainHead, trainNoneHead } from './heads.ts'

export interface HeadsOrder {
  domains: TrainingDomain[]
  start: Head
  offsets: Map<string, number[][]>
  seed: number
}
export interface LearntHeads {
  shipped: NarrowHead
  tuned: NarrowHead
  /** How near the best must come, besides. */
  none: NarrowHead & { least: number }
}

/** So many texts of each domain tell in which directions they differ. */
const TEXTS = 400

const { domains, start, offsets, seed } = (workerData as { order: HeadsOrder }).order

function narrow<T extends Head>(head: T): T & NarrowHead {
  const some = domains.map(({ units }) => units.pooled.subarray(0, TEXTS * DIMENSIONS))
  const pooled = new Float32Array(some.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const each of some) {
    pooled.set(each, at)
    at += each.length
  }
  return { ...head, directions: leadingDirections(applied(head, pooled), DIMENSIONS, VECTOR_WIDTH) }
}

parentPort!.postMessage({
  shipped: narrow(start),
  tuned: narrow(trainHead(domains, start, offsets, { epochs: 3, seed })),
  none: narrow(trainNoneHead(domains, start, { epochs: 4, seed })),
} satisfies LearntHeads)
