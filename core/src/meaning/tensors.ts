/** Numbers of a model by name. Whole numbers of one byte are worth their scale: one for each row, or each column. */
export interface Tensor {
  shape: readonly number[]
  data: Float32Array | Int8Array
  scales?: Float32Array
}
export type Tensors = ReadonlyMap<string, Tensor>

/** A model file that cannot be used, with the reason in plain words. */
export class DamagedModel extends Error {}

const MAGIC = 0x314e544a
const ALIGNED = 16

interface Entry {
  name: string
  shape: number[]
  kind: 'float' | 'byte'
  at: number
  /** Where its scales begin, and how many there are. */
  scales?: { at: number; n: number }
}

/**
 * Writes tensors as one file: a mark, a checksum, the length of the head, the head as JSON, the numbers; little-endian.
 * @see readTensors
 */
export function writeTensors(tensors: Tensors): Uint8Array {
  const entries: Entry[] = []
  const pieces: { at: number; bytes: Uint8Array }[] = []
  let end = 0
  const place = (data: Float32Array | Int8Array): number => {
    const at = end
    pieces.push({ at, bytes: new Uint8Array(data.buffer, data.byteOffset, data.byteLength) })
    end = aligned(at + data.byteLength)
    return at
  }
  for (const [name, { shape, data, scales }] of tensors)
    entries.push({
      name,
      shape: [...shape],
      kind: data instanceof Int8Array ? 'byte' : 'float',
      at: place(data),
      ...(scales && { scales: { at: place(scales), n: scales.length } }),
    })
  const head = asciiBytes(JSON.stringify(entries))
  const start = aligned(12 + head.length)
  const file = new Uint8Array(start + end)
  file.set(head, 12)
  for (const { at, bytes } of pieces) file.set(bytes, start + at)
  const view = new DataView(file.buffer)
  view.setUint32(0, MAGIC, true)
  view.setUint32(8, head.length, true)
  view.setUint32(4, checksum(file), true)
  return file
}

/**
 * Reads what `writeTensors` wrote. The numbers are views of `file`, not copies, where its place in memory allows it.
 * @throws {DamagedModel} when it is no such file, was cut short or changed
 */
export function readTensors(file: Uint8Array): Tensors {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength)
  if (file.length < 12 || view.getUint32(0, true) !== MAGIC)
    throw new DamagedModel('it is no model file')
  if (view.getUint32(4, true) !== checksum(file))
    throw new DamagedModel('it was cut short or changed')
  const length = view.getUint32(8, true)
  const start = aligned(12 + length)
  const whole =
    file.byteOffset % ALIGNED === 0
      ? { buffer: file.buffer, offset: file.byteOffset }
      : { buffer: file.slice().buffer, offset: 0 }
  const floats = (at: number, n: number) =>
    new Float32Array(whole.buffer, whole.offset + start + at, n)
  const entries = JSON.parse(asciiText(file.subarray(12, 12 + length))) as Entry[]
  return new Map(
    entries.map(({ name, shape, kind, at, scales }) => {
      const size = shape.reduce((a, b) => a * b, 1)
      return [
        name,
        {
          shape,
          data:
            kind === 'float'
              ? floats(at, size)
              : new Int8Array(whole.buffer, whole.offset + start + at, size),
          ...(scales && { scales: floats(scales.at, scales.n) }),
        },
      ]
    }),
  )
}

/**
 * Rows of numbers as bytes, each row with a scale of its own.
 * @param rows how many; the length of `values` is a multiple of it
 * @returns steps of −127 to 127, and the size of a step for each row
 */
export function byRows(values: Float32Array, rows: number): Pick<Tensor, 'data' | 'scales'> {
  const width = values.length / rows
  const data = new Int8Array(values.length)
  const scales = new Float32Array(rows)
  for (let row = 0; row < rows; row++) {
    let largest = 0
    for (let i = row * width; i < (row + 1) * width; i++)
      largest = Math.max(largest, Math.abs(values[i]!))
    scales[row] = largest / 127
    if (largest === 0) continue
    for (let i = row * width; i < (row + 1) * width; i++)
      data[i] = Math.round(values[i]! / scales[row]!)
  }
  return { data, scales }
}

/**
 * A matrix as bytes, each column with a scale of its own.
 * @param columns how many; `values` lies row by row
 * @returns steps of −127 to 127, and the size of a step for each column
 */
export function byColumns(values: Float32Array, columns: number): Pick<Tensor, 'data' | 'scales'> {
  const rows = values.length / columns
  const data = new Int8Array(values.length)
  const scales = new Float32Array(columns)
  for (let i = 0; i < values.length; i++) {
    const column = i % columns
    scales[column] = Math.max(scales[column]!, Math.abs(values[i]!) / 127)
  }
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      if (scales[column]! > 0)
        data[row * columns + column] = Math.round(values[row * columns + column]! / scales[column]!)
  return { data, scales }
}

/** A matrix whose columns have scales, or that has none, as plain numbers. */
export function plainColumns({ shape, data, scales }: Tensor): Float32Array {
  if (data instanceof Float32Array) return data
  const columns = shape.at(-1)!
  const plain = new Float32Array(data.length)
  for (let i = 0; i < data.length; i++) plain[i] = data[i]! * scales![i % columns]!
  return plain
}

/** @throws {DamagedModel} when there is none of that name, or it has another shape */
export function tensorOf(tensors: Tensors, name: string, ...shape: number[]): Tensor {
  const tensor = tensors.get(name)
  if (!tensor) throw new DamagedModel(`it has no “${name}”`)
  if (shape.length > 0 && shape.join() !== tensor.shape.join())
    throw new DamagedModel(`“${name}” is ${tensor.shape.join(' × ')}, not ${shape.join(' × ')}`)
  return tensor
}

function aligned(length: number): number {
  return Math.ceil(length / ALIGNED) * ALIGNED
}

/** FNV-1a over all but the checksum itself, four bytes at a time where they are whole. */
function checksum(file: Uint8Array): number {
  let hash = 0x811c9dc5
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength)
  const words = file.length >> 2
  for (let i = 0; i < words; i++)
    if (i !== 1) hash = Math.imul(hash ^ view.getUint32(i * 4, true), 0x01000193)
  for (let i = words * 4; i < file.length; i++) hash = Math.imul(hash ^ file[i]!, 0x01000193)
  return Math.imul(hash ^ file.length, 0x01000193) >>> 0
}

function asciiBytes(text: string): Uint8Array {
  return Uint8Array.from(text, (character) => character.charCodeAt(0))
}

function asciiText(bytes: Uint8Array): string {
  let text = ''
  for (const byte of bytes) text += String.fromCharCode(byte)
  return text
}
