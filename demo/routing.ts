import type { Rule } from '@janua/core'
import type { DEMO_RULES } from './people.ts'

/** A rule of the demo's lead as Janua keeps it. @param queue the number of its queue */
export function demoRule(
  { name, words, written, collections, priority, note }: (typeof DEMO_RULES)[number],
  queue: number,
): Rule {
  return {
    name,
    join: 'any',
    conditions: [
      ...(words ? [{ on: 'words' as const, any: words }] : []),
      ...(written ? [{ on: 'words' as const, any: written, as: 'written' as const }] : []),
      ...(collections ? [{ on: 'collection' as const, any: collections }] : []),
    ],
    queue,
    ...(priority && { priority }),
    ...(note && { note }),
  }
}
