import { dot, latentVectors } from './latent.ts'
import { cosine, type SparseVector } from './vectors.ts'

export interface Neighbour {
  to: number
  /** How near: of the signs' cosine and the latent one's, each its part. */
  near: number
}

/** The part that latent vectors have in how near two questions are; set on the two labelled sets of the bench. */
const LATENT = 0.2

/** So many places of others are looked at for a vector, its strongest signs first: the weakest signs are shared by almost all. */
const LOOKED_AT = 1_500
/** Of those that share the strongest signs, this many times the wanted number are compared in full. */
const COMPARED = 3

/**
 * For each vector the nearest others, the nearest first: at most `most`, none below `least`. Exact as long as a vector's signs are not shared
 * by thousands; beyond that the nearest by the strongest signs.
 * @param from only for the vectors from this place on
 */
export function neighbours(
  vectors: readonly SparseVector[],
  most: number,
  least: number,
  from = 0,
): Neighbour[][] {
  const latent = latentVectors(vectors)
  const postings = postingsOf(vectors)
  const sums = new Float32Array(vectors.length)
  return vectors.slice(from).map((vector, place) => {
    const near = sharing(vector, postings, sums, most * COMPARED + 1)
      .filter((to) => to !== from + place)
      .map((to): Neighbour => ({
        to,
        near:
          (1 - LATENT) * cosine(vector, vectors[to]!) +
          LATENT * Math.max(0, dot(latent[from + place]!, latent[to]!)),
      }))
    return near
      .filter((each) => each.near >= least)
      .sort((a, b) => b.near - a.near || a.to - b.to)
      .slice(0, most)
  })
}

/** Who has each place, and with what value. */
interface Posting {
  to: Uint32Array
  values: Float32Array
}

function postingsOf(vectors: readonly SparseVector[]): Posting[] {
  const counts: number[] = []
  for (const { places } of vectors)
    for (const place of places) counts[place] = (counts[place] ?? 0) + 1
  const postings = Array.from(counts, (count = 0): Posting => ({
    to: new Uint32Array(count),
    values: new Float32Array(count),
  }))
  const filled = new Uint32Array(counts.length)
  for (const [to, { places, values }] of vectors.entries())
    for (let i = 0; i < places.length; i++) {
      const at = filled[places[i]!]!++
      postings[places[i]!]!.to[at] = to
      postings[places[i]!]!.values[at] = values[i]!
    }
  return postings
}

/** The most of those who share the strongest signs, by as much of the cosine as these make. @param sums all nought, and left so */
function sharing(
  { places, values }: SparseVector,
  postings: readonly Posting[],
  sums: Float32Array,
  most: number,
): number[] {
  const touched: number[] = []
  let left = LOOKED_AT
  for (const i of [...places.keys()].sort((a, b) => values[b]! - values[a]!)) {
    const posting = postings[places[i]!]!
    if (posting.to.length > left && touched.length > 0) break
    left -= posting.to.length
    for (let p = 0; p < posting.to.length; p++) {
      const to = posting.to[p]!
      if (sums[to] === 0) touched.push(to)
      sums[to]! += posting.values[p]! * values[i]!
    }
  }
  const least =
    touched.length > most
      ? greatestAbove(
          Float32Array.from(touched, (to) => sums[to]!),
          most,
        )
      : 0
  const near = touched.filter((to) => sums[to]! >= least)
  for (const to of touched) sums[to] = 0
  return near
}

/** The value that `most` of the values reach. */
function greatestAbove(values: Float32Array, most: number): number {
  return values.sort()[values.length - most]!
}
