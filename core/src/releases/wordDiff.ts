export interface DiffPart {
  type: 'same' | 'gone' | 'new'
  text: string
}

/** A text longer than this many pieces is compared line by line instead of word by word. */
const MOST_PIECES = 3_000

/**
 * Difference of two texts by words: the longest common subsequence, with neighbours of one kind joined.
 * @example wordDiff('two dogs', 'two cats') // same "two ", gone "dogs", new "cats"
 */
export function wordDiff(before: string, after: string): DiffPart[] {
  const byWords = Math.max(before.length, after.length) / 3 < MOST_PIECES
  const cut = (text: string) => text.match(byWords ? /\s+|[^\s]+/g : /[^\n]*\n|[^\n]+$/g) ?? []
  return joinNeighbours(commonSubsequence(cut(before), cut(after)))
}

function commonSubsequence(a: string[], b: string[]): DiffPart[] {
  const width = b.length + 1
  const lengths = new Uint32Array((a.length + 1) * width)
  for (let i = a.length - 1; i >= 0; i--)
    for (let j = b.length - 1; j >= 0; j--)
      lengths[i * width + j] =
        a[i] === b[j]
          ? lengths[(i + 1) * width + j + 1]! + 1
          : Math.max(lengths[(i + 1) * width + j]!, lengths[i * width + j + 1]!)
  const parts: DiffPart[] = []
  let [i, j] = [0, 0]
  while (i < a.length || j < b.length) {
    if (i < a.length && j < b.length && a[i] === b[j]) {
      parts.push({ type: 'same', text: a[i]! })
      i++
      j++
    } else if (
      j >= b.length ||
      (i < a.length && lengths[(i + 1) * width + j]! >= lengths[i * width + j + 1]!)
    )
      parts.push({ type: 'gone', text: a[i++]! })
    else parts.push({ type: 'new', text: b[j++]! })
  }
  return parts
}

function joinNeighbours(parts: DiffPart[]): DiffPart[] {
  const joined: DiffPart[] = []
  for (const part of parts) {
    const last = joined.at(-1)
    if (last?.type === part.type) last.text += part.text
    else joined.push({ ...part })
  }
  return joined
}
