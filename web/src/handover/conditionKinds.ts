import { t } from '../shell/i18n.ts'
import type { Condition } from '@janua/core'

export type ConditionKind = Condition['on']

/** What a rule can look at, in the words of the page. */
export const KINDS: { value: ConditionKind; label: string }[] = [
  { value: 'words', label: t('handover.conditionKinds.theVisitorWrote') },
  { value: 'topic', label: t('handover.conditionKinds.itsTopic') },
  { value: 'collection', label: t('handover.conditionKinds.nearestPassagesAreIn') },
  { value: 'looks like', label: t('handover.conditionKinds.looksLikeLearnt') },
  { value: 'told', label: t('handover.conditionKinds.toldUs') },
  { value: 'door', label: t('handover.conditionKinds.cameThrough') },
  { value: 'language', label: t('handover.conditionKinds.language') },
  { value: 'hour', label: t('handover.conditionKinds.hourOfTheDay') },
  { value: 'tone', label: t('handover.conditionKinds.impatientOrDistressedFrom') },
  { value: 'contacts', label: t('handover.conditionKinds.earlierContactsFrom') },
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
