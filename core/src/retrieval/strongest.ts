/** The `most` numbers that come first by `better`, best first: a heap with the weakest of the kept ones on top. */
export function strongest(all: ArrayLike<number>, most: number, better: (a: number, b: number) => number): number[] {
  const heap: number[] = []
  for (let i = 0; i < all.length; i++) {
    const one = all[i]!
    if (heap.length < most) siftUp(heap, one, better)
    else if (better(one, heap[0]!) > 0) replaceTop(heap, one, better)
  }
  return heap.sort((a, b) => better(b, a))
}

function siftUp(heap: number[], one: number, better: (a: number, b: number) => number): void {
  let at = heap.push(one) - 1
  while (at > 0) {
    const parent = (at - 1) >> 1
    if (better(heap[parent]!, one) <= 0) break
    heap[at] = heap[parent]!
    at = parent
  }
  heap[at] = one
}

function replaceTop(heap: number[], one: number, better: (a: number, b: number) => number): void {
  let at = 0
  for (;;) {
    let child = 2 * at + 1
    if (child >= heap.length) break
    if (child + 1 < heap.length && better(heap[child + 1]!, heap[child]!) < 0) child++
    if (better(heap[child]!, one) >= 0) break
    heap[at] = heap[child]!
    at = child
  }
  heap[at] = one
}
