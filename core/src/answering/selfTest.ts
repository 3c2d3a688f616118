import { pick, type Random } from '../maths/random.ts'
import { splitPassages } from '../library/passages.ts'
import { indexRelease, type ReleaseIndex } from '../retrieval/releaseIndex.ts'
import { questionTerms, search } from '../retrieval/search.ts'
import { sentences } from '../text/sentences.ts'
import { analyse } from '../text/analyse.ts'
import type { LabelledCase } from './confidence.ts'
import { featuresOf } from './features.ts'
import type { ContentItem } from './items.ts'

/** How a self-test question was made: from a title or phrasing that is there, from one that was hidden, from a sentence of the text. */
export type CaseKind = 'wording' | 'hidden wording' | 'sentence' | 'absent'
export interface SelfTestCase extends LabelledCase {
  kind: CaseKind
  question: string
}

const ROUNDS = 4
/** How often a question has a word in it that the library does not know. */
const FOREIGN_SHARE = 0.4

/**
 * Makes labelled cases from a library without any labels: half of it is hidden in turn, titles and phrasings are reworded by rule
 * and asked. An answer from the article that the question was made from is right; any answer about a hidden article is wrong.
 */
export function selfTest(items: readonly ContentItem[], random: Random): SelfTestCase[] {
  const cases: SelfTestCase[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const shown = items.filter(() => random() < 0.5)
    if (shown.length < 2) continue
    const whole = indexRelease(shown)
    const stripped = indexRelease(shown.map((item) => withoutOneWording(item, random)))
    for (const item of items) {
      const present = shown.includes(item)
      const wording = pick([item.title, ...item.phrasings], random)
      if (!present) {
        add(cases, 'absent', reword(wording, random), item, whole)
        add(cases, 'absent', fromSentence(item, random), item, whole)
        continue
      }
      add(cases, 'wording', reword(wording, random), item, whole)
      const gone = hiddenWording.get(stripped.passages.find((passage) => passage.item.id === item.id)?.item ?? item)
      if (gone) add(cases, 'hidden wording', reword(gone, random), item, stripped)
      add(cases, 'sentence', fromSentence(item, random), item, whole)
    }
  }
  return cases
}

function add(cases: SelfTestCase[], kind: CaseKind, question: string, item: ContentItem, index: ReleaseIndex): void {
  const terms = questionTerms(question, index)
  const candidates = search(terms, index)
  const best = candidates[0]
  if (!best) return
  const right = index.passages[best.doc]!.item.id === item.id && kind !== 'absent'
  cases.push({ kind, question, features: featuresOf(best, candidates, terms, index), right })
}

const hiddenWording = new WeakMap<ContentItem, string>()

function withoutOneWording(item: ContentItem, random: Random): ContentItem {
  if (item.phrasings.length === 0) return item
  const gone = pick(item.phrasings, random)
  const rest = { ...item, phrasings: item.phrasings.filter((phrasing) => phrasing !== gone) }
  hiddenWording.set(rest, gone)
  return rest
}

/** Says a wording otherwise by rule: some words left out, halves swapped, a slip of the fingers. */
export function reword(text: string, random: Random): string {
  let words = text.replace(/[?.!]+$/, '').split(/\s+/)
  if (words.length > 3 && random() < 0.6) words = words.filter(() => random() > 0.2)
  if (words.length > 2 && random() < 0.3) words = [...words.slice(words.length >> 1), ...words.slice(0, words.length >> 1)]
  if (random() < 0.3) words = slip(words, random)
  return withForeignWord(words.length > 0 ? words : text.split(/\s+/), random).join(' ').toLowerCase()
}

function slip(words: string[], random: Random): string[] {
  const at = Math.floor(random() * words.length)
  const word = words[at]!
  if (word.length < 5) return words
  const place = 1 + Math.floor(random() * (word.length - 2))
  const swapped = word.slice(0, place) + word[place + 1] + word[place] + word.slice(place + 2)
  const dropped = word.slice(0, place) + word.slice(place + 1)
  return words.with(at, random() < 0.5 ? swapped : dropped)
}

/** Two to four content words of one sentence, in its order: what somebody asks who never saw the text. */
function fromSentence(item: ContentItem, random: Random): string {
  const all = splitPassages(item.body)
    .flatMap((passage) => sentences(passage.text))
    .map((sentence) => analyse(sentence, 'en').filter(({ stem }) => !stem.startsWith('#')).map(({ word }) => word))
    .filter((words) => words.length >= 4)
  if (all.length === 0) return item.title
  const words = pick(all, random)
  const wanted = 2 + Math.floor(random() * 3)
  const kept = words.filter(() => random() < wanted / words.length)
  return withForeignWord(kept.length > 1 ? kept : words.slice(0, 2), random).join(' ')
}

/** Somebody else's word for a thing, which the library may not have: made up, so that no library has it. */
function withForeignWord(words: string[], random: Random): string[] {
  if (random() > FOREIGN_SHARE) return words
  const made = Array.from({ length: 4 }, () => pick([...'bdfgklmnprstvz'], random) + pick([...'aeiou'], random)).join('')
  return words.toSpliced(Math.floor(random() * (words.length + 1)), 0, made)
}
