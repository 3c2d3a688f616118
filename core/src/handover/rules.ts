import { analyse } from '../text/analyse.ts'
import type { Language } from '../text/language.ts'

/** One condition of a routing rule; a list is met by any of its entries. */
export type Condition =
  | { on: 'words'; any: string[] }
  | { on: 'collection'; any: string[] }
  | { on: 'door'; any: number[] }
  | { on: 'told'; field: string; any: string[] }

export interface Rule {
  name: string
  join: 'all' | 'any'
  conditions: Condition[]
  queue: number
}

export interface Routing {
  rules: Rule[]
  /** The queue when no rule fits. */
  lastResort: number
}

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
}

export interface Routed {
  queue: number
  /** Place of the rule that fitted, from 0; null for the last resort. */
  rule: number | null
  /** In plain words, for the thread and the desk. */
  because: string
}

/** Chooses the queue: the first rule that fits, else the last resort. A rule without conditions never fits. */
export function route(situation: Situation, { rules, lastResort }: Routing): Routed {
  for (const [place, rule] of rules.entries()) {
    const met = rule.conditions.map((condition) => reason(condition, situation))
    const fits = rule.conditions.length > 0 && (rule.join === 'all' ? met.every(Boolean) : met.some(Boolean))
    if (fits) return { queue: rule.queue, rule: place, because: met.filter(Boolean).join(' and ') }
  }
  return { queue: lastResort, rule: null, because: 'no rule fitted' }
}

function reason(condition: Condition, situation: Situation): string | undefined {
  switch (condition.on) {
    case 'words': {
      const hit = condition.any.find((wanted) => says(situation.words, wanted, situation.language))
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
  }
}

/** Whether a text has all content words of a wanted phrase, in any form ("refunds" is met by "refund"). */
function says(text: string, wanted: string, language: Language): boolean {
  const has = new Set(analyse(text, language).map((term) => term.stem))
  const needs = analyse(wanted, language).filter(({ stem }) => !stem.startsWith('#'))
  return needs.length > 0 && needs.every(({ stem }) => has.has(stem))
}
