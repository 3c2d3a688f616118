import { editDistance } from '../text/distance.ts'

/** Finds the known word nearest to a misspelt one. Words are kept by length, so that only near lengths are compared. */
export interface Speller {
  byLength: Map<number, { word: string; letters: number; count: number }[]>
}

export function buildSpeller(counts: ReadonlyMap<string, number>): Speller {
  const byLength: Speller['byLength'] = new Map()
  for (const [word, count] of counts) {
    if (word.length < 3 || /\d/.test(word)) continue
    const list = byLength.get(word.length) ?? []
    list.push({ word, letters: letterSet(word), count })
    byLength.set(word.length, list)
  }
  return { byLength }
}

/**
 * The known word within one edit (two from seven letters on), the nearest first, then the most frequent.
 * @returns undefined for words under four letters, numbers, and words with no near neighbour
 */
export function correct(word: string, speller: Speller): string | undefined {
  if (word.length < 4 || /\d/.test(word)) return undefined
  const limit = word.length >= 7 ? 2 : 1
  const letters = letterSet(word)
  let best: { word: string; distance: number; count: number } | undefined
  for (let length = word.length - limit; length <= word.length + limit; length++) {
    for (const known of speller.byLength.get(length) ?? []) {
      if (differing(letters ^ known.letters) > 2 * limit) continue
      if (known.word[0] !== word[0] && known.word[1] !== word[0] && known.word[0] !== word[1]) continue
      const distance = editDistance(word, known.word, best ? Math.min(limit, best.distance) : limit)
      if (distance > limit) continue
      if (!best || distance < best.distance || (distance === best.distance && known.count > best.count))
        best = { word: known.word, distance, count: known.count }
    }
  }
  return best?.word
}

function letterSet(word: string): number {
  let set = 0
  for (let i = 0; i < word.length; i++) set |= 1 << (word.charCodeAt(i) % 31)
  return set
}

function differing(bits: number): number {
  let count = 0
  for (let rest = bits; rest !== 0; rest &= rest - 1) count++
  return count
}
