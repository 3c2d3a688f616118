import { pick, type Random } from '../maths/random.ts'

/** How often a question has a word in it that the library does not know. */
const FOREIGN_SHARE = 0.2

/** Says a wording otherwise by rule: some words left out, halves swapped, a slip of the fingers, a word that nobody here uses. */
export function reword(text: string, random: Random): string {
  let words = text.replace(/[?.!]+$/, '').split(/\s+/)
  if (words.length > 3 && random() < 0.7) words = fewer(words, 0.1 + random() * 0.5, random)
  if (words.length > 2 && random() < 0.3)
    words = [...words.slice(words.length >> 1), ...words.slice(0, words.length >> 1)]
  if (random() < 0.3) words = slip(words, random)
  return withForeignWord(words.length > 0 ? words : text.split(/\s+/), random)
    .join(' ')
    .toLowerCase()
}

/** Leaves each word out with this chance, but never all. */
function fewer(words: string[], chance: number, random: Random): string[] {
  const kept = words.filter(() => random() > chance)
  return kept.length > 1 ? kept : words
}

function slip(words: string[], random: Random): string[] {
  if (words.length === 0) return words
  const at = Math.floor(random() * words.length)
  const word = words[at]!
  if (word.length < 5) return words
  const place = 1 + Math.floor(random() * (word.length - 2))
  const swapped = word.slice(0, place) + word[place + 1] + word[place] + word.slice(place + 2)
  const dropped = word.slice(0, place) + word.slice(place + 1)
  return words.with(at, random() < 0.5 ? swapped : dropped)
}

/**
 * Puts in a word that no library has, in a small share of the cases.
 * @param words the words of a reworded question
 * @returns the same words, or a copy with one more
 */
export function withForeignWord(words: string[], random: Random): string[] {
  return random() > FOREIGN_SHARE
    ? words
    : words.toSpliced(Math.floor(random() * (words.length + 1)), 0, foreignWord(random))
}

/** Somebody else's word for a thing, which the library may not have: made up, so that no library has it. */
export function foreignWord(random: Random): string {
  return Array.from(
    { length: 4 },
    () => pick([...'bdfgklmnprstvz'], random) + pick([...'aeiou'], random),
  ).join('')
}
