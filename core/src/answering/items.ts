import { type Passage, splitParts, splitPassages } from '../library/passages.ts'
import type { Part } from '../library/parts.ts'

/** When, where and for whom something holds; days as "2026-12-24", both inclusive, null for no limit. */
export interface Holds {
  from: string | null
  until: string | null
  /** Keys of the doors; empty for all. */
  doors: string[]
  /** Everybody, when not given; else the team alone, who see it where they are signed in. */
  audience?: 'team'
}

/** Whether it does not hold always, everywhere and for everybody. */
export function isLimited(holds: Holds | undefined): boolean {
  return (
    holds !== undefined &&
    (holds.from !== null ||
      holds.until !== null ||
      holds.doors.length > 0 ||
      holds.audience !== undefined)
  )
}

/** What a release says of one article, document or fixed answer. */
export interface ContentItem {
  id: number
  revision: number
  kind: 'article' | 'fixed' | 'document'
  title: string
  /** Questions that this content answers, in the words people use. */
  phrasings: string[]
  collection: string
  /** Markdown; of a document, empty. */
  body: string
  /** The parts of a document. */
  parts?: Part[]
  holds?: Holds
}

/** The passages of an item; a fixed answer is one passage, as it is given word for word. */
export function passagesOf(item: Pick<ContentItem, 'kind' | 'body' | 'parts'>): Passage[] {
  if (item.parts) return splitParts(item.parts)
  const passages = splitPassages(item.body)
  if (item.kind !== 'fixed' || passages.length < 2) return passages
  return [
    {
      ...passages[0]!,
      blocks: passages.flatMap(({ blocks }) => blocks),
      text: passages.map(({ text }) => text).join('\n'),
    },
  ]
}

/** Why an item does not count for a question asked on this day at this door; undefined when it does. */
export function leftOutBecause(
  { holds }: Pick<ContentItem, 'holds'>,
  { day, door, team = false }: { day?: string; door?: string; team?: boolean },
): string | undefined {
  if (!holds) return undefined
  if (holds.from && day && day < holds.from) return `holds only from ${holds.from}`
  if (holds.until && day && day > holds.until) return `held until ${holds.until}`
  if (holds.doors.length > 0 && door && !holds.doors.includes(door))
    return `holds only at: ${holds.doors.join(', ')}`
  if (holds.audience === 'team' && !team) return 'is for the team only'
  return undefined
}
