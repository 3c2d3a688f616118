import type { Fault, Places } from './fault.ts'
import type { Word } from './reading.ts'

/** Links that must stand in the source before the same word. */
const STRICT = new Set([
  'before',
  'after',
  'than',
  'without',
  'until',
  'vor',
  'nach',
  'ohne',
  'bis',
  'except',
  'unless',
])
/** Links that turn a relation round. */
const OPPOSITES = [
  ['before', 'after'],
  ['vor', 'nach'],
  ['over', 'under'],
  ['above', 'below'],
  ['from', 'to'],
  ['from', 'until'],
  ['von', 'zu'],
  ['with', 'without'],
  ['ab', 'bis'],
]
/** Links by which a thing can change its side: "the number of the booking" is "the booking's number", "scanned by the crew" is "the crew scans". */
const TURNABLE = new Set(['of', 'by', 'von', 'durch'])

/**
 * Each word stands beside a word that it stands beside in the source, by the same relation, or in no place that the source gives to another.
 * @param said words of the sentence
 * @param words those of the source
 * @param places for each word said, its place in the source
 */
export function orderFault(
  said: readonly Word[],
  words: readonly Word[],
  places: Places,
): Fault | undefined {
  if (skipsNumber(said, words, places)) return 'put together'
  const used = new Map(places.map((place, i) => [place, said[i]!.phrase]))
  if (
    said.some(
      ({ key, written }, i) =>
        places.indexOf(places[i]!) < i &&
        key !== 'cost' &&
        (key.length < 5 || /[\d_().]/.test(written)),
    )
  )
    return 'put together'
  for (const [i, word] of said.entries()) {
    const own = words[places[i]!]!
    if (
      !word.isNumber &&
      STRICT.has(word.link) &&
      own.link !== word.link &&
      !(word.link === 'after' && own.link === 'when')
    )
      return 'the order'
    if (
      OPPOSITES.some(
        (pair) => pair.includes(word.link) && pair.includes(own.link) && word.link !== own.link,
      )
    )
      return 'the order'
    if (word.who && own.who && word.who !== own.who) return 'the order'
    const before = said[i - 1]
    if (!before || word.clause - before.clause > 1) continue
    const fault = tieFault(
      { before, word, swapped: isSwapped(said, words, places, i) },
      [places[i - 1]!, places[i]!],
      words,
      used,
    )
    if (fault) return fault
  }
  return undefined
}

interface Tie {
  before: Word
  word: Word
  /** What the second stands behind in the source has another such phrase behind it here. */
  swapped: boolean
}

/** Two words that stand one behind the other, held against their places in the source. */
function tieFault(
  { before, word, swapped }: Tie,
  [from, to]: [number, number],
  words: readonly Word[],
  used: ReadonlyMap<number, number>,
): Fault | undefined {
  if (to === from + 1) return undefined
  const [first, second] = [words[from]!, words[to]!]
  const begins = before.phrase !== word.phrase
  const link = begins && !(word.isNumber && word.link === 'for') ? word.link : ''
  if (to > from) return forwardFault({ link, phrase: word.phrase, begins }, [from, to], words, used)
  const rival =
    first.link !== '' &&
    words.some(
      (other, place) =>
        other.link === first.link &&
        other.phrase !== first.phrase &&
        !used.has(place) &&
        !inOneList(words, Math.min(place, from), Math.max(place, from)),
    )
  if (rival) return 'put together'
  if (link !== '' && second.link !== link && !TURNABLE.has(link)) return 'the order'
  if (inOneList(words, to, from) && begins) return undefined
  if (!begins && TURNABLE.has(first.link) && first.phrase === second.phrase + 1) return undefined
  const isPassive = word.passive || first.passive || second.passive
  if (!begins && from === to + 1) return isPassive ? undefined : 'the order'
  const hasOther = words[from + 1]?.clause === first.clause && linkAt(words, from + 1) === link
  if (link !== '' && (hasOther || swapped)) return 'the order'
  return !begins && second.phrase !== first.phrase && !isPassive ? 'the order' : undefined
}

/** On the way to a word that stands further on, nothing that has its relation is passed by, and no other beginning of a clause. */
function forwardFault(
  { link, phrase, begins }: { link: string; phrase: number; begins: boolean },
  [from, to]: [number, number],
  words: readonly Word[],
  used: ReadonlyMap<number, number>,
): Fault | undefined {
  const [first, second, next] = [words[from]!, words[to]!, words[from + 1]!]
  const isTaken =
    link !== '' &&
    begins &&
    linkAt(words, from + 1) === link &&
    next.item !== second.item &&
    used.get(from + 1) !== phrase &&
    !inOneList(words, from + 1, to)
  const begin = words.findIndex(({ clause }) => clause === second.clause)
  const isScene = words.every(({ clause, link: own }) => clause !== first.clause || own !== '')
  const crosses = first.clause !== second.clause && !isScene && begin < to && !used.has(begin)
  return isTaken || crosses ? 'put together' : undefined
}

/** The link that a word's phrase begins with, where it is its first word. */
function linkAt(words: readonly Word[], place: number): string {
  return words[place - 1]?.phrase === words[place]!.phrase ? '' : words[place]!.link
}

function isSwapped(
  said: readonly Word[],
  words: readonly Word[],
  places: Places,
  i: number,
): boolean {
  const left = places.indexOf(places[i]! - 1)
  const behind = said[left + 1]
  return (
    left >= 0 &&
    behind !== undefined &&
    behind.phrase !== said[left]!.phrase &&
    behind.link === linkAt(words, places[i]!)
  )
}

/** Between two places only things are listed. */
function inOneList(words: readonly Word[], from: number, to: number): boolean {
  const { clause, link, isNumber } = words[from]!
  return (
    words
      .slice(from, to + 1)
      .every(
        (word) => word.clause === clause && word.link === link && word.isNumber === isNumber,
      ) &&
    words[to]!.item - words[from]!.item >= 1 &&
    to - from <= 2 * (words[to]!.item - words[from]!.item)
  )
}

/** A number is taken past another of the source that stands nearer. */
function skipsNumber(said: readonly Word[], words: readonly Word[], places: Places): boolean {
  return said.some((word, i) => {
    if (i === 0) return false
    const [from, to] = [places[i - 1]!, places[i]!]
    const between = words.slice(Math.min(from, to) + 1, Math.max(from, to))
    return (word.isNumber || said[i - 1]!.isNumber) && between.some(({ isNumber }) => isNumber)
  })
}
