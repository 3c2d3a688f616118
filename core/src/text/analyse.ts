import type { Language } from './language.ts'
import { stem } from './stem.ts'
import { STOP_WORDS } from './stopwords.ts'
import { scanWords } from './scan.ts'
import { readWord, tokenize } from './tokens.ts'

/** A term as the index knows it: the stem, and the word as it was written. */
export interface Term {
  stem: string
  word: string
  /** The words that it was joined of, where people write hyphens: "wifi" of "Wi-Fi". */
  joins?: readonly string[]
}

const COST_WORDS = new Set(
  'cost costs price prices priced fare fares fee fees kosten kostet preis preise gebuhr gebuhren gebuehr gebuehren tarif tarife'.split(
    ' ',
  ),
)
const TIME_WORDS = new Set(
  'time times timetable schedule hours clock uhr zeit zeiten fahrplan uhrzeit'.split(' '),
)
const CLOCK = /^\d{1,2}:\d{2}$/
const ASKS_COST = /\b(how much|how expensive|what does .* cost|wie ?viel|wie teuer|was kostet)\b/
const ASKS_TIME = /\b(when|what time|how early|how late|wann|um wie ?viel uhr)\b/

/** Marks that stand for what is asked: a question says "how much" where a text says "fare". */
export const ASPECT_COST = '#cost'
export const ASPECT_TIME = '#time'

/**
 * The content words of a text: stemmed, stop words dropped, with a mark behind words that name a cost or a time.
 * @example analyse('The fares', 'en').map(t => t.stem) // ['fare', '#cost']
 */
export function analyse(text: string, language: Language): Term[] {
  const terms: Term[] = []
  const add = (written: string) => {
    for (const term of termsOf(written, language)) terms.push(term)
  }
  const compounds: string[][] = []
  let compound = -1 // where the words with hyphens between them that are being read began
  let last = -1
  const close = () => {
    if (compound >= 0) compounds.push(text.slice(compound, last).split('-'))
    compound = -1
  }
  let from = 0
  scanWords(text, (start, end) => {
    const hyphen = start === last + 1 && text.charCodeAt(last) === HYPHEN
    if (!hyphen) close()
    else if (compound < 0) compound = from
    add(text.slice(start, end))
    if (!hyphen) from = start
    last = end
  })
  close()
  for (const parts of compounds)
    if (LETTERS.test(parts.join('')))
      for (const term of termsOf(parts.join(''), language))
        terms.push({ ...term, joins: parts.map(readWord) }) // people write "wifi" and "ebike" for "Wi-Fi" and "e-bike"
  return terms
}

const known: Record<Language, Map<string, readonly Term[]>> = { en: new Map(), de: new Map() }
const KNOWN_LIMIT = 250_000
const HYPHEN = 45
const LETTERS = /^\p{L}+$/u

/** What one written word comes to; kept, as texts repeat their words. */
function termsOf(written: string, language: Language): readonly Term[] {
  const kept = known[language].get(written)
  if (kept) return kept
  const word = readWord(written)
  const terms: Term[] = []
  if (word && !STOP_WORDS[language].has(word) && (word.length > 1 || /[a-z\d]/.test(word))) {
    terms.push({ stem: stem(word, language), word })
    if (COST_WORDS.has(word)) terms.push({ stem: ASPECT_COST, word })
    if (TIME_WORDS.has(word) || CLOCK.test(word)) terms.push({ stem: ASPECT_TIME, word })
  }
  if (known[language].size >= KNOWN_LIMIT) known[language].clear()
  known[language].set(written, terms)
  return terms
}

/**
 * The distinct terms of a question, with the marks for what it asks ("how much", "when") added.
 * @returns terms in their order, each stem once
 */
export function analyseQuestion(text: string, language: Language): Term[] {
  const terms = analyse(text, language)
  const plain = tokenize(text)
    .map((token) => token.word)
    .join(' ')
  if (ASKS_COST.test(plain)) terms.push({ stem: ASPECT_COST, word: 'how much' })
  if (ASKS_TIME.test(plain)) terms.push({ stem: ASPECT_TIME, word: 'when' })
  const seen = new Set<string>()
  return terms.filter((term) => !seen.has(term.stem) && seen.add(term.stem))
}
