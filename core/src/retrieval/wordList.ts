import type { Sections } from './memory.ts'
import { StringsBuilder } from './strings.ts'

/** The words as they are written, with the term that each comes to. */
export class WordList {
  private readonly terms = new Map<string, number>()

  add(word: string, term: number): void {
    if (!this.terms.has(word)) this.terms.set(word, term)
  }

  /** Sorted by length and first letter, so that the neighbours of a misspelt word lie together. */
  sections(): Sections {
    const words = [...this.terms.keys()].sort((a, b) => wordKey(a) - wordKey(b) || (a < b ? -1 : 1))
    const sorted = new StringsBuilder()
    for (const word of words) sorted.push(word)
    return {
      ...sorted.sections('words'),
      wordKeys: Uint32Array.from(words, wordKey),
      wordLetters: Uint32Array.from(words, letterSet),
      wordTerms: Uint32Array.from(words, (word) => this.terms.get(word)!),
    }
  }
}

function wordKey(word: string): number {
  return keyOf(word.length, word.charCodeAt(0))
}

/** A number by which words of one length and first letter lie together. */
export function keyOf(length: number, first: number): number {
  return Math.min(length, 0xffff) * 0x1_0000 + first
}

/** The letters of a word as bits, a few letters sharing one: two words differ in at least half as many edits as they differ in bits. */
export function letterSet(word: string): number {
  let set = 0
  for (let i = 0; i < word.length; i++) set |= 1 << (word.charCodeAt(i) % 31)
  return set >>> 0
}
