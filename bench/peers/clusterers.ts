import { cluster, cosine, middleOf, seeded, type SparseVector } from '@janua/core'
import { peerPackage } from './packages.ts'

/** Groups by density; `run` gives the members of each group by their places. */
interface DensityPackage {
  DBSCAN: new () => {
    run<T>(data: T[], reach: number, least: number, distance: (a: T, b: T) => number): number[][]
  }
}

/** Puts vectors into groups: a number for each; who is in none gets a number of its own. */
export type Clusterer = (vectors: readonly SparseVector[], trueCount: number) => number[]

const SEED = 5
const ROUNDS = 30
/** The best of these reaches is taken for the peer, as nobody would know it beforehand. */
export const REACHES = [0.45, 0.5, 0.55, 0.6, 0.65, 0.7]

export const janua: Clusterer = (vectors) => cluster(vectors)

/** k-means by cosine, seeded by distance (k-means++), given the true number of groups. */
export const kMeans: Clusterer = (vectors, trueCount) => {
  const random = seeded(SEED)
  const middles = [vectors[Math.floor(random() * vectors.length)]!]
  const farthest = vectors.map(() => 2)
  while (middles.length < trueCount) {
    for (const [i, vector] of vectors.entries())
      farthest[i] = Math.min(farthest[i]!, 1 - cosine(vector, middles.at(-1)!))
    let left = random() * farthest.reduce((sum, distance) => sum + distance, 0)
    middles.push(
      vectors[
        Math.max(
          0,
          farthest.findIndex((distance) => (left -= distance) <= 0),
        )
      ]!,
    )
  }
  let labels: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const next = vectors.map((vector) =>
      middles.reduce(
        (best, middle, k) => (cosine(vector, middle) > cosine(vector, middles[best]!) ? k : best),
        0,
      ),
    )
    if (next.join() === labels.join()) break
    labels = next
    for (const k of middles.keys()) {
      const members = vectors.filter((_, i) => labels[i] === k)
      if (members.length > 0)
        middles[k] = middleOf(
          members,
          members.map(() => 1),
          2_000,
        )
    }
  }
  return labels
}

/** DBSCAN by cosine distance, two points making a group. */
export function density(reach: number): Clusterer {
  return (vectors) => {
    const { DBSCAN } = peerPackage<DensityPackage>('density-clustering')
    const groups = new DBSCAN().run([...vectors], reach, 2, (a, b) => 1 - cosine(a, b))
    const labels = new Array<number>(vectors.length).fill(-1)
    for (const [number, members] of groups.entries())
      for (const member of members) labels[member] = number
    let alone = groups.length
    return labels.map((label) => (label < 0 ? alone++ : label))
  }
}
