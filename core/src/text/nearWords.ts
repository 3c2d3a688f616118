import { editDistance } from './distance.ts'

interface Known {
  word: string
  /** Which letters it has, a bit each. */
  letters: number
}

/** Finds known words that are spelt much alike, without comparing all of them letter by letter. */
export class NearWords {
  private readonly byLength = new Map<number, Known[]>()

  constructor(words: Iterable<string>) {
    for (const word of words) {
      const own = this.byLength.get(word.length)
      const known = { word, letters: lettersOf(word) }
      if (own) own.push(known)
      else this.byLength.set(word.length, [known])
    }
  }

  /** Known words that are at most `limit` edits away, with how many. */
  *near(word: string, limit: number): Generator<{ word: string; distance: number }> {
    const letters = lettersOf(word)
    for (let length = word.length - limit; length <= word.length + limit; length++)
      for (const known of this.byLength.get(length) ?? []) {
        // An edit takes away one letter at most and brings in another.
        if (bitsOf(known.letters ^ letters) > 2 * limit) continue
        const distance = editDistance(word, known.word, limit)
        if (distance <= limit) yield { word: known.word, distance }
      }
  }
}

function lettersOf(word: string): number {
  let letters = 0
  for (let at = 0; at < word.length; at++) letters |= 1 << (word.charCodeAt(at) & 31)
  return letters
}

/** Counts set bits side by side. @see H. S. Warren, Hacker's Delight, section 5-1 */
function bitsOf(bits: number): number {
  let left = bits - ((bits >>> 1) & 0x55555555)
  left = (left & 0x33333333) + ((left >>> 2) & 0x33333333)
  return Math.imul((left + (left >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24
}
