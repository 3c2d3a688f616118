/** What is needed of the ONNX format to write a small model: messages of protocol buffers, put together by hand. */

const FLOAT = 1
const INT64 = 7
/** Versions of the format and of its operators that every runtime of today reads. */
const IR_VERSION = 8
const OPERATORS = 13

type Bytes = number[]

function varint(value: number): Bytes {
  const bytes: Bytes = []
  let rest = value
  while (rest > 127) {
    bytes.push((rest & 127) | 128)
    rest = Math.floor(rest / 128)
  }
  return [...bytes, rest]
}

const whole = (field: number, value: number): Bytes => [...varint(field * 8), ...varint(value)]

function bytes(field: number, content: ArrayLike<number>): Bytes {
  const head = [...varint(field * 8 + 2), ...varint(content.length)]
  const all = new Array<number>(head.length + content.length)
  head.forEach((byte, i) => (all[i] = byte))
  for (let i = 0; i < content.length; i++) all[head.length + i] = content[i]!
  return all
}

const text = (field: number, value: string): Bytes => bytes(field, new TextEncoder().encode(value))
const message = (field: number, ...parts: readonly Bytes[]): Bytes => bytes(field, parts.flat())

/** A tensor that is given or comes out; sides with a name are as long as they are. */
function value(field: number, name: string, kind: number, sides: readonly (string | number)[]) {
  const shape = sides.map((side) =>
    message(1, typeof side === 'number' ? whole(1, side) : text(2, side)),
  )
  return message(field, text(1, name), message(2, message(1, whole(1, kind), message(2, ...shape))))
}

/**
 * A model that looks up a vector for each token.
 * @param table tokens × dimensions, row by row
 */
export function lookUpModel(table: Float32Array, dimensions: number): Uint8Array {
  const tokens = table.length / dimensions
  const raw = new Uint8Array(table.buffer, table.byteOffset, table.byteLength)
  const graph = message(
    7,
    message(
      1,
      text(1, 'table'),
      text(1, 'input_ids'),
      text(2, 'last_hidden_state'),
      text(4, 'Gather'),
    ),
    text(2, 'look-up'),
    message(
      5,
      whole(1, tokens),
      whole(1, dimensions),
      whole(2, FLOAT),
      text(8, 'table'),
      bytes(9, raw),
    ),
    value(11, 'input_ids', INT64, ['batch', 'sequence']),
    value(11, 'attention_mask', INT64, ['batch', 'sequence']),
    value(12, 'last_hidden_state', FLOAT, ['batch', 'sequence', dimensions]),
  )
  return Uint8Array.from([
    ...whole(1, IR_VERSION),
    ...text(2, 'janua'),
    ...graph,
    ...message(8, text(1, ''), whole(2, OPERATORS)),
  ])
}
