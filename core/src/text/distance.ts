/**
 * Damerau–Levenshtein distance (optimal string alignment), given up once it must exceed `limit`.
 * @returns edits from `a` to `b`: insertions, deletions, replacements and swaps of neighbours; `limit + 1` when there are more
 * @see G. Navarro, A guided tour to approximate string matching (2001), section 5
 * @example editDistance('ferry', 'fery', 2) // 1
 */
export function editDistance(a: string, b: string, limit: number): number {
  if (Math.abs(a.length - b.length) > limit) return limit + 1
  let before = new Array<number>(b.length + 1).fill(0)
  let last = Array.from({ length: b.length + 1 }, (_, j) => j)
  for (let i = 1; i <= a.length; i++) {
    const row = new Array<number>(b.length + 1).fill(0)
    row[0] = i
    let least = i
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1]
      let cost = Math.min(last[j]! + 1, row[j - 1]! + 1, last[j - 1]! + (same ? 0 : 1))
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        cost = Math.min(cost, before[j - 2]! + 1)
      row[j] = cost
      if (cost < least) least = cost
    }
    if (least > limit) return limit + 1
    before = last
    last = row
  }
  return Math.min(last[b.length]!, limit + 1)
}

/** Whether a typed word has a letter more or less than a known one, or the same letters in another order: likelier than a wrong letter. */
export function isSlip(typed: string, known: string): boolean {
  if (typed.length === known.length)
    return [...typed].sort().join('') === [...known].sort().join('')
  const [short, long] = typed.length < known.length ? [typed, known] : [known, typed]
  let at = 0
  for (const letter of long) if (letter === short[at]) at++
  return at === short.length
}
