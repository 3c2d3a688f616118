import { isSpelt } from '../text/dictionary.ts'

/** What may stand between the parts of a German compound. */
const LINKS = ['', 's', 'n', 'en', 'es', 'er', 'e']
const LEAST_COMPOUND = 7
const LEAST_PART = 4
const DEEPEST = 2
/** Parts of three letters that are words of everyday compounds. */
const SHORT = new Set(
  'gas sim pin tag rat bad weg hof amt akw led not alt neu rad bus kfz tuv rot kur los'.split(' '),
)
/** Beginnings that can be cut off a verb or noun: "anmelden", "Abmeldung". */
const PARTICLES =
  'zuruck uber unter nach auf aus ein mit weg her hin bei vor ab an um zu los durch frei fest nieder'.split(
    ' ',
  )

/**
 * The parts of a German compound, the head last, by the words of a library first and of a dictionary else.
 * @param word folded
 * @returns none when it is no compound
 * @example compoundParts('stromzahler', new Set(['strom', 'zahler'])) // ['strom', 'zahler']
 */
export function compoundParts(word: string, vocabulary: ReadonlySet<string>): string[] {
  if (word.length < LEAST_COMPOUND || !/^[a-z]+$/.test(word)) return []
  const split = bestSplit(word, vocabulary, 0)
  if (split && split.worth > LEAST_WORTH) return split.parts
  for (const particle of PARTICLES) {
    const rest = word.slice(particle.length)
    if (word.startsWith(particle) && rest.length >= 5 && worthOf(rest, vocabulary) > 0)
      return [rest]
  }
  return []
}

const LEAST_WORTH = 3
interface Split {
  parts: string[]
  worth: number
}

function bestSplit(word: string, vocabulary: ReadonlySet<string>, depth: number): Split | null {
  let best: Split | null = null
  const consider = (parts: string[], worth: number) => {
    if (!best || worth > best.worth) best = { parts, worth }
  }
  for (let at = 3; at <= word.length - 3; at++) {
    const first = bestPart(word.slice(0, at), vocabulary)
    const rest = word.slice(at)
    if (!first || (rest.length < LEAST_PART && !SHORT.has(rest))) continue
    const worth = worthOf(rest, vocabulary)
    if (worth > 0) consider([first.part, rest], first.worth + worth)
    if (depth >= DEEPEST || rest.length < LEAST_COMPOUND) continue
    const deeper = bestSplit(rest, vocabulary, depth + 1)
    // Fewer, longer parts are likelier.
    if (deeper) consider([first.part, ...deeper.parts], first.worth + deeper.worth - 3)
  }
  return best
}

/** A first part without what links it to the rest. */
function bestPart(
  beginning: string,
  vocabulary: ReadonlySet<string>,
): { part: string; worth: number } | null {
  let best: { part: string; worth: number } | null = null
  for (const link of LINKS) {
    if (!beginning.endsWith(link)) continue
    const part = beginning.slice(0, beginning.length - link.length)
    if (part.length < 3 || (part.length === 3 && !SHORT.has(part))) continue
    const worth = worthOf(part, vocabulary) - (link === '' ? 0 : 0.3)
    if (worth > 0 && (!best || worth > best.worth)) best = { part, worth }
  }
  return best
}

/** 0 for what is no word; more for the library's own words and for longer ones. */
function worthOf(part: string, vocabulary: ReadonlySet<string>): number {
  const isOurs = vocabulary.has(part)
  if (!isOurs && !SHORT.has(part) && !isSpelt(part, 'de')) return 0
  return (isOurs ? 2.5 : 1) + (Math.min(part.length, 8) - LEAST_PART) * 0.25
}
