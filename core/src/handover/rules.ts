import { likeliest, type QueueClassifier, signsFor } from './classifier.ts'
import { type Condition, reasonMet } from './conditions.ts'
import type { Situation } from './situation.ts'

/** How soon somebody is to be there. */
export const PRIORITIES = ['high', 'normal', 'low'] as const
export type Priority = (typeof PRIORITIES)[number]

export interface Rule {
  name: string
  join: 'all' | 'any'
  conditions: Condition[]
  queue: number
  /** Normal where none is given. */
  priority?: Priority
  /** Minutes until somebody is to be there; the queue's own target where none is given. */
  targetMinutes?: number
  /** A word to the agent, shown in the brief. */
  note?: string
}

export interface Routing {
  rules: Rule[]
  /** The queue when no rule fits, and the classifier is not sure enough. */
  lastResort: number
  /** Number of the classifier that conditions and the last resort look at, frozen with the release; none where it is not used. */
  model?: number | null
  /** How sure the classifier must be to have its word before the last resort; null when it has none. */
  learnedAtLeast?: number | null
}

export interface Routed {
  queue: number
  /** Place of the rule that fitted, from 0; null for the classifier and the last resort. */
  rule: number | null
  by: 'rule' | 'classifier' | 'last resort'
  /** In plain words, for the thread and the desk. */
  because: string
  priority: Priority
  targetMinutes?: number
  note?: string
}

/**
 * Chooses the queue: the first rule that fits; else the classifier's likeliest queue when it is sure enough; else the last resort.
 * A rule without conditions never fits.
 * @returns the queue, and by which rule or how surely it was chosen
 */
export function route(
  situation: Situation,
  { rules, lastResort, learnedAtLeast }: Routing,
  classifier?: QueueClassifier,
): Routed {
  for (const [place, rule] of rules.entries()) {
    const because = whyFits(rule, situation, classifier)
    if (because === undefined) continue
    const { queue, priority = 'normal', targetMinutes, note } = rule
    return {
      queue,
      rule: place,
      by: 'rule',
      because,
      priority,
      ...(targetMinutes !== undefined && { targetMinutes }),
      ...(note && { note }),
    }
  }
  const best =
    typeof learnedAtLeast === 'number' && classifier
      ? likeliest(classifier, situation)[0]
      : undefined
  if (best && best.p >= learnedAtLeast!)
    return {
      queue: best.queue,
      rule: null,
      by: 'classifier',
      because: `learnt from past hand-overs, ${best.p.toFixed(2)} sure: ${signsFor(classifier!, situation, best.queue).join(', ') || 'nothing that stands out'}`,
      priority: 'normal',
    }
  return {
    queue: lastResort,
    rule: null,
    by: 'last resort',
    because: 'no rule fitted',
    priority: 'normal',
  }
}

/**
 * Why a rule fits a situation, in plain words; undefined when it does not.
 * @returns the reasons of the conditions that are met, joined
 */
export function whyFits(
  { join, conditions }: Pick<Rule, 'join' | 'conditions'>,
  situation: Situation,
  classifier?: QueueClassifier,
): string | undefined {
  const met = conditions.map((condition) => reasonMet(condition, situation, classifier))
  const fits =
    conditions.length > 0 &&
    (join === 'all'
      ? met.every((reason) => reason !== undefined)
      : met.some((reason) => reason !== undefined))
  return fits ? met.filter((reason) => reason !== undefined).join(' and ') : undefined
}
