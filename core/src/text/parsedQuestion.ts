import { analyse, type Term } from './analyse.ts'
import { guessLanguage, type Language } from './language.ts'
import { fold } from './tokens.ts'

/** What does not change in a question, whatever it is asked of: read once, and handed on to all that looks at it. */
export interface ParsedQuestion {
  /** As it was asked, masked. */
  said: string
  language: Language
  /** Without capitals and accents. */
  folded: string
  /** Its content words, with marks for what they are about. */
  content: readonly Term[]
}

/**
 * Reads a question.
 * @param fallback the language of the library, for a question too short to tell
 */
export function parseQuestion(said: string, fallback: Language): ParsedQuestion {
  const language = guessLanguage(said, fallback)
  return { said, language, folded: fold(said), content: analyse(said, language) }
}
