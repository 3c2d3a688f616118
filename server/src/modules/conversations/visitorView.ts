import type { MessageKind } from '@janua/contracts'

const ANSWER = [
  'question',
  'outcome',
  'kind',
  'confidence',
  'release',
  'blocks',
  'sources',
  'near',
  'readings',
  'reworded',
  'about',
  'carried',
  'vote',
  'savedByAsking',
  'wantsPerson',
]

/** What of a message's data visitors get, by its kind; nothing of any other kind, and nothing that is not named here. */
const SHOWN: Partial<Record<MessageKind, readonly string[]>> = {
  text: ['by', 'left'],
  answer: ANSWER,
  contact: ['reason'],
  offer: ['reason'],
  'handed over': ['reason', 'present'],
  case: ['number', 'phone'],
  closed: ['by', 'outcome'],
  resumed: ['by'],
  file: ['file', 'type', 'size'],
  away: ['why', 'changesAt', 'seconds', 'ways', 'reason'],
  rated: ['stars'],
}

/**
 * The data of a message as its visitor gets it. Why it was moved and to whom, which rule sent it to which queue, and what the team
 * said of an answer are the team's own.
 */
export function dataForVisitor(
  kind: MessageKind,
  data: Record<string, unknown> | null,
): Record<string, unknown> | undefined {
  const shown = Object.entries(data ?? {}).filter(([key]) => SHOWN[kind]?.includes(key))
  return shown.length > 0 ? Object.fromEntries(shown) : undefined
}
