import { bloomHas, type BloomFilter } from './bloom.ts'
import { bytesOf } from './base64.ts'
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
