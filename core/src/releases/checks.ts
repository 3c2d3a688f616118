import type { Answer } from '../answering/answer.ts'
import type { Reply } from '../answering/conversation.ts'
import { blocksText } from '../library/blocks.ts'
import { foldLine } from '../text/tokens.ts'

/** What may come of a check's last question. */
export const CHECK_COMES = [
  'answer',
  'does not know',
  'asks back',
  'declines',
  'small talk',
  'anything',
] as const
export type CheckComes = (typeof CHECK_COMES)[number]

/** What must come when a check's conversation is played. */
export interface Expectation {
  comes: CheckComes
  /** The article, document or fixed answer that must answer, or be among what is asked back between. */
  item?: number
  /** Words that the answer must have, and must not have, in any case and spacing. */
  contains: string[]
  lacks: string[]
  /** The queue to which the conversation would go. */
  queue?: number
}

/** What came. */
export interface CheckGot {
  reply: Reply | undefined
  queue?: number
}

/** How items and queues are called in sentences. */
export interface Names {
  item(id: number): string
  queue(id: number): string
}

/**
 * Holds what came against what must come.
 * @returns what is wrong, in plain words; empty when the check passes
 */
export function problemsOf(
  expected: Expectation,
  { reply, queue }: CheckGot,
  names: Names,
): string[] {
  const answer = reply?.asked.at(-1)?.answer
  const came = comesOf(reply, answer)
  const problems: string[] = []
  if (expected.comes !== 'anything' && came !== expected.comes)
    problems.push(`should ${SHOULD[expected.comes]}, but ${told(came, answer)}`)
  else problems.push(...wrongItem(expected, answer, names))
  const text = plain(
    (answer?.blocks ?? reply?.smallTalk?.replies.en ?? []) as Answer['blocks'] | string,
  )
  for (const words of expected.contains)
    if (!text.includes(plain(words))) problems.push(`does not say “${words}”`)
  for (const words of expected.lacks)
    if (text.includes(plain(words))) problems.push(`says “${words}”`)
  if (expected.queue !== undefined && queue !== expected.queue)
    problems.push(
      `would go to ${queue === undefined ? 'no queue' : names.queue(queue)}, not to ${names.queue(expected.queue)}`,
    )
  return problems
}

const SHOULD: Record<CheckComes, string> = {
  answer: 'be answered',
  'does not know': 'not be known',
  'asks back': 'be asked back about',
  declines: 'be declined',
  'small talk': 'be taken as small talk',
  anything: 'be said anything to',
}

function comesOf(reply: Reply | undefined, answer: Answer | undefined): CheckComes {
  if (reply?.smallTalk) return 'small talk'
  switch (answer?.outcome) {
    case 'answered':
      return 'answer'
    case 'clarifying':
      return 'asks back'
    case 'declined':
      return 'declines'
    default:
      return answer ? 'does not know' : 'anything'
  }
}

function told(came: CheckComes, answer: Answer | undefined): string {
  const from = answer?.sources[0]?.title
  return {
    answer: `is answered from “${from}”`,
    'does not know': 'is not known',
    'asks back': 'is asked back about',
    declines: 'is declined',
    'small talk': 'is taken as small talk',
    anything: 'nothing is asked',
  }[came]
}

function wrongItem({ item }: Expectation, answer: Answer | undefined, names: Names): string[] {
  if (item === undefined) return []
  const places = answer?.readings ?? answer?.sources ?? []
  if (places.some((place) => place.item === item)) return []
  const came = [...new Set(places.map(({ title }) => `“${title}”`))].join(', ')
  return [`should come from “${names.item(item)}”, not ${came ? `from ${came}` : 'from nowhere'}`]
}

function plain(said: Answer['blocks'] | string): string {
  return foldLine(typeof said === 'string' ? said : blocksText(said))
}
