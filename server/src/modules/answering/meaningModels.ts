import {
  type AttachedRankings,
  type HeadName,
  headOf,
  Heads,
  type LanguageModels,
  type MeaningModels,
  type NarrowHead,
  plainColumns,
  type RankingModel,
  readTensors,
  SentenceEncoder,
  SentenceMeaning,
  tensorOf,
  withAttached,
  WordVectors,
} from '@janua/core/meaning'
import { type IndexBlocks, openIndex, type ReleaseIndex } from '@janua/core'
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { CHECKOUT } from '../../platform/checkout.ts'
import type { MessagePort } from 'node:worker_threads'
import { PortSentences } from './portSentences.ts'

/** Where the models lie that ship with Janua; `npm run train` makes them. */
export const MODELS = join(CHECKOUT, 'models')

const ENCODER = 'encoder-en.bin'
const LEARNT_HEADS = 'heads-en.bin'

/** What texts are understood by, and what could not be read, in plain words. */
export interface ReadModels {
  models: MeaningModels
  faults: string[]
}

/**
 * Reads what languages are understood by. A file that is missing or damaged costs what it gives and nothing else: without the encoder words
 * alone tell, without a ranking the language is left out.
 * @param learnt where heads and rankings lie, when not with the rest: those that did not see a domain
 */
export function readMeaningModels(folder = MODELS, learnt = folder): ReadModels {
  const faults: string[] = []
  const attempt = <T>(lost: string, read: () => T): T | undefined => {
    try {
      return read()
    } catch (cause) {
      faults.push(`${lost}: ${(cause as Error).message}`)
      return undefined
    }
  }
  const rankings = attempt(
    'Without rankings, questions are answered by shared words alone',
    () =>
      JSON.parse(readFileSync(join(learnt, 'ranking.json'), 'utf8')) as Record<
        'en' | 'en-words' | 'de',
        RankingModel
      >,
  )
  if (!rankings) return { models: {}, faults }
  const models: { en?: LanguageModels; de?: LanguageModels } = {
    de: { language: 'de', byWords: rankings.de },
  }
  const vectors = attempt(
    'Without vectors of words, English questions are answered by shared words alone',
    () =>
      new WordVectors(
        readFileSync(join(folder, 'words-en.txt'), 'utf8').split('\n'),
        readTensors(bytesOf(folder, 'words-en.bin')),
      ),
  )
  if (vectors) {
    const sentences = attempt(
      'Without the sentence encoder, English questions are answered by words alone',
      () => readSentences(folder, learnt),
    )
    models.en = {
      language: 'en',
      byWords: rankings['en-words'],
      vectors,
      ...(sentences && { sentences, bySentences: rankings.en }),
    }
  }
  return { models, faults }
}

/**
 * Opens in this thread an index that another one shares; reads the models where it needs them.
 * @param port by which an encoder of the team's is asked
 */
export function openShared(blocks: IndexBlocks, port?: MessagePort): ReleaseIndex {
  return blocks.hasModels ? openIndex(blocks, modelsHere(blocks.attached, port)) : openIndex(blocks)
}

/** The models in this thread, with an encoder of the team's before the one that ships. */
export function modelsHere(attached: AttachedRankings | null, port?: MessagePort): MeaningModels {
  const shipped = (inThisThread ??= readMeaningModels().models)
  return attached && port
    ? withAttached(shipped, attached, new PortSentences(attached.id, port))
    : shipped
}
let inThisThread: MeaningModels | undefined

function readSentences(folder: string, learnt: string): SentenceMeaning {
  const id = createHash('sha256')
    .update(bytesOf(folder, ENCODER))
    .update(bytesOf(learnt, LEARNT_HEADS))
    .digest('hex')
    .slice(0, 16)
  const { least, ...heads } = readHeads(learnt)
  return new SentenceMeaning(id, readEncoder(folder), new Heads(heads), least)
}

/** @throws when a file is missing or damaged */
export function readEncoder(folder = MODELS): SentenceEncoder {
  return new SentenceEncoder(
    readTensors(bytesOf(folder, ENCODER)),
    JSON.parse(readFileSync(join(folder, 'pieces-en.json'), 'utf8')) as [string, number][],
  )
}

/**
 * Heads, and how near an article has to come under the head "none" to be better than none.
 * @throws when the file is missing or damaged
 */
export function readHeads(folder = MODELS): Record<HeadName, NarrowHead> & { least: number } {
  const tensors = readTensors(bytesOf(folder, LEARNT_HEADS))
  const [least] = plainColumns(tensorOf(tensors, 'none.least', 1))
  return {
    shipped: headOf(tensors, 'shipped'),
    tuned: headOf(tensors, 'tuned'),
    none: headOf(tensors, 'none'),
    least: least!,
  }
}

function bytesOf(folder: string, name: string): Uint8Array {
  return new Uint8Array(readFileSync(join(folder, name)))
}
