import type { Language } from '../text/language.ts'
import type { Situation } from './situation.ts'
import { likeliest, type QueueClassifier, signsFor } from './classifier.ts'
import { tokenize } from '../text/tokens.ts'
import { stem } from '../text/stem.ts'

export type WordForm = 'any form' | 'written'

/** One condition of a routing rule; a list is met by any of its entries. With `not` it is met when it otherwise would not be. */
export type Condition = { not?: boolean } &
  /** Words and phrases, in any form ("refunds" for "refund") or only as they are written. */
  (
    | { on: 'words'; any: string[]; as?: WordForm }
    | { on: 'collection'; any: string[] }
    | { on: 'door'; any: number[] }
    | { on: 'told'; field: string; any: string[] }
    | { on: 'language'; any: Language[] }
    /** Topics by number, with the name that each had when it was chosen. */
    | { on: 'topic'; any: { id: number; name: string }[] }
    /** Hour of the day at the door, 0 to 23; from 22 to 6 goes over midnight. */
    | { on: 'hour'; from: number; to: number }
    /** Impatient or distressed wording, 0 to 1. */
    | { on: 'tone'; atLeast: number }
    /** Hand-overs that the same visitor had before. */
    | { on: 'contacts'; atLeast: number }
    /** What the classifier learnt from the right queues of the past. */
    | { on: 'looks like'; queue: number; atLeast: number }
  )

/**
 * Why a condition is met, in plain words; undefined when it is not.
 * @param classifier for conditions on what was learnt; those are not met without one
 */
export function reasonMet(
  condition: Condition,
  situation: Situation,
  classifier?: QueueClassifier,
): string | undefined {
  const reason = plainReason(condition, situation, classifier)
  if (!condition.not) return reason
  return reason === undefined ? `not ${NAMED[condition.on]}` : undefined
}

const NAMED: Record<Condition['on'], string> = {
  words: 'those words',
  collection: 'near those collections',
  door: 'through that door',
  told: 'told so',
  language: 'in that language',
  topic: 'on that topic',
  hour: 'at that hour',
  tone: 'in that tone',
  contacts: 'so many contacts',
  'looks like': 'of that look',
}

function plainReason(
  condition: Condition,
  situation: Situation,
  classifier?: QueueClassifier,
): string | undefined {
  switch (condition.on) {
    case 'words': {
      const hit = condition.any.find((wanted) => says(situation, wanted, condition.as))
      return hit && `“${hit}”`
    }
    case 'collection': {
      const hit = condition.any.find((collection) => situation.collections.includes(collection))
      return hit && `near “${hit}”`
    }
    case 'door':
      return condition.any.includes(situation.door) ? 'this door' : undefined
    case 'told': {
      const told = situation.told[condition.field]?.toLowerCase()
      const hit = told && condition.any.find((wanted) => told.includes(wanted.toLowerCase()))
      return hit ? `${condition.field} is “${hit}”` : undefined
    }
    case 'language':
      return condition.any.includes(situation.language)
        ? `in ${situation.language === 'de' ? 'German' : 'English'}`
        : undefined
    case 'topic': {
      const hit = condition.any.find(({ id }) => situation.topics.includes(id))
      return hit && `topic “${hit.name}”`
    }
    case 'hour':
      return hourWithin(situation.hour, condition.from, condition.to)
        ? `between ${condition.from} and ${condition.to} o’clock`
        : undefined
    case 'tone':
      return situation.tone >= condition.atLeast ? `tone ${situation.tone.toFixed(2)}` : undefined
    case 'contacts':
      return situation.contacts >= condition.atLeast
        ? `contact ${situation.contacts + 1} of this visitor`
        : undefined
    case 'looks like': {
      const p = classifier
        ? (likeliest(classifier, situation).find(({ queue }) => queue === condition.queue)?.p ?? 0)
        : 0
      return p >= condition.atLeast
        ? `looks like it, ${p.toFixed(2)} sure: ${signsFor(classifier!, situation, condition.queue).join(', ')}`
        : undefined
    }
  }
}

function hourWithin(hour: number, from: number, to: number): boolean {
  return from <= to ? hour >= from && hour < to : hour >= from || hour < to
}

interface Said {
  /** The words of each line, folded, and their stems. */
  lines: { words: string[]; stems: string[] }[]
}
const saidIn = new WeakMap<Situation, Said>()
/** Who somebody is says nothing of what it is about. */
const NOT_READ = new Set(['name', 'mail'])

/**
 * Whether a visitor wrote a word or phrase, in what is unsettled or in the form. The words of a phrase stand one behind the other, and
 * every one of them counts: "help boarding" is not met by "board".
 */
function says(situation: Situation, wanted: string, as: WordForm = 'any form'): boolean {
  let said = saidIn.get(situation)
  if (!said) {
    const told = Object.entries(situation.told).flatMap(([field, value]) =>
      NOT_READ.has(field) ? [] : [value],
    )
    const lines = [...situation.words.split('\n'), ...told].map((line) =>
      read(line, situation.language),
    )
    saidIn.set(situation, (said = { lines }))
  }
  const phrase = read(wanted, situation.language)
  const key = as === 'written' ? 'words' : 'stems'
  return phrase.words.length > 0 && said.lines.some((line) => holds(line[key], phrase[key]))
}

function read(text: string, language: Language): Said['lines'][number] {
  const words = tokenize(text).map(({ word }) => word)
  return { words, stems: words.map((word) => stem(word, language)) }
}

function holds(line: readonly string[], phrase: readonly string[]): boolean {
  return line.some((_, at) => phrase.every((word, i) => line[at + i] === word))
}
