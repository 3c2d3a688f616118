/** Arrays of numbers under names, as they lie in one block of memory. */
export type Sections = Record<string, NumberArray>
type NumberArray = Uint8Array | Int8Array | Uint16Array | Uint32Array | Float32Array

const KINDS = {
  u8: Uint8Array,
  i8: Int8Array,
  u16: Uint16Array,
  u32: Uint32Array,
  f32: Float32Array,
}
type Kind = keyof typeof KINDS
interface Entry {
  name: string
  kind: Kind
  start: number
  length: number
}

/** First bytes of a stored block; the number goes up when the layout changes. */
const SIGN = 'JANUA-INDEX-2'
const ALIGNED = 8

/**
 * Lays arrays out in one block that threads share without copying and that can be stored as it is.
 * Where memory cannot be shared (some browsers), the block is an ordinary one.
 */
export function pack(sections: Sections): ArrayBufferLike {
  let at = 0
  const entries = Object.entries(sections).map(([name, array]): Entry => {
    const start = at
    at = aligned(at + array.byteLength)
    return { name, kind: kindOf(array), start, length: array.length }
  })
  const head = `${SIGN}\n${JSON.stringify(entries)}`
  const origin = aligned(4 + head.length)
  const size = origin + at
  const block =
    typeof SharedArrayBuffer === 'undefined' ? new ArrayBuffer(size) : new SharedArrayBuffer(size)
  new DataView(block).setUint32(0, head.length, true)
  writeLatin(head, new Uint8Array(block, 4, head.length))
  for (const [i, array] of Object.values(sections).entries()) {
    const { kind, start, length } = entries[i]!
    viewOf(kind, block, origin + start, length).set(array)
  }
  return block
}

/** Views of the arrays in a block, nothing copied. @throws {RangeError} when the block is not one of these, or was cut short */
export function unpack(block: ArrayBufferLike): Sections {
  const length = block.byteLength < 4 ? 0 : new DataView(block).getUint32(0, true)
  const head =
    length > 0 && 4 + length <= block.byteLength ? readLatin(new Uint8Array(block, 4, length)) : ''
  const [sign, list = '[]'] = head.split('\n', 2)
  if (sign !== SIGN) throw new RangeError('this is not a stored index of this version')
  const origin = aligned(4 + length)
  const entries = JSON.parse(list) as Entry[]
  const last = entries.at(-1)
  if (
    last &&
    origin + last.start + last.length * KINDS[last.kind].BYTES_PER_ELEMENT > block.byteLength
  )
    throw new RangeError('the stored index is cut short')
  return Object.fromEntries(
    entries.map(({ name, kind, start, length }) => [
      name,
      viewOf(kind, block, origin + start, length),
    ]),
  )
}

function viewOf(kind: Kind, block: ArrayBufferLike, start: number, length: number): NumberArray {
  return new KINDS[kind](block as ArrayBuffer, start, length)
}

/** A string of character codes, given as bytes or as 16-bit units. */
export function readLatin(bytes: Uint8Array | Uint16Array): string {
  let text = ''
  for (let at = 0; at < bytes.length; at += 8_192)
    text += String.fromCharCode.apply(null, bytes.subarray(at, at + 8_192) as unknown as number[])
  return text
}

function writeLatin(text: string, into: Uint8Array): void {
  for (let i = 0; i < text.length; i++) into[i] = text.charCodeAt(i)
}

function kindOf(array: NumberArray): Kind {
  return (Object.keys(KINDS) as Kind[]).find((kind) => array instanceof KINDS[kind])!
}

function aligned(at: number): number {
  return Math.ceil(at / ALIGNED) * ALIGNED
}
