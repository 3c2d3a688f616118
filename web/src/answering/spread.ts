/**
 * Moves labels apart so that none covers another: each stays as near to its wanted place as its neighbours above allow.
 * @param wanted tops, in pixels, in any order
 * @param height of a label, in pixels
 */
export function spread(wanted: readonly number[], height: number): number[] {
  const order = wanted.map((top, i) => ({ top, i })).sort((a, b) => a.top - b.top || a.i - b.i)
  const placed = new Array<number>(wanted.length).fill(0)
  let free = 0
  for (const { top, i } of order) {
    placed[i] = Math.max(top, free)
    free = placed[i]! + height
  }
  return placed
}
