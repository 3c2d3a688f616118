import type { Trace } from '../answering/answer.ts'
import type { MeaningModels } from '../meaning/models.ts'
import { toneOf } from './tone.ts'
import type { Language } from '../text/language.ts'

/** What is known of a conversation when it leaves the assistant. */
export interface Situation {
  /** The visitor's words that are still unsettled. */
  words: string
  language: Language
  /** Collections of the nearest passages. */
  collections: string[]
  door: number
  /** What the visitor told, by field. */
  told: Record<string, string>
  /** Topics of what is unsettled. */
  topics: number[]
  /** Hour of the day at the door. */
  hour: number
  /** How impatient or distressed the wording is, 0 to 1. */
  tone: number
  /** Hand-overs of the same visitor before this one. */
  contacts: number
  /** Where the words lie among meanings; none in a language without an encoder, and of before. */
  meaning?: WordsMeaning
}

/** What words mean, in numbers that only say something beside others of the same encoder. */
export interface WordsMeaning {
  encoder: string
  /** Along the directions in which sentences differ most, the first of them. */
  at: number[]
}

/** What routing looks at of one question. */
export interface RoutedQuestion {
  text: string
  /** Unanswered, only suggested, asked back and left there, or voted down. */
  unsettled: boolean
  trace: Trace
  topicId?: number | null
}

/** Later questions tell more of where a conversation belongs; older ones than these no more. */
const MOST_QUESTIONS = 6

/** So many directions tell queues apart nearly as well as all of them. */
const DIRECTIONS = 32

/**
 * What the routing rules look at: the words still unsettled, their topics and tone, and the collections near them; where all is settled, the last question.
 * @param questions of the conversation, the oldest first
 * @param said what the visitor wrote, the newest last; its last line stands for the words of a conversation in which nothing was asked
 * @param models what the release understands texts by
 */
export function situationOf(
  questions: readonly RoutedQuestion[],
  known: Pick<Situation, 'language' | 'door' | 'told' | 'hour' | 'contacts'>,
  { said = [], models = {} }: { said?: readonly string[]; models?: MeaningModels | undefined } = {},
): Situation {
  const latest = questions.slice(-MOST_QUESTIONS)
  const unsettled = latest.filter((question) => question.unsettled)
  const about = unsettled.length > 0 ? unsettled : latest.slice(-1)
  const asked = about.map(({ text }) => text)
  const words = asked.length > 0 ? asked.join('\n') : (said.at(-1) ?? '')
  const meaning = meaningOf({ words, language: known.language }, models)
  return {
    ...known,
    words,
    ...(meaning && { meaning }),
    collections: [...new Set(about.flatMap(({ trace }) => nearCollections(trace)))],
    topics: [...new Set(about.flatMap(({ topicId }) => topicId ?? []))],
    tone: toneOf(said.length > 0 ? said : questions.map(({ text }) => text)).score,
  }
}

/**
 * Where words lie among meanings: the middle of their lines; undefined in a language without an encoder.
 * @returns the encoder, and the first DIRECTIONS numbers of the mean, rounded to four places
 */
export function meaningOf(
  { words, language }: Pick<Situation, 'words' | 'language'>,
  models: MeaningModels,
): WordsMeaning | undefined {
  const encoder = models[language]?.sentences
  const lines = words.split('\n').filter((line) => line.trim() !== '')
  if (!encoder || lines.length === 0) return undefined
  const vectors = encoder.encodeAsked(lines)
  const at = Array.from({ length: DIRECTIONS }, (_, i) => {
    const mean = vectors.reduce((sum, { tuned }) => sum + tuned[i]!, 0) / lines.length
    return Math.round(mean * 1e4) / 1e4
  })
  return { encoder: encoder.id, at }
}

/** Collections of the candidates that come within reach of the best one. */
function nearCollections({ candidates }: Trace): string[] {
  const best = candidates[0]?.confidence ?? 0
  return candidates
    .filter(({ confidence, collection }) => collection && confidence >= Math.max(0.05, best / 2))
    .map(({ collection }) => collection)
}
