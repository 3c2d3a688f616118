import { kthLargest } from './kthLargest.ts'
import { IMPACT_STEP, postingOf, type Segment } from './segment.ts'

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
const SHORT_LIST = 500
/** As few candidates as this are not thinned out further. */
const FEW = 200

/**
 * The passages of a segment with the largest sums of weight × impact; exactly those, though most postings of common words are not
 * read: once what the remaining terms could add is less than what the weakest of the best has, no new passage can get in.
 * Of equal scores the item with the lower id comes first, so that a ranking does not depend on the order in which items were added.
 * @param counts whether a passage counts at all
 * @see H. Turtle, J. Flood, Query evaluation: strategies and optimizations (1995), term-at-a-time with a maximum score
 */
export function accumulate(
  segment: Segment,
  terms: readonly LookedUp[],
  most: number,
  counts?: (doc: number) => boolean,
): Scored[] {
  const { offsets, docs, impacts, itemIds, passageItem } = segment
  const ordered = [...terms].sort((a, b) => b.weight - a.weight)
  const rest = restOf(ordered, segment)
  const { scores, touched } = scratchOf(segment)
  let met = 0
  let closed: Uint32Array | undefined
  for (const [i, { term, weight }] of ordered.entries()) {
    const [from, to] = [offsets[term]!, offsets[term + 1]!]
    const sofar: Uint32Array = closed ?? touched.subarray(0, met)
    const worthAsking =
      sofar.length > FEW && to - from > SHORT_LIST && rest[i]! < rest[0]! - rest[i]!
    const least = worthAsking ? kthLargest(scores, sofar, most, counts) : 0
    if (worthAsking && (closed || rest[i]! < least))
      closed = reaching(sofar, scores, least - rest[i]!)
    const scale = weight * IMPACT_STEP
    if (closed) addTo(closed, segment, term, scale, scores)
    else
      for (let at = from; at < to; at++) {
        const doc = docs[at]!
        if (scores[doc] === 0) touched[met++] = doc
        scores[doc]! += scale * impacts[at]!
      }
  }
  const all = closed ?? touched.subarray(0, met)
  const least = kthLargest(scores, all, most, counts)
  const best = Array.from(reaching(all, scores, least))
    .filter((doc) => !counts || counts(doc))
    .sort(
      (a, b) =>
        scores[b]! - scores[a]! || itemIds[passageItem[a]!]! - itemIds[passageItem[b]!]! || a - b,
    )
    .slice(0, most)
    .map((doc) => ({ doc, score: scores[doc]! }))
  for (let i = 0; i < met; i++) scores[touched[i]!] = 0
  return best
}

/** Those that have a score at least; a loop, as `filter` calls back for each. */
function reaching(docs: Uint32Array, scores: Float32Array, atLeast: number): Uint32Array {
  const kept = new Uint32Array(docs.length)
  let count = 0
  for (let i = 0; i < docs.length; i++) if (scores[docs[i]!]! >= atLeast) kept[count++] = docs[i]!
  return kept.subarray(0, count)
}

/** What the terms from each place on could add at most. */
function restOf(ordered: readonly LookedUp[], { ceilings }: Segment): number[] {
  const rest = new Array<number>(ordered.length + 1).fill(0)
  for (let i = ordered.length - 1; i >= 0; i--)
    rest[i] = rest[i + 1]! + ordered[i]!.weight * ceilings[ordered[i]!.term]! * IMPACT_STEP
  return rest
}

function addTo(
  candidates: Uint32Array,
  segment: Segment,
  term: number,
  scale: number,
  scores: Float32Array,
): void {
  const { offsets, docs, impacts } = segment
  const end = offsets[term + 1]!
  if (candidates.length * 16 < end - offsets[term]!) {
    for (let i = 0; i < candidates.length; i++) {
      const at = postingOf(segment, term, candidates[i]!)
      if (at >= 0) scores[candidates[i]!]! += scale * impacts[at]!
    }
    return
  }
  for (let at = offsets[term]!; at < end; at++)
    if (scores[docs[at]!]! > 0) scores[docs[at]!]! += scale * impacts[at]!
}

const scratch = new WeakMap<Segment, { scores: Float32Array; touched: Uint32Array }>()

function scratchOf(segment: Segment): { scores: Float32Array; touched: Uint32Array } {
  let own = scratch.get(segment)
  if (!own)
    scratch.set(
      segment,
      (own = {
        scores: new Float32Array(segment.passageItem.length),
        touched: new Uint32Array(segment.passageItem.length),
      }),
    )
  return own
}
