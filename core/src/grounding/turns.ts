import type { Fault, Places } from './fault.ts'
import type { ParsedSentence, Turn, Word } from './reading.ts'
import type { Unit } from './units.ts'

/** Words of a sentence that are to be found in the unit, and where. */
export interface Matched {
  kept: readonly Word[]
  places: Places
  shift: number
}

const FAULTS = {
  negation: 'a not',
  only: 'an only',
  except: 'an exception',
  if: 'a condition',
  every: 'how many',
  some: 'how many',
  may: 'a may or must',
  must: 'a may or must',
} as const

/**
 * What turns or narrows the words must be the same on both sides.
 * @returns the fault, or undefined when both sides say it alike
 */
export function turnFault(
  said: ParsedSentence,
  unit: Unit,
  { kept, places, shift }: Matched,
): Fault | undefined {
  const used = new Set(places.map((place) => unit.words[place - shift]?.clause))
  const theirs = unit.turns.filter(
    (turn) =>
      used.has(turn.clause) ||
      isOfAll(turn, unit.words) ||
      (turn.role === 'negation' && headsOf(turn, unit.words).length === 0),
  )
  if (countOf('negation', said.turns) > countOf('negation', theirs)) return FAULTS.negation
  const added = said.turns.find((turn) => !stands(turn, said.words, theirs, unit.words))
  if (added) return FAULTS[added.role]
  const keptKeys = new Set(kept.map(({ key }) => key))
  const binding = theirs.filter((turn) => BINDING.has(turn.role) && concerns(turn, unit, keptKeys))
  const lost = binding.find(
    (turn) =>
      !stands(turn, unit.words, said.turns, said.words) ||
      countOf(turn.role, binding) > countOf(turn.role, said.turns),
  )
  if (lost) return FAULTS[lost.role]
  const widened = said.turns.some(
    (turn) =>
      turn.role === 'every' &&
      theirs.some((other) => other.role === 'every' && skipsModifier(turn, other, said, unit)),
  )
  if (widened) return 'how many'
  const governs = (clause: number) =>
    clause === 0 || used.has(clause) || used.has(clause - 1) || used.has(clause + 1)
  const condition = unit.turns.find(
    ({ role, at, clause }) => role === 'if' && governs(clause) && at < unit.words.length,
  )
  return condition && !saysCondition(condition, said, unit, keptKeys)
    ? FAULTS[condition.role]
    : undefined
}

/** Some of a condition behind an "if" or "when" of one's own, or most of it otherwise. */
function saysCondition(
  { at, clause }: Turn,
  said: ParsedSentence,
  unit: Unit,
  kept: ReadonlySet<string>,
): boolean {
  const elsewhere = new Set(
    unit.words.filter((word) => word.clause !== clause).map(({ key }) => key),
  )
  const keys = new Set(
    unit.words
      .slice(at)
      .filter((word) => word.clause === clause)
      .map(({ key }) => key),
  )
  const own = [...keys].filter((key) => !elsewhere.has(key))
  const share = own.filter((key) => kept.has(key)).length / Math.max(1, own.length)
  if (said.turns.some(({ role }) => role === 'if' || role === 'except'))
    return own.length === 0 || share > 0
  return (
    share >
    (said.words.some(({ link, key }) => CONDITIONAL.has(link) && keys.has(key)) ? 0 : MOST_SAID)
  )
}
const CONDITIONAL: ReadonlySet<string> = new Set([
  'when',
  'where',
  'while',
  'until',
  'with',
  'without',
  'after',
  'before',
  'who',
  'that',
  'which',
  'for',
  'wo',
  'bei',
  'beim',
  'mit',
  'ohne',
  'nach',
  'vor',
  'wahrend',
  'fur',
])
const MOST_SAID = 0.6

/** What must not be lost. What one may do can be said without "may", and "all" can be left out. */
const BINDING: ReadonlySet<Turn['role']> = new Set(['negation', 'only', 'except', 'some'])

/** The other side has the same turn before one of the same words. A "may" needs none, nor a "must" where the other only states. */
function stands(
  turn: Turn,
  own: readonly Word[],
  others: readonly Turn[],
  theirs: readonly Word[],
): boolean {
  if (turn.role === 'may') return !others.some(({ role }) => role === 'must')
  if (turn.role === 'must') return !others.some(({ role }) => role === 'may')
  const heads = headsOf(turn, own)
  const same = others.filter(({ role }) => role === turn.role)
  if (same.length === 0) return turn.role === 'if' && theirs.some(({ link }) => link === 'when')
  if ((turn.role !== 'negation' && turn.role !== 'every') || heads.length === 0) return true
  const wanted = turn.role === 'every' ? heads.slice(0, 1) : heads
  return same.some((other) => {
    const theirHeads = headsOf(other, theirs)
    return (
      theirHeads.some((key) => wanted.includes(key)) ||
      (turn.role === 'negation' &&
        same.length === 1 &&
        theirHeads.length === 0 &&
        beginsClause(turn, own))
    )
  })
}

/** "We do not carry reptiles" denies all that follows, as "reptiles are not carried" denies all that stands before. */
function beginsClause({ at, clause }: Turn, words: readonly Word[]): boolean {
  return words.slice(0, at).every((word) => word.clause !== clause)
}

/** "Every ticket" where the source says "every Standard ticket". */
function skipsModifier(turn: Turn, other: Turn, said: ParsedSentence, unit: Unit): boolean {
  const head = said.words[turn.at]?.key
  const at = unit.words.findIndex(({ key }, i) => i >= other.at && key === head)
  return (
    at > other.at &&
    at - other.at < HEAD_WORDS &&
    unit.words.slice(other.at, at).some(({ key }) => !said.words.some((word) => word.key === key))
  )
}

const HEAD_WORDS = 4

/** The words that a turn stands before, in its own clause. */
function headsOf({ at, clause }: Turn, words: readonly Word[]): string[] {
  return words
    .slice(at, at + HEAD_WORDS)
    .filter((word) => word.clause === clause)
    .map(({ key }) => key)
}

/** "Nothing is not paid" has one "not" more than "nothing is paid", though both deny the same words. */
function countOf(role: Turn['role'], turns: readonly Turn[]): number {
  return turns.filter((turn) => turn.role === role).length
}

/** "Usually, …": it stands before all that follows. */
function isOfAll({ role, clause }: Turn, words: readonly Word[]): boolean {
  return (
    (role === 'negation' || role === 'some' || role === 'only') &&
    words.every((word) => word.clause !== clause)
  )
}

/** Something that the turn governs was said. */
function concerns(turn: Turn, { words }: Unit, kept: ReadonlySet<string>): boolean {
  const { at, clause, role } = turn
  if (role === 'except' || isOfAll(turn, words)) return true
  if (role === 'some' || role === 'only')
    return words.some(
      (word, i) => word.clause === clause && Math.abs(i - at) <= 3 && kept.has(word.key),
    )
  const heads = headsOf(turn, words).slice(0, 3)
  return heads.length === 0 || heads.some((key) => kept.has(key))
}
