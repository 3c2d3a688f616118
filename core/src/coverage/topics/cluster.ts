import { Heap } from './heap.ts'
import { neighbours } from './neighbours.ts'
import type { SparseVector } from './vectors.ts'

/** Corrections of the lead: pairs of questions that belong together, and pairs that do not. */
export interface Constraints {
  together: readonly (readonly [number, number])[]
  apart: readonly (readonly [number, number])[]
}

export interface ClusterSettings {
  /** Clusters are put together while they are at least this near, 0 to 1. */
  least?: number
  constraints?: Constraints
}

/** Set on the two labelled sets of the bench. */
export const LEAST = 0.38
/** So many nearest others of a vector are looked at: pairs beyond count as 0, so large topics want many, and long lists can have few. */
const NEIGHBOURS = { least: 30, most: 150, inAll: 600_000 }
const NEAREST = 0.1

/** What is known of the pairs between two clusters: the sum of their cosines, and the greatest. */
interface Link {
  sum: number
  nearest: number
}
interface Cluster {
  members: number[]
  links: Map<number, Link>
  version: number
}
interface Offer {
  a: number
  b: number
  near: number
  versions: number
}

/**
 * Puts vectors together that say the same, from the nearest pair on. How near two clusters are is the mean of their nearest pair and of the
 * average over all pairs: the one lets a topic grow by its odd wordings, the other keeps topics from being chained together. Of each vector only
 * the nearest others are looked at; pairs beyond count as 0.
 * @returns for each vector the number of its cluster, from 0 in the order of their first members; whoever stands alone has one of their own
 * @see G. N. Lance, W. T. Williams, "A general theory of classificatory sorting strategies" (1967), for single and average linkage and their updating
 */
export function cluster(
  vectors: readonly SparseVector[],
  { least = LEAST, constraints }: ClusterSettings = {},
): number[] {
  const clusters = singles(vectors)
  const apart = apartFrom(constraints)
  const heap = new Heap<Offer>(
    (x, y) => x.near > y.near || (x.near === y.near && (x.a < y.a || (x.a === y.a && x.b < y.b))),
  )
  const offer = (a: number, b: number, link: Link) => {
    const [one, other] = [clusters[a]!, clusters[b]!]
    const near = (link.nearest + link.sum / (one.members.length * other.members.length)) / 2
    if (near >= least)
      heap.push({
        a: Math.min(a, b),
        b: Math.max(a, b),
        near,
        versions: one.version + other.version,
      })
  }
  bind(constraints?.together ?? [], clusters)
  for (const [a, each] of clusters.entries())
    for (const [b, link] of each?.links ?? []) if (a < b) offer(a, b, link)
  for (let best = heap.pop(); best; best = heap.pop()) {
    const [one, other] = [clusters[best.a], clusters[best.b]]
    if (!one || !other || one.version + other.version !== best.versions) continue
    if (
      apart.size > 0 &&
      one.members.some((member) =>
        other.members.some((against) => apart.has(`${member} ${against}`)),
      )
    )
      continue
    join(best.a, best.b, clusters)
    for (const [c, link] of one.links) offer(best.a, c, link)
  }
  return numbered(clusters, vectors.length)
}

function singles(vectors: readonly SparseVector[]): (Cluster | undefined)[] {
  const clusters = vectors.map((_, i): Cluster => ({ members: [i], links: new Map(), version: 0 }))
  const most = Math.min(
    NEIGHBOURS.most,
    Math.max(NEIGHBOURS.least, Math.floor(NEIGHBOURS.inAll / Math.max(1, vectors.length))),
  )
  for (const [i, some] of neighbours(vectors, most, NEAREST).entries())
    for (const { to, near } of some) {
      clusters[i]!.links.set(to, { sum: near, nearest: near })
      clusters[to]!.links.set(i, { sum: near, nearest: near })
    }
  return clusters
}

/** The second goes into the first, and its links with it. */
function join(a: number, b: number, clusters: (Cluster | undefined)[]): void {
  const [one, other] = [clusters[a]!, clusters[b]!]
  one.members.push(...other.members)
  one.version += other.version + 1
  one.links.delete(b)
  for (const [c, link] of other.links) {
    if (c === a) continue
    const known = one.links.get(c)
    const merged = known
      ? { sum: known.sum + link.sum, nearest: Math.max(known.nearest, link.nearest) }
      : link
    one.links.set(c, merged)
    const back = clusters[c]!.links
    back.delete(b)
    back.set(a, merged)
  }
  clusters[b] = undefined
}

/** What the lead put together is together before anything else is looked at. */
function bind(pairs: Constraints['together'], clusters: (Cluster | undefined)[]): void {
  const into = [...clusters.keys()]
  const holderOf = (member: number): number =>
    into[member] === member ? member : (into[member] = holderOf(into[member]!))
  for (const [a, b] of pairs) {
    const [one, other] = [holderOf(a), holderOf(b)]
    if (one === other) continue
    join(Math.min(one, other), Math.max(one, other), clusters)
    into[Math.max(one, other)] = Math.min(one, other)
  }
}

function apartFrom(constraints: Constraints | undefined): Set<string> {
  return new Set((constraints?.apart ?? []).flatMap(([a, b]) => [`${a} ${b}`, `${b} ${a}`]))
}

function numbered(clusters: readonly (Cluster | undefined)[], n: number): number[] {
  const labels = new Array<number>(n).fill(-1)
  const there = clusters
    .flatMap((each) => (each ? [each] : []))
    .sort((a, b) => Math.min(...a.members) - Math.min(...b.members))
  for (const [number, { members }] of there.entries())
    for (const member of members) labels[member] = number
  return labels
}
