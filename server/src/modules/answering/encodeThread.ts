import { packVectors } from '@janua/core/meaning'
import { parentPort, workerData } from 'node:worker_threads'
import { readMeaningModels } from './meaningModels.ts'

export interface EncodeOrder {
  texts: string[]
}

/** Encodes texts in this thread, with the encoder that ships. */
const { texts } = (workerData as { order: EncodeOrder }).order
const { models } = readMeaningModels()
parentPort!.postMessage(models.en!.sentences!.encode(texts).map(packVectors))
