/**
 * The `k`-th largest score of some passages; −1 when fewer than `k` count. One pass with a heap of `k` plain numbers.
 * @param counts whether a passage counts at all
 */
export function kthLargest(
  scores: Float32Array,
  docs: Uint32Array,
  k: number,
  counts?: (doc: number) => boolean,
): number {
  if (docs.length < k) return -1
  const heap = new Float32Array(k).fill(-1) // the smallest of the k largest on top
  for (let i = 0; i < docs.length; i++) {
    const score = scores[docs[i]!]!
    if (score > heap[0]! && (!counts || counts(docs[i]!))) sink(heap, score)
  }
  return heap[0]!
}

function sink(heap: Float32Array, score: number): void {
  let at = 0
  for (;;) {
    let child = 2 * at + 1
    if (child >= heap.length) break
    if (child + 1 < heap.length && heap[child + 1]! < heap[child]!) child++
    if (heap[child]! >= score) break
    heap[at] = heap[child]!
    at = child
  }
  heap[at] = score
}
