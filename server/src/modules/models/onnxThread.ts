import { Tokenizer } from '@huggingface/tokenizers'
import type { InferenceSession, Tensor } from 'onnxruntime-web'
import { parentPort, workerData } from 'node:worker_threads'
import type { OnnxOrder, OnnxReport } from './onnxEncoder.ts'

const { model, tokenizer, tokenizerSettings, maxTokens, pooling } = (
  workerData as { order: OnnxOrder }
).order

/** The runtime is large and optional: it is loaded only where an encoder of a folder is used. */
async function opened() {
  const runtime = await import('onnxruntime-web').catch(() => {
    throw new Error(
      'The runtime for such encoders is not installed. Install it with “npm install”, optional packages included.',
    )
  })
  runtime.env.wasm.numThreads = 1
  runtime.env.logLevel = 'error'
  const session = await runtime.InferenceSession.create(model).catch(() => {
    throw new Error('“model.onnx” cannot be read.')
  })
  let words: Tokenizer
  try {
    words = new Tokenizer(tokenizer as never, tokenizerSettings as never)
  } catch {
    throw new Error('“tokenizer.json” cannot be read.')
  }
  return { runtime, session, words }
}

type Opened = Awaited<ReturnType<typeof opened>>

/** The numbers of a text's tokens; of a longer one the beginning, with the mark that ends it. */
function idsOf(text: string, words: Tokenizer): number[] {
  const ids = [...words.encode(text).ids].map(Number)
  return ids.length > maxTokens ? [...ids.slice(0, maxTokens - 1), ids.at(-1)!] : ids
}

async function embed(
  texts: readonly string[],
  { runtime, session, words }: Opened,
): Promise<Float32Array<ArrayBuffer>[]> {
  const all = texts.map((text) => idsOf(text, words))
  const longest = Math.max(1, ...all.map(({ length }) => length))
  const sides = [texts.length, longest]
  const ids = new BigInt64Array(texts.length * longest)
  const mask = new BigInt64Array(texts.length * longest)
  all.forEach((own, row) =>
    own.forEach((id, i) => {
      ids[row * longest + i] = BigInt(id)
      mask[row * longest + i] = 1n
    }),
  )
  const tensor = (data: BigInt64Array) => new runtime.Tensor('int64', data, sides)
  const inputs: Record<string, Tensor> = { input_ids: tensor(ids) }
  if (session.inputNames.includes('attention_mask')) inputs.attention_mask = tensor(mask)
  if (session.inputNames.includes('token_type_ids'))
    inputs.token_type_ids = tensor(new BigInt64Array(ids.length))
  const given = await session.run(inputs)
  return pooled(
    given[outputOf(session)]!,
    all.map(({ length }) => Math.max(1, length)),
  )
}

/** Vectors of whole texts where a model gives them, else those of tokens. */
function outputOf({ outputNames }: InferenceSession): string {
  return outputNames.find((name) => name === 'sentence_embedding') ?? outputNames[0]!
}

function pooled(output: Tensor, lengths: readonly number[]): Float32Array<ArrayBuffer>[] {
  const data = output.data as Float32Array
  if (output.dims.length === 2) {
    const width = output.dims[1]!
    return lengths.map((_, row) => Float32Array.from(data.slice(row * width, (row + 1) * width)))
  }
  if (output.dims.length !== 3) throw new Error('What it gives are no vectors of tokens or texts.')
  const [, tokens, width] = output.dims as [number, number, number]
  return lengths.map((length, row) => {
    const vector = new Float32Array(width)
    const counted = pooling === 'cls' ? 1 : length
    for (let token = 0; token < counted; token++)
      for (let i = 0; i < width; i++)
        vector[i]! += data[(row * tokens + token) * width + i]! / counted
    return vector
  })
}

let once: Promise<Opened> | undefined
async function answer(texts: readonly string[]): Promise<OnnxReport> {
  try {
    return { vectors: await embed(texts, await (once ??= opened())) }
  } catch (cause) {
    return { fault: (cause as Error).message }
  }
}
parentPort!.on('message', (texts: readonly string[]) => {
  void answer(texts).then((report) => parentPort!.postMessage(report))
})
