import { parentPort, workerData } from 'node:worker_threads'
import type { Head } from '../core/src/meaning/heads.ts'
import type { TrainingDomain } from './domain.ts'
import { type NoneHead, trainHead, trainNoneHead } from './heads.ts'

export interface HeadsOrder {
  domains: TrainingDomain[]
  start: Head
  offsets: Map<string, number[][]>
  seed: number
}
export interface LearntHeads {
  tuned: Head
  none: NoneHead
}

const { domains, start, offsets, seed } = (workerData as { order: HeadsOrder }).order
parentPort!.postMessage({
  tuned: trainHead(domains, start, offsets, { epochs: 3, seed }),
  none: trainNoneHead(domains, start, { epochs: 4, seed }),
} satisfies LearntHeads)
