import { growing } from './growing.ts'
import type { Sections } from './memory.ts'
import type { Segment } from './segment.ts'
import { stringAt } from './strings.ts'

/** Letters of a gram, counting the mark before and after a word. */
const LETTERS = 4
const BUCKETS = 1 << 16
/** Shorter words are like too many others. */
const LEAST_LETTERS = 5
const MOST_GRAMS = 60

/** Which terms have a group of four letters: terms of bucket b lie in `gramTerms` at gramOffsets[b] to gramOffsets[b + 1]. */
export function gramSections(terms: Iterable<string>): Sections {
  const buckets = growing.u32()
  const owners = growing.u32()
  const sizes = growing.u8()
  let number = 0
  for (const term of terms) {
    const grams = gramsOf(term)
    for (const gram of grams) {
      buckets.push(gram)
      owners.push(number)
    }
    sizes.push(grams.length)
    number++
  }
  const offsets = new Uint32Array(BUCKETS + 1)
  for (const bucket of buckets.view()) offsets[bucket + 1]!++
  for (let b = 0; b < BUCKETS; b++) offsets[b + 1]! += offsets[b]!
  const next = offsets.slice()
  const laid = new Uint32Array(buckets.length)
  buckets.view().forEach((bucket, i) => (laid[next[bucket]!++] = owners.view()[i]!))
  return { gramOffsets: offsets, gramTerms: laid, gramSizes: sizes.view() }
}

/** A term that shares letters with another: part of a compound, or another form. */
export interface Likeness {
  stem: string
  /** Cosine of the two sets of grams, 0 to 1. */
  likeness: number
}

/** Terms of a segment that are at least so like a word; not the word itself. */
export function likeTerms(word: string, segment: Segment, atLeast: number): Likeness[] {
  const grams = gramsOf(word)
  if (grams.length === 0) return []
  const { gramOffsets, gramTerms, gramSizes, terms } = segment
  const { shared, met } = scratchOf(segment)
  let count = 0
  for (const gram of grams)
    for (let at = gramOffsets[gram]!; at < gramOffsets[gram + 1]!; at++) {
      const term = gramTerms[at]!
      if (shared[term] === 0) met[count++] = term
      shared[term]!++
    }
  const found: Likeness[] = []
  for (let i = 0; i < count; i++) {
    const term = met[i]!
    const likeness = shared[term]! / Math.sqrt(grams.length * gramSizes[term]!)
    shared[term] = 0
    if (likeness < atLeast) continue
    const stem = stringAt(terms.strings, term)
    if (stem !== word) found.push({ stem, likeness: Math.min(1, likeness) })
  }
  return found
}

/** The distinct grams of a word as bucket numbers; none for short words, numbers and marks. */
function gramsOf(word: string): number[] {
  if (word.length < LEAST_LETTERS || !/^\p{L}+$/u.test(word)) return []
  const marked = `_${word}_`
  const grams = new Set<number>()
  for (let i = 0; i + LETTERS <= marked.length && grams.size < MOST_GRAMS; i++) {
    let code = 7
    for (let k = i; k < i + LETTERS; k++) code = Math.imul(code, 31) + marked.charCodeAt(k)
    grams.add((code ^ (code >>> 16)) & (BUCKETS - 1))
  }
  return [...grams]
}

const scratch = new WeakMap<Segment, { shared: Uint8Array; met: Uint32Array }>()

function scratchOf(segment: Segment): { shared: Uint8Array; met: Uint32Array } {
  let own = scratch.get(segment)
  if (!own)
    scratch.set(
      segment,
      (own = {
        shared: new Uint8Array(segment.terms.size),
        met: new Uint32Array(segment.terms.size),
      }),
    )
  return own
}
