import { diffArrays } from 'diff'

export interface DiffPart {
  type: 'same' | 'gone' | 'new'
  text: string
}

/** A text longer than this many pieces is compared line by line instead of word by word. */
const MOST_PIECES = 3_000

/**
 * Difference of two texts by words.
 * @returns stretches in the order of the texts, gone before new, neighbours never of one kind
 * @see E. W. Myers, An O(ND) Difference Algorithm and Its Variations, 1986
 * @example wordDiff('two dogs', 'two cats') // same "two ", gone "dogs", new "cats"
 */
export function wordDiff(before: string, after: string): DiffPart[] {
  const byWords = Math.max(before.length, after.length) / 3 < MOST_PIECES
  const cut = (text: string): string[] =>
    text.match(byWords ? /\s+|[^\s]+/g : /[^\n]*\n|[^\n]+$/g) ?? []
  return diffArrays(cut(before), cut(after)).map(({ value, added, removed }) => ({
    type: added ? 'new' : removed ? 'gone' : 'same',
    text: value.join(''),
  }))
}
