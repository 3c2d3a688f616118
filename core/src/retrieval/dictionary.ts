import type { Sections } from './memory.ts'
import { isAt, type Strings, StringsBuilder, stringsIn } from './strings.ts'

/** Terms with their numbers, as a hash table in flat memory (open addressing, linear probing). */
export interface Dictionary {
  size: number
  strings: Strings
  /** Number of the term plus one; 0 for a free place. The length is a power of two. */
  table: Uint32Array
}

/**
 * Stores terms as a sorted dictionary.
 * @returns sections of an index file
 */
export function dictionarySections(terms: Iterable<string>): Sections {
  const strings = new StringsBuilder()
  const hashes: number[] = []
  for (const term of terms) {
    strings.push(term)
    hashes.push(hash(term))
  }
  let size = 8
  while (size < hashes.length * 2) size *= 2
  const table = new Uint32Array(size)
  hashes.forEach((code, number) => {
    let at = code & (size - 1)
    while (table[at] !== 0) at = (at + 1) & (size - 1)
    table[at] = number + 1
  })
  return { ...strings.sections('terms'), 'terms.table': table }
}

/** The dictionary that lies in the sections of an index; nothing is copied. */
export function dictionaryIn(sections: Sections): Dictionary {
  const strings = stringsIn(sections, 'terms')
  return { size: strings.ends.length, strings, table: sections['terms.table'] as Uint32Array }
}

/** The number of a term, or −1. */
export function numberOf({ strings, table }: Dictionary, term: string): number {
  const last = table.length - 1
  for (let at = hash(term) & last; table[at] !== 0; at = (at + 1) & last)
    if (isAt(strings, table[at]! - 1, term)) return table[at]! - 1
  return -1
}

/** FNV-1a over UTF-16 code units, 32 bits. */
function hash(text: string): number {
  let code = 0x811c9dc5
  for (let i = 0; i < text.length; i++) code = Math.imul(code ^ text.charCodeAt(i), 0x01000193)
  return (code ^ (code >>> 15)) >>> 0
}
