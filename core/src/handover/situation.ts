import type { Trace } from '../answering/answerer.ts'
import type { Situation } from './rules.ts'

/** What routing looks at of one question. */
export interface RoutedQuestion {
  text: string
  /** Unanswered, only suggested, asked back and left there, or voted down. */
  unsettled: boolean
  trace: Trace
}

/** Later questions tell more of where a conversation belongs; older ones than these no more. */
const MOST_QUESTIONS = 6

/**
 * What the routing rules look at: the words still unsettled and the collections near them; where all is settled, the last question.
 * @param questions of the conversation, the oldest first
 * @param lastWords what stands for the words of a conversation in which nothing was asked
 */
export function situationOf(questions: readonly RoutedQuestion[], known: Pick<Situation, 'language' | 'door' | 'told'>, lastWords = ''): Situation {
  const latest = questions.slice(-MOST_QUESTIONS)
  const unsettled = latest.filter((question) => question.unsettled)
  const about = unsettled.length > 0 ? unsettled : latest.slice(-1)
  const words = about.map(({ text }) => text)
  return { ...known, words: words.length > 0 ? words.join('\n') : lastWords, collections: [...new Set(about.flatMap(({ trace }) => nearCollections(trace)))] }
}

/** Collections of the candidates that come within reach of the best one. */
function nearCollections({ candidates }: Trace): string[] {
  const best = candidates[0]?.confidence ?? 0
  return candidates.filter(({ confidence, collection }) => collection && confidence >= Math.max(0.05, best / 2)).map(({ collection }) => collection)
}
