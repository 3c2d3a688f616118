import type { SparseVector } from './vectors.ts'

export interface Neighbour {
  to: number
  cosine: number
}

/** Places that so many vectors have are only looked at for questions that have hardly anything else. */
const LONG = 3_000

/** For each vector the nearest others, the nearest first: at most `most`, none below `least`. Each pair is found from both sides. */
export function neighbours(vectors: readonly SparseVector[], most: number, least: number): Neighbour[][] {
  const postings = new Map<number, { to: number; value: number }[]>()
  for (const [to, { places, values }] of vectors.entries())
    for (let i = 0; i < places.length; i++) {
      const list = postings.get(places[i]!)
      if (list) list.push({ to, value: values[i]! })
      else postings.set(places[i]!, [{ to, value: values[i]! }])
    }
  const sums = new Float32Array(vectors.length)
  return vectors.map(({ places, values }, from) => {
    const touched: number[] = []
    for (let i = 0; i < places.length; i++) {
      const list = postings.get(places[i]!)!
      if (list.length > LONG && places.length > 3) continue
      for (const { to, value } of list) {
        if (sums[to] === 0) touched.push(to)
        sums[to]! += value * values[i]!
      }
    }
    const near = touched.filter((to) => to !== from && sums[to]! >= least).map((to) => ({ to, cosine: sums[to]! }))
    for (const to of touched) sums[to] = 0
    return near.sort((a, b) => b.cosine - a.cosine || a.to - b.to).slice(0, most)
  })
}
