import type { Condition } from '@janua/core'

export type ConditionKind = Condition['on']

/** What a rule can look at, in the words of the page. */
export const KINDS: { value: ConditionKind; label: string }[] = [
  { value: 'words', label: 'the visitor wrote' },
  { value: 'topic', label: 'its topic' },
  { value: 'collection', label: 'nearest passages are in' },
  { value: 'looks like', label: 'looks like (learnt)' },
  { value: 'told', label: 'told us' },
  { value: 'door', label: 'came through' },
  { value: 'language', label: 'language' },
  { value: 'hour', label: 'hour of the day' },
  { value: 'tone', label: 'impatient or distressed, from' },
  { value: 'contacts', label: 'earlier contacts, from' },
]

/** An empty condition of a kind. @param queue that a learnt one looks like */
export function freshCondition(on: ConditionKind, queue: number): Condition {
  switch (on) {
    case 'told':
      return { on, field: 'mail', any: [] }
    case 'hour':
      return { on, from: 18, to: 8 }
    case 'tone':
      return { on, atLeast: 0.5 }
    case 'contacts':
      return { on, atLeast: 2 }
    case 'looks like':
      return { on, queue, atLeast: 0.8 }
    case 'words':
    case 'collection':
      return { on, any: [] }
    case 'door':
      return { on, any: [] }
    case 'language':
      return { on, any: [] }
    case 'topic':
      return { on, any: [] }
  }
}
