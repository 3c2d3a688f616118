import { answerQuestion } from '../answering/answerer.ts'
import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import { rank, readQuestion } from '../retrieval/rank.ts'
import type { Place } from './health.ts'

/** Whether asking a phrasing brings its item first, and what comes first instead. */
export interface ReachMark {
  phrasing: string
  /** The item comes first. */
  first: boolean
  /** How sure an answer from the item would be, 0 to 1; 0 when it is not found at all. */
  confidence: number
  beatenBy?: { item: number; title: string; confidence: number }
}

/**
 * Asks each phrasing, and says whether the item comes first.
 * @param item the one that should come first
 * @returns one mark a phrasing, in their order
 */
export function reachMarks(
  index: ReleaseIndex,
  item: number,
  phrasings: readonly string[],
): ReachMark[] {
  return phrasings.map((phrasing) => {
    // Everything counts, and nothing is sure enough to be answered: what matters is what comes first.
    const { candidates } = answerQuestion(index, phrasing, { threshold: 1, team: true }).trace
    const [best] = candidates
    const own = candidates.find((each) => each.item === item)
    const confidence = own?.confidence ?? 0
    if (!best || best === own) return { phrasing, first: best !== undefined, confidence }
    return {
      phrasing,
      first: false,
      confidence,
      beatenBy: { item: best.item, title: best.title, confidence: best.confidence },
    }
  })
}

/**
 * Passages that nothing leads to: none of their own wordings (title, phrasings, headings), asked as a question, brings them first.
 * @param counts whether to look at a passage at all; those that answered lately need no look
 */
export function unreached(
  index: ReleaseIndex,
  counts: (place: Place) => boolean = () => true,
): Place[] {
  const firstBy = new Map<string, number>()
  const comesFirst = (text: string) => {
    const known = firstBy.get(text)
    if (known !== undefined) return known
    const doc = rank(readQuestion(text, index), index, 1)[0]?.doc ?? -1
    firstBy.set(text, doc)
    return doc
  }
  const places: Place[] = []
  for (const doc of index.docs()) {
    const place = { item: index.itemIdOf(doc), ordinal: index.ordinalOf(doc) }
    if (index.itemOf(doc).kind === 'fixed' || !counts(place)) continue
    const ways = index.wordingsOf(doc).reverse() // its own headings before the title, which all passages of the item share
    if (!ways.some(({ text }) => comesFirst(text) === doc)) places.push(place)
  }
  return places
}
