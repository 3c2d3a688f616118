import type { Language } from '../text/language.ts'
import type { Priority } from './rules.ts'

/** Minutes within which somebody is to be there, by priority; each queue may have its own. */
export type Targets = Record<Priority, number>

/** What the order of a queue looks at; moments in milliseconds. */
export interface InQueue {
  id: number
  /** Asked for a person, plus the target of its priority. */
  dueAt: number
  askedAt: number
}

/**
 * The one order of a queue: who is due first; of those due at once, who asked first. As the due time of nobody moves back, nobody starves:
 * a conversation is passed only by such as are due before it, of which there can be only finitely many.
 * @returns negative when `a` goes first, as sorting wants it; times in milliseconds
 */
export function byDueTime(a: InQueue, b: InQueue): number {
  return a.dueAt - b.dueAt || a.askedAt - b.askedAt || a.id - b.id
}

/** Somebody at their desk to whom a conversation may be offered. */
export interface Candidate {
  id: number
  /** Conversations that they have, and may have at once. */
  open: number
  atOnce: number
  /** Languages that they write; none named means all. */
  languages: Language[]
  /** Topics that they know best. */
  topics: number[]
  /** When something was last offered to them or taken by them; 0 for never. */
  lastTurn: number
}

/** The occupied share of somebody's slots, 0 to 1. */
const load = ({ open, atOnce }: Candidate) => open / Math.max(1, atOnce)

/**
 * Whose turn it is: of those with a free slot who write the language, who knows the topic; then who has had no turn for the longest; then who has least to do.
 * @param passed who has had this conversation offered already and let it go
 * @returns null when nobody is left
 */
export function nextInTurn(
  candidates: readonly Candidate[],
  { language, topics }: { language: Language; topics: readonly number[] },
  passed: ReadonlySet<number>,
): number | null {
  const able = candidates.filter(
    ({ id, open, atOnce, languages }) =>
      open < atOnce && !passed.has(id) && (languages.length === 0 || languages.includes(language)),
  )
  const knows = (candidate: Candidate) =>
    candidate.topics.some((topic) => topics.includes(topic)) ? 0 : 1
  const [next] = [...able].sort(
    (a, b) => knows(a) - knows(b) || a.lastTurn - b.lastTurn || load(a) - load(b) || a.id - b.id,
  )
  return next?.id ?? null
}
