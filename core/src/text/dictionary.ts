import { bloomHas, type BloomFilter } from './bloom.ts'
import { DICTIONARY } from './dictionaryData.ts'
import type { Language } from './language.ts'
import { stem } from './stem.ts'

/** Shorter words are not looked up: too many of them are names of something. */
const LEAST = 4
const open = new Map<Language, BloomFilter>()

/**
 * Whether a folded word is a word of the language, in any form: such a word is never taken for a misspelling of another. It is looked
 * up by its stem; of words that are none, about one in a thousand passes.
 * @example isSpelt('smoking', 'en') // true
 */
export function isSpelt(word: string, language: Language): boolean {
  if (word.length < LEAST) return false
  let filter = open.get(language)
  if (!filter) {
    const { bits, hashes } = DICTIONARY[language]
    filter = { bits: bytesOf(bits), hashes }
    open.set(language, filter)
  }
  return bloomHas(filter, stem(word, language))
}

const SIGNS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/** Bytes out of base64. */
function bytesOf(base64: string): Uint8Array {
  const text = base64.replace(/=+$/, '')
  const bytes = new Uint8Array(Math.floor((text.length * 3) / 4))
  const values = new Uint8Array(128)
  for (let i = 0; i < SIGNS.length; i++) values[SIGNS.charCodeAt(i)] = i
  for (let from = 0, at = 0; from < text.length; from += 4) {
    let bits = 0
    for (let k = 0; k < 4; k++) bits = (bits << 6) | (values[text.charCodeAt(from + k)] ?? 0)
    for (let shift = 16; shift >= 0 && at < bytes.length; shift -= 8) bytes[at++] = bits >> shift
  }
  return bytes
}
