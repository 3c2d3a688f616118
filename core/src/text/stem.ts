import snowball from 'snowball-stemmers'
import type { Language } from './language.ts'
import { IRREGULAR } from './irregular.ts'
import { fold } from './tokens.ts'

const stemmers = { en: snowball.newStemmer('english'), de: snowball.newStemmer('german') }
const cache: Record<Language, Map<string, string>> = { en: new Map(), de: new Map() }
/** What is cut down to fewer letters was no ending: a misspelt "uing" is not the letter u. */
const LEAST = 2
const CACHE_LIMIT = 250_000

/**
 * The stem of a folded word (Snowball's English and German stemmers; of irregular English verbs that of their base); numbers stay as they are.
 * @param word folded
 */
export function stem(word: string, language: Language): string {
  const known = cache[language].get(word)
  if (known !== undefined) return known
  const base = language === 'en' ? (IRREGULAR.get(word) ?? word) : word
  const cut = /^\d/.test(word) ? word : fold(stemmers[language].stem(base))
  const stemmed = cut.length < LEAST && cut.length < base.length ? word : cut
  if (cache[language].size >= CACHE_LIMIT) cache[language].clear()
  cache[language].set(word, stemmed)
  return stemmed
}
