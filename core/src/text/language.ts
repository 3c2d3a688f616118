import { readWord, writtenWords } from './tokens.ts'
import { STOP_WORDS } from './stopwords.ts'

export const LANGUAGES = ['en', 'de'] as const
export type Language = (typeof LANGUAGES)[number]

/**
 * Guesses the language by its small words.
 * @param fallback what to say when a text is too short or shows no clear winner
 * @returns the language whose small words make up more of the text
 * @example guessLanguage('Kann ich meinen Hund mitnehmen?', 'en') // 'de'
 */
export function guessLanguage(text: string, fallback: Language): Language {
  const words = writtenWords(text).map(readWord)
  if (words.length < 3) return fallback
  const hits = (language: Language) => words.filter((word) => STOP_WORDS[language].has(word)).length
  const [en, de] = [hits('en'), hits('de')]
  if (en === de) return fallback
  return en > de ? 'en' : 'de'
}
