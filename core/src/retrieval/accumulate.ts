import { IMPACT_STEP, postingOf, type Segment } from './segment.ts'
import { strongest } from './strongest.ts'

/** A term to look up in a segment, and what it weighs. */
export interface LookedUp {
  term: number
  weight: number
}

export interface Scored {
  doc: number
  score: number
}

/** Lists shorter than this are read without asking whether they could be spared. */
const SHORT_LIST = 1_000
const NO_LIMIT = -1

/**
 * The passages of a segment with the largest sums of weight × impact; exactly those, though most postings of common words are not
 * read: once what the remaining terms could add is less than what the weakest of the best has, no new passage can get in.
 * @param counts whether a passage counts at all
 * @see H. Turtle, J. Flood, Query evaluation: strategies and optimizations (1995), term-at-a-time with a maximum score
 */
export function accumulate(segment: Segment, terms: readonly LookedUp[], most: number, counts?: (doc: number) => boolean): Scored[] {
  const { offsets, docs, impacts, ceilings } = segment
  const ordered = [...terms].sort((a, b) => b.weight - a.weight)
  const could = (from: number) => ordered.slice(from).reduce((sum, { term, weight }) => sum + weight * ceilings[term]! * IMPACT_STEP, 0)
  const { scores, touched } = scratchOf(segment)
  let met = 0
  let open = true
  let candidates: ArrayLike<number> = touched
  for (const [i, { term, weight }] of ordered.entries()) {
    const [from, to] = [offsets[term]!, offsets[term + 1]!]
    if (open && met >= most && to - from > SHORT_LIST) {
      const least = weakest(segment, touched.subarray(0, met), { scores, most, counts })
      const rest = could(i)
      if (rest < least) {
        open = false
        candidates = touched.subarray(0, met).filter((doc) => scores[doc]! + rest >= least)
      }
    }
    const scale = weight * IMPACT_STEP
    if (open)
      for (let at = from; at < to; at++) {
        const doc = docs[at]!
        if (scores[doc] === 0) touched[met++] = doc
        scores[doc]! += scale * impacts[at]!
      }
    else addTo(candidates, segment, term, scale, scores)
  }
  const all = open ? touched.subarray(0, met) : candidates
  const wanted = counts ? Array.from(all).filter(counts) : all
  const best = strongest(wanted, most, byScore(segment, scores)).map((doc) => ({ doc, score: scores[doc]! }))
  for (let i = 0; i < met; i++) scores[touched[i]!] = 0
  return best
}

function addTo(candidates: ArrayLike<number>, segment: Segment, term: number, scale: number, scores: Float32Array): void {
  const { offsets, docs, impacts } = segment
  const end = offsets[term + 1]!
  if (candidates.length * 16 < end - offsets[term]!) {
    for (let i = 0; i < candidates.length; i++) {
      const at = postingOf(segment, term, candidates[i]!)
      if (at >= 0) scores[candidates[i]!]! += scale * impacts[at]!
    }
    return
  }
  for (let at = offsets[term]!; at < end; at++) if (scores[docs[at]!]! > 0) scores[docs[at]!]! += scale * impacts[at]!
}

/** Of equal scores the item with the lower id comes first: a ranking does not depend on the order in which items were added. */
function byScore({ itemIds, passageItem }: Segment, scores: Float32Array): (a: number, b: number) => number {
  return (a, b) => scores[a]! - scores[b]! || itemIds[passageItem[b]!]! - itemIds[passageItem[a]!]! || b - a
}

/** The score of the `most`-th best so far, or NO_LIMIT when fewer count. */
function weakest(segment: Segment, touched: Uint32Array, { scores, most, counts }: { scores: Float32Array; most: number; counts?: (doc: number) => boolean }): number {
  const kept = strongest(counts ? touched.filter(counts) : touched, most, byScore(segment, scores))
  return kept.length < most ? NO_LIMIT : scores[kept.at(-1)!]!
}

const scratch = new WeakMap<Segment, { scores: Float32Array; touched: Uint32Array }>()

function scratchOf(segment: Segment): { scores: Float32Array; touched: Uint32Array } {
  let own = scratch.get(segment)
  if (!own) scratch.set(segment, (own = { scores: new Float32Array(segment.passageItem.length), touched: new Uint32Array(segment.passageItem.length) }))
  return own
}
