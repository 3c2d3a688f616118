import {
  headOf,
  type MeaningModels,
  plainColumns,
  type RankingModel,
  readTensors,
  SentenceEncoder,
  tensorOf,
  WordVectors,
} from '@janua/core/meaning'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

/** Where the models lie that ship with Janua; `npm run train` makes them. */
export const MODELS = join(import.meta.dirname, '../../../models')

/**
 * Reads what a language is understood by. German has no encoder of its own: words alone say what is near.
 * @throws {DamagedModel} with the reason, when a file was cut short or changed; as the file system does, when one is missing
 */
export function readMeaningModels(language: 'en' | 'de', folder = MODELS): MeaningModels {
  const bytes = (name: string) => new Uint8Array(readFileSync(join(folder, name)))
  const text = (name: string) => readFileSync(join(folder, name), 'utf8')
  const ranking = (JSON.parse(text('ranking.json')) as Record<'en' | 'de', RankingModel>)[language]
  if (language === 'de') return { language, ranking }
  const heads = readTensors(bytes('heads-en.bin'))
  const [least] = plainColumns(tensorOf(heads, 'none.least', 1))
  return {
    language,
    ranking,
    vectors: new WordVectors(text('words-en.txt').split('\n'), readTensors(bytes('words-en.bin'))),
    encoding: {
      encoder: new SentenceEncoder(
        readTensors(bytes('encoder-en.bin')),
        JSON.parse(text('pieces-en.json')) as [string, number][],
      ),
      shipped: headOf(heads, 'shipped'),
      tuned: headOf(heads, 'tuned'),
      none: { ...headOf(heads, 'none'), least: least! },
    },
  }
}
