import { trainClassifier } from '@janua/core'
import { parentPort, workerData } from 'node:worker_threads'
import type { QueueLearnOrder } from './queueLearning.ts'

/** Learns the right queue of past hand-overs: a second or two, in a thread of its own. */
parentPort!.postMessage(trainClassifier((workerData as { order: QueueLearnOrder }).order))
