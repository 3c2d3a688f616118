import type { Trace } from '../answering/answerer.ts'
import type { Situation } from './conditions.ts'
import { toneOf } from './tone.ts'

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

/**
 * What the routing rules look at: the words still unsettled, their topics and tone, and the collections near them; where all is settled, the last question.
 * @param questions of the conversation, the oldest first
 * @param said what the visitor wrote, the newest last; its last line stands for the words of a conversation in which nothing was asked
 */
export function situationOf(
  questions: readonly RoutedQuestion[],
  known: Pick<Situation, 'language' | 'door' | 'told' | 'hour' | 'contacts'>,
  said: readonly string[] = [],
): Situation {
  const latest = questions.slice(-MOST_QUESTIONS)
  const unsettled = latest.filter((question) => question.unsettled)
  const about = unsettled.length > 0 ? unsettled : latest.slice(-1)
  const words = about.map(({ text }) => text)
  return {
    ...known,
    words: words.length > 0 ? words.join('\n') : (said.at(-1) ?? ''),
    collections: [...new Set(about.flatMap(({ trace }) => nearCollections(trace)))],
    topics: [...new Set(about.flatMap(({ topicId }) => topicId ?? []))],
    tone: toneOf(said.length > 0 ? said : questions.map(({ text }) => text)).score,
  }
}

/** Collections of the candidates that come within reach of the best one. */
function nearCollections({ candidates }: Trace): string[] {
  const best = candidates[0]?.confidence ?? 0
  return candidates
    .filter(({ confidence, collection }) => collection && confidence >= Math.max(0.05, best / 2))
    .map(({ collection }) => collection)
}
