import {
  headOf,
  Heads,
  HEADS,
  type LanguageModels,
  type MeaningModels,
  plainColumns,
  type RankingModel,
  readTensors,
  SentenceEncoder,
  SentenceMeaning,
  tensorOf,
  WordVectors,
} from '@janua/core/meaning'
import { type IndexBlocks, openIndex, type ReleaseIndex } from '@janua/core'
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

/** Where the models lie that ship with Janua; `npm run train` makes them. */
export const MODELS = join(import.meta.dirname, '../../../models')

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

/** Opens in this thread an index that another one shares; reads the models where it needs them. */
export function openShared(blocks: IndexBlocks): ReleaseIndex {
  if (!blocks.hasModels) return openIndex(blocks)
  inThisThread ??= readMeaningModels().models
  return openIndex(blocks, inThisThread)
}
let inThisThread: MeaningModels | undefined

function readSentences(folder: string, learnt: string): SentenceMeaning {
  const encoder = bytesOf(folder, 'encoder-en.bin')
  const headBytes = bytesOf(learnt, 'heads-en.bin')
  const heads = readTensors(headBytes)
  const [least] = plainColumns(tensorOf(heads, 'none.least', 1))
  const [shipped, tuned, none] = HEADS.map((name) => headOf(heads, name))
  return new SentenceMeaning(
    createHash('sha256').update(encoder).update(headBytes).digest('hex').slice(0, 16),
    new SentenceEncoder(
      readTensors(encoder),
      JSON.parse(readFileSync(join(folder, 'pieces-en.json'), 'utf8')) as [string, number][],
    ),
    new Heads({ shipped: shipped!, tuned: tuned!, none: none! }),
    least!,
  )
}

function bytesOf(folder: string, name: string): Uint8Array {
  return new Uint8Array(readFileSync(join(folder, name)))
}
