import type { Worker } from 'node:worker_threads'
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import Joi from 'joi'
import type { Language } from '@janua/core'
import { askThread, startThread } from '../../platform/jobs/startThread.ts'
import { type Encoder, EncoderFault, type TextKind, unitVectors } from '../answering/index.ts'

/** What a folder says of its model, in `encoder.json`; without that file the usual holds. */
interface FolderSettings {
  /** The folder's own, when not given. */
  name?: string
  /** How vectors of tokens become one: their mean, or that of the first. */
  pooling: 'mean' | 'cls'
  /** Put before each text, where the model was taught with them. */
  prefixes: Partial<Record<TextKind, string>>
  languages: readonly Language[] | null
  maxTokens?: number
}

const settingsFile = Joi.object<FolderSettings>({
  name: Joi.string().max(100),
  pooling: Joi.valid('mean', 'cls').default('mean'),
  prefixes: Joi.object({
    question: Joi.string().allow(''),
    passage: Joi.string().allow(''),
  }).default({}),
  languages: Joi.array().items(Joi.valid('en', 'de')).allow(null).default(null),
  maxTokens: Joi.number().integer().min(8).max(8_192),
})

/** The files of an encoder, read and told apart from every other. */
interface EncoderFolder {
  model: Uint8Array<ArrayBuffer>
  tokenizer: object
  tokenizerSettings: object
  settings: FolderSettings
  maxTokens: number
  id: string
}

export type OnnxOrder = Pick<
  EncoderFolder,
  'model' | 'tokenizer' | 'tokenizerSettings' | 'maxTokens'
> & { pooling: FolderSettings['pooling'] }
/** What the thread reports: vectors, or why there are none. */
export type OnnxReport = { vectors: Float32Array<ArrayBuffer>[] } | { fault: string }

const MAX_TOKENS = 512
const BATCH = 16
const MOST_LETTERS = 20_000

/**
 * Reads an encoder that lies in a folder of the common form: `model.onnx`, `tokenizer.json`, `config.json`, and ours, `encoder.json`.
 * @throws {EncoderFault} when a file is missing or cannot be read
 */
function readEncoderFolder(folder: string): EncoderFolder {
  const model = fileOf(folder, 'model.onnx')
  const tokenizer = fileOf(folder, 'tokenizer.json')
  const config = parsed(folder, 'config.json') as { max_position_embeddings?: unknown }
  const own = parsed(folder, 'encoder.json', {})
  const { value, error } = settingsFile.validate(own)
  if (error) throw new EncoderFault(`“encoder.json” cannot be used: ${error.message}.`)
  const settings = value as FolderSettings
  const positions = Number(config.max_position_embeddings ?? MAX_TOKENS)
  const print = createHash('sha256')
    .update(model)
    .update(tokenizer)
    .update(JSON.stringify(settings))
    .digest('hex')
  return {
    model,
    tokenizer: parsed(folder, 'tokenizer.json') as object,
    tokenizerSettings: parsed(folder, 'tokenizer_config.json', {}) as object,
    settings,
    maxTokens: Math.min(
      settings.maxTokens ?? MAX_TOKENS,
      Number.isFinite(positions) && positions >= 8 ? positions : MAX_TOKENS,
    ),
    id: `${settings.name ?? 'encoder'} ${print.slice(0, 12)}`,
  }
}

/** An encoder whose thread runs until it is closed. */
export interface ThreadedEncoder extends Encoder {
  close(): Promise<void>
}

/**
 * Runs an encoder of a folder in a thread of its own.
 * @throws {EncoderFault} when its files cannot be read, when the runtime is not installed, or when it gives no vectors
 */
export async function onnxEncoder(folder: string): Promise<ThreadedEncoder> {
  const { settings, id, maxTokens, ...files } = readEncoderFolder(folder)
  const order: OnnxOrder = { ...files, maxTokens, pooling: settings.pooling }
  const worker: Worker = startThread(new URL('./onnxThread.ts', import.meta.url), order, {})
  let isOver = false
  worker.once('exit', () => (isOver = true))
  // One task at a time: the thread answers them in turn.
  let turn: Promise<unknown> = Promise.resolve()
  const ask = (texts: readonly string[]): Promise<Float32Array<ArrayBuffer>[]> => {
    const answer = turn.then(() => {
      if (isOver) throw new EncoderFault('Its thread has ended.')
      return askedOf(worker, texts)
    })
    turn = answer.catch(() => undefined)
    return answer
  }
  const embed = async (
    texts: readonly string[],
    kind: TextKind,
    signal?: AbortSignal,
    dimensions?: number,
  ) => {
    const prefix = settings.prefixes[kind] ?? ''
    const vectors: Float32Array<ArrayBuffer>[] = []
    for (let from = 0; from < texts.length; from += BATCH) {
      signal?.throwIfAborted()
      const some = texts.slice(from, from + BATCH)
      const given = await ask(some.map((text) => prefix + text.slice(0, MOST_LETTERS)))
      vectors.push(...unitVectors(given, { texts: some.length, ...(dimensions && { dimensions }) }))
    }
    return vectors
  }
  try {
    const [probe] = await embed(['Where do I find my order number?'], 'passage')
    const dimensions = probe!.length
    return {
      id,
      dimensions,
      languages: settings.languages,
      maxTokens,
      embed: (texts, kind, signal) => embed(texts, kind, signal, dimensions),
      close: async () => void (await worker.terminate()),
    }
  } catch (cause) {
    await worker.terminate()
    throw cause
  }
}

async function askedOf(
  worker: Worker,
  texts: readonly string[],
): Promise<Float32Array<ArrayBuffer>[]> {
  const report = await askThread<readonly string[], OnnxReport>(worker, texts).catch(
    (cause: Error): OnnxReport => ({ fault: cause.message }),
  )
  if ('fault' in report) throw new EncoderFault(report.fault)
  return report.vectors
}

function fileOf(folder: string, name: string): Uint8Array<ArrayBuffer> {
  try {
    return new Uint8Array(readFileSync(join(folder, name)))
  } catch {
    throw new EncoderFault(`There is no “${name}” in ${folder}.`)
  }
}

function parsed(folder: string, name: string, otherwise?: object): unknown {
  let bytes: Uint8Array
  try {
    bytes = fileOf(folder, name)
  } catch (cause) {
    if (otherwise !== undefined) return otherwise
    throw cause
  }
  try {
    return JSON.parse(new TextDecoder().decode(bytes))
  } catch {
    throw new EncoderFault(`“${name}” is no JSON.`)
  }
}
