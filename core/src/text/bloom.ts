/** A set of words in few bits, that sometimes says yes to a word which is not in it, and never no to one that is. */
export interface BloomFilter {
  bits: Uint8Array
  /** How many bits a word sets. */
  hashes: number
}

/**
 * @param perWord bits for each word; 14.4 let one strange word of a thousand through
 * @see B. H. Bloom, "Space/time trade-offs in hash coding with allowable errors" (1970)
 */
export function bloomOf(words: Iterable<string>, size: number, perWord = 14.4): BloomFilter {
  const bits = new Uint8Array(Math.ceil((size * perWord) / 8))
  const filter = { bits, hashes: Math.max(1, Math.round(perWord * Math.LN2)) }
  for (const word of words) for (const at of placesOf(word, filter)) bits[at >> 3]! |= 1 << (at & 7)
  return filter
}

/** Whether a word may be in the filter: never a wrong no, seldom a wrong yes. */
export function bloomHas(filter: BloomFilter, word: string): boolean {
  return placesOf(word, filter).every((at) => (filter.bits[at >> 3]! & (1 << (at & 7))) !== 0)
}

/** Two hashes give all the others. @see A. Kirsch, M. Mitzenmacher, "Less hashing, same performance" (2006) */
function placesOf(word: string, { bits, hashes }: BloomFilter): number[] {
  const [a, b] = [hashOf(word, 0x811c9dc5), (hashOf(word, 0x01234567) | 1) >>> 0]
  const size = bits.length * 8
  return Array.from({ length: hashes }, (_, i) => (a + i * b) % size)
}

/** FNV-1a with a last stir, so that words that differ at their end alone fall far apart. */
function hashOf(word: string, seed: number): number {
  let hash = seed
  for (let i = 0; i < word.length; i++) hash = Math.imul(hash ^ word.charCodeAt(i), 0x01000193)
  hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d)
  return (hash ^ (hash >>> 13)) >>> 0
}
