import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { WORD_DIMENSIONS } from '../core/src/meaning/wordVectors.ts'
import { readTensors, tensorOf } from '../core/src/meaning/tensors.ts'
import { lookUpModel } from './onnxFile.ts'

const MODELS = join(import.meta.dirname, '../models')
/** The commonest words, and so many numbers of each: a few hundred kilobytes. */
const WORDS = 2_000
const DIMENSIONS = 40
const UNKNOWN = '[UNK]'
const PADDING = '[PAD]'

/**
 * Makes a tiny encoder as a folder of the common form: it looks up a vector for each word. It is no good, and is there so that the code that reads
 * such folders can be tried without anybody's weights.
 * @param folder is made where it is not there
 */
export function makeTinyEncoder(folder: string): void {
  const words = readFileSync(join(MODELS, 'words-en.txt'), 'utf8').split('\n')
  const file = readTensors(new Uint8Array(readFileSync(join(MODELS, 'words-en.bin'))))
  const { data, scales } = tensorOf(file, 'words', words.length, WORD_DIMENSIONS)
  const common = words.slice(0, WORDS)
  const tokens = [UNKNOWN, PADDING, ...common]
  const table = new Float32Array(tokens.length * DIMENSIONS)
  // A word that is not known means a little of everything.
  table.fill(0.01, 0, DIMENSIONS)
  common.forEach((_, word) => {
    for (let i = 0; i < DIMENSIONS; i++)
      table[(word + 2) * DIMENSIONS + i] = data[word * WORD_DIMENSIONS + i]! * scales![word]!
  })
  mkdirSync(folder, { recursive: true })
  const write = (name: string, content: string | Uint8Array) =>
    writeFileSync(join(folder, name), content)
  write('model.onnx', lookUpModel(table, DIMENSIONS))
  write('tokenizer.json', JSON.stringify(tokenizerOf(tokens)))
  write('tokenizer_config.json', JSON.stringify({ unk_token: UNKNOWN, pad_token: PADDING }))
  write('config.json', JSON.stringify({ hidden_size: DIMENSIONS, max_position_embeddings: 64 }))
  write('encoder.json', JSON.stringify({ name: 'tiny', pooling: 'mean', languages: ['en'] }))
}

function tokenizerOf(tokens: readonly string[]): object {
  return {
    version: '1.0',
    truncation: null,
    padding: null,
    added_tokens: [UNKNOWN, PADDING].map((content, id) => ({
      id,
      content,
      single_word: false,
      lstrip: false,
      rstrip: false,
      normalized: false,
      special: true,
    })),
    normalizer: { type: 'Lowercase' },
    pre_tokenizer: { type: 'BertPreTokenizer' },
    post_processor: null,
    decoder: null,
    model: {
      type: 'WordLevel',
      vocab: Object.fromEntries(tokens.map((token, id) => [token, id])),
      unk_token: UNKNOWN,
    },
  }
}

const [, program, folder] = process.argv
if (program?.endsWith('tinyEncoder.ts')) {
  if (!folder) throw new Error('Say which folder it is to be made in.')
  makeTinyEncoder(folder)
}
