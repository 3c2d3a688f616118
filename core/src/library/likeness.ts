/** Two passages that say nearly the same. */
export interface NearCopy {
  a: number
  b: number
  /** Share of the shorter one's word triples that the other has too, 0 to 1. */
  likeness: number
}

const TRIPLE = 3
/** Shorter passages are alike by chance. */
const FEWEST_WORDS = 12
/** A triple that stands in more passages than this is a phrase of the house, and tells nothing. */
const COMMON = 40
const LIKE = 0.55
/** At this share a whole passage is contained in the other. */
const CONTAINED = 0.72

/**
 * Finds pairs of passages that are nearly the same, whatever their sources: word triples that they share, by Jaccard's index and by
 * containment. Triples are looked up in an inverted index, so that only passages with something in common are ever compared.
 * @param passages each as its stems, in order
 * @returns the most alike first
 * @see A. Broder, On the resemblance and containment of documents (1997)
 */
export function nearCopies(passages: readonly (readonly string[])[]): NearCopy[] {
  const triples = passages.map(triplesOf)
  const postings = new Map<number, number[]>()
  triples.forEach((own, passage) => {
    for (const triple of own) {
      const list = postings.get(triple)
      if (list) list.push(passage)
      else postings.set(triple, [passage])
    }
  })
  const shared = new Uint16Array(passages.length)
  const found: NearCopy[] = []
  triples.forEach((own, b) => {
    const touched: number[] = []
    for (const triple of own) {
      const list = postings.get(triple)!
      if (list.length > COMMON) continue
      for (const a of list) {
        if (a >= b) break
        if (shared[a]!++ === 0) touched.push(a)
      }
    }
    for (const a of touched) {
      const both = shared[a]!
      shared[a] = 0
      const jaccard = both / (own.size + triples[a]!.size - both)
      const contained = both / Math.min(own.size, triples[a]!.size)
      if (jaccard >= LIKE || contained >= CONTAINED) found.push({ a, b, likeness: contained })
    }
  })
  return found.sort((x, y) => y.likeness - x.likeness || x.a - y.a || x.b - y.b)
}

function triplesOf(stems: readonly string[]): Set<number> {
  const triples = new Set<number>()
  if (stems.length < FEWEST_WORDS) return triples
  for (let i = 0; i + TRIPLE <= stems.length; i++)
    triples.add(hash(`${stems[i]} ${stems[i + 1]} ${stems[i + 2]}`))
  return triples
}

/** FNV-1a, 32 bits. */
function hash(text: string): number {
  let h = 0x811c9dc5
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193)
  return h >>> 0
}
