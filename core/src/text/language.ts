import { scanWords } from './scan.ts'
export { type Language, LANGUAGES } from './languages.ts'
import { STOP_WORDS } from './stopwords.ts'
import { type Language, LANGUAGES } from './languages.ts'
import { readWord } from './tokens.ts'

/**
 * Guesses the language by its small words.
 * @param fallback what to say when a text is too short or shows no clear winner
 * @returns the language whose small words make up more of the text
 * @example guessLanguage('Kann ich meinen Hund mitnehmen?', 'en') // 'de'
 */
export function guessLanguage(text: string, fallback: Language): Language {
  let words = 0
  let [en, de] = [0, 0]
  scanWords(text, (start, end) => {
    words++
    if (!maybeSmall(text, start, end)) return
    const small = smallWordIn(text.slice(start, end))
    if (small & ENGLISH) en++
    if (small & GERMAN) de++
  })
  if (words < 3 || en === de) return fallback
  return en > de ? 'en' : 'de'
}

const ENGLISH = 1
const GERMAN = 2
const LONGEST = 15
/** How much longer than its folded form a word may be written: an apostrophe with two letters after it. */
const WRITTEN_LONGER = 3

/** By first letter and written length, whether a word can be a small one at all: most are told apart without being cut out. */
const possible = new Uint8Array(128 * (LONGEST + 1))
for (const language of LANGUAGES)
  for (const word of STOP_WORDS[language])
    for (const first of [word.charCodeAt(0), word.toUpperCase().charCodeAt(0)])
      for (
        let length = word.replaceAll('ss', 'ß').length;
        length <= Math.min(LONGEST, word.length + WRITTEN_LONGER);
        length++
      )
        if (first < 128) possible[first * (LONGEST + 1) + length] = 1

function maybeSmall(text: string, start: number, end: number): boolean {
  const first = text.charCodeAt(start)
  if (first >= 128) return true
  return end - start <= LONGEST && possible[first * (LONGEST + 1) + end - start] === 1
}

const known = new Map<string, number>()
const KNOWN_LIMIT = 250_000

/** In which languages a written word is a small one, as bits; kept, as texts repeat their words. */
function smallWordIn(written: string): number {
  const kept = known.get(written)
  if (kept !== undefined) return kept
  const word = readWord(written)
  const small = (STOP_WORDS.en.has(word) ? ENGLISH : 0) | (STOP_WORDS.de.has(word) ? GERMAN : 0)
  if (known.size >= KNOWN_LIMIT) known.clear()
  known.set(written, small)
  return small
}
