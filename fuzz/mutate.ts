import { pick, type Random } from '../core/src/maths/random.ts'

const NASTY = [
  '\u0000',
  '\uffff',
  '"',
  '<',
  '>',
  '|',
  '\n---\n',
  '%',
  '[',
  '](',
  '<script>',
  '&#x0;',
  '999999999999',
  '-1',
  '\\',
  '{{',
  '\u202e',
  '# ',
  '<table>',
  '<td colspan=99999>',
  '\r',
  '\ufeff',
]

/** A changed copy of a file: bits turned, pieces cut, doubled, moved, filled, or nasty text put in; sometimes several of these. */
export function mutate(bytes: Buffer, random: Random): Buffer {
  let changed: Buffer = Buffer.from(bytes)
  const rounds = 1 + Math.floor(random() * 4)
  for (let round = 0; round < rounds; round++) changed = pick(WAYS, random)(changed, random)
  return changed
}

type Way = (bytes: Buffer, random: Random) => Buffer
const at = (bytes: Buffer, random: Random) => Math.floor(random() * Math.max(1, bytes.length))
const span = (bytes: Buffer, random: Random) => {
  const from = at(bytes, random)
  return { from, to: Math.min(bytes.length, from + 1 + Math.floor(random() ** 3 * bytes.length)) }
}

const WAYS: Way[] = [
  (bytes, random) => {
    const copy = Buffer.from(bytes)
    for (let i = 0; i < 1 + random() * 40; i++)
      copy[at(copy, random)]! ^= 1 << Math.floor(random() * 8)
    return copy
  },
  (bytes, random) => bytes.subarray(0, at(bytes, random)),
  (bytes, random) => {
    const { from, to } = span(bytes, random)
    return Buffer.concat([bytes.subarray(0, from), bytes.subarray(to)])
  },
  (bytes, random) => {
    const { from, to } = span(bytes, random)
    const piece = bytes.subarray(from, Math.min(to, from + 20_000))
    return Buffer.concat([
      bytes.subarray(0, to),
      ...Array.from({ length: 1 + Math.floor(random() * 6) }, () => piece),
      bytes.subarray(to),
    ])
  },
  (bytes, random) => {
    const place = at(bytes, random)
    return Buffer.concat([
      bytes.subarray(0, place),
      Buffer.from(
        Array.from({ length: 1 + Math.floor(random() * 5) }, () => pick(NASTY, random)).join(''),
      ),
      bytes.subarray(place),
    ])
  },
  (bytes, random) => {
    const { from, to } = span(bytes, random)
    return Buffer.from(bytes).fill(Math.floor(random() * 256), from, Math.min(to, from + 4_000))
  },
]
