import { pick, type Random } from '../core/src/maths/random.ts'

/** Says a question as somebody in a hurry types it: greetings, small words, slips of the fingers. Most stay as they were written. */
export function hurried(question: string, random: Random): string {
  let text = question
  if (random() < 0.25) text = text.toLowerCase()
  if (random() < 0.06) text = `${pick(['hi, ', 'hello ', 'hey ', 'good morning, '], random)}${text}`
  if (random() < 0.06) text = `${text}${pick([' please', ' thanks', ' pls', '??'], random)}`
  if (random() < 0.12) text = slip(text, random)
  if (random() < 0.15 && !/[?.]$/.test(text)) text = `${text}?`
  return text
}

function slip(text: string, random: Random): string {
  const places = [...text].flatMap((_, i) =>
    /\p{L}{3}/u.test(text.slice(i - 1, i + 2)) ? [i] : [],
  )
  if (places.length === 0) return text
  const at = pick(places, random)
  const kind = random()
  if (kind < 0.4) return text.slice(0, at) + text.slice(at + 1)
  if (kind < 0.75) return text.slice(0, at) + text[at + 1]! + text[at]! + text.slice(at + 2)
  return text.slice(0, at) + text[at]! + text.slice(at)
}
