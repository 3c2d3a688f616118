import type { ContentItem } from '../answering/items.ts'
import type { KnownVectors } from '../meaning/meaningPart.ts'
import { numberOf } from './dictionary.ts'
import { countsOf, type IndexPart, partOf, ReleaseIndex, withPart } from './releaseIndex.ts'
import { postingsWithin } from './segment.ts'
import { stringAt } from './strings.ts'

export interface IndexChange extends KnownVectors {
  /** Items that are new or have changed. */
  put?: readonly ContentItem[]
  /** Ids of items that are no longer there. */
  remove?: readonly number[]
}

/**
 * The index with some items changed, the rest untouched and shared: the time depends on what changed, not on the library.
 * Rankings are those of an index built anew.
 */
export function changeIndex(
  index: ReleaseIndex,
  { put = [], remove = [], ...known }: IndexChange,
): ReleaseIndex {
  let changed = index
  for (const item of [...remove, ...put.map(({ id }) => id)]) changed = without(changed, item)
  return put.length === 0 ? changed : withPart(changed, partOf(put, index.settings, known))
}

/** The index as if some of its passages had never been there. */
export function hideDocs(index: ReleaseIndex, hidden: (doc: number) => boolean): ReleaseIndex {
  let left = new ReleaseIndex([], index.settings)
  for (const part of index.parts) {
    const { segment, base, gone } = part
    const flags = Uint8Array.from(segment.passageItem, (_, at) =>
      gone?.[at] === 1 || hidden(base + at) ? 1 : 0,
    )
    left = withPart(left, { ...part, counts: countsOf(segment) }, flags)
  }
  return left
}

function without(index: ReleaseIndex, item: number): ReleaseIndex {
  const at = index.parts.findIndex((part) => presentItem(part, item) >= 0)
  if (at < 0) return index
  const part = index.parts[at]!
  const place = presentItem(part, item)
  const { segment } = part
  const [first, end] = [segment.itemFirst[place]!, segment.itemFirst[place + 1]!]
  const gone = part.gone?.slice() ?? new Uint8Array(segment.passageItem.length)
  gone.fill(1, first, end)
  const parts = index.parts.map((each) => ({
    ...each,
    counts: each.counts.slice(),
    ...(each === part && { gone }),
  }))
  for (let term = 0; term < segment.terms.size; term++) {
    const lost = postingsWithin(segment, term, first, end)
    if (lost > 0) countDown(parts, stringAt(segment.terms.strings, term), lost)
  }
  return new ReleaseIndex(
    rebased(parts.filter((each) => each.gone?.includes(0) ?? true)),
    index.settings,
  )
}

/** Place of an item in a part, or −1 when it is not there or gone. */
function presentItem({ segment, gone }: IndexPart, item: number): number {
  const place = segment.itemIds.lastIndexOf(item)
  return place >= 0 &&
    segment.itemFirst[place]! < segment.itemFirst[place + 1]! &&
    gone?.[segment.itemFirst[place]!] !== 1
    ? place
    : -1
}

function countDown(parts: readonly IndexPart[], stem: string, lost: number): void {
  for (const { segment, counts } of parts) {
    const term = numberOf(segment.terms, stem)
    if (term >= 0) counts[term]! -= lost
  }
}

/** A part that is wholly gone leaves, and those behind it move up. */
function rebased(parts: readonly IndexPart[]): IndexPart[] {
  let base = 0
  return parts.map((part) => {
    const moved = { ...part, base }
    base += part.segment.passageItem.length
    return moved
  })
}
