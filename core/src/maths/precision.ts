/** An answer with how sure it was. */
interface Reviewed {
  p: number
  right: boolean
}

/**
 * So many are right at the threshold that answers most, while of all that it answers at least the share `least` is right.
 * @param all answers with their confidence and whether they were right
 * @param least a share, 0 to 1
 * @returns a number of answers
 */
export function rightAtPrecision(all: readonly Reviewed[], least: number): number {
  const sorted = all.toSorted((a, b) => b.p - a.p)
  let [right, best] = [0, 0]
  sorted.forEach((one, i) => {
    if (one.right) right++
    // A threshold cannot part what is equally sure.
    const isEdge = sorted[i + 1]?.p !== one.p
    if (isEdge && right / (i + 1) >= least) best = right
  })
  return best
}
