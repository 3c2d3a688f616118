import type { Fault, Places } from './fault.ts'
import type { Reading, Turn, Word } from './reading.ts'
import type { Unit } from './units.ts'

/** Words of a sentence that are to be found in the unit, and where. */
export interface Matched {
  kept: readonly Word[]
  places: Places
  shift: number
}

const FAULTS = { negation: 'a not', only: 'an only', except: 'an exception', if: 'a condition', every: 'how many', some: 'how many', may: 'a may or must', must: 'a may or must' } as const

/** What turns or narrows the words must be the same on both sides. */
export function turnFault(said: Reading, unit: Unit, { kept, places, shift }: Matched): Fault | undefined {
  const used = new Set(places.map((place) => unit.words[place - shift]?.clause))
  const theirs = unit.turns.filter((turn) => used.has(turn.clause) || (turn.role === 'negation' && headsOf(turn, unit.words).length === 0))
  const added = said.turns.find((turn) => !stands(turn, said.words, theirs, unit.words))
  if (added) return FAULTS[added.role]
  const keptKeys = new Set(kept.map(({ key }) => key))
  const lost = theirs.find((turn) => BINDING.has(turn.role) && concerns(turn, unit, keptKeys) && !stands(turn, unit.words, said.turns, said.words))
  if (lost) return FAULTS[lost.role]
  const widened = said.turns.some((turn) => turn.role === 'every' && theirs.some((other) => other.role === 'every' && skipsModifier(turn, other, said, unit)))
  if (widened) return 'how many'
  const near = (clause: number) => used.has(clause) || used.has(clause - 1) || used.has(clause + 1)
  const condition = unit.turns.find(({ role, at, clause }) => (role === 'if' && near(clause)) && at < unit.words.length)
  if (condition && !unit.words.some((word, at) => word.clause === condition.clause && at >= condition.at && keptKeys.has(word.key))) return FAULTS[condition.role]
  return undefined
}

/** What must not be lost. What one may do can be said without "may", and "all" can be left out. */
const BINDING: ReadonlySet<Turn['role']> = new Set(['negation', 'only', 'except', 'some'])

/** The other side has the same turn before one of the same words. A "may" needs none, nor a "must" where the other only states. */
function stands(turn: Turn, own: readonly Word[], others: readonly Turn[], theirs: readonly Word[]): boolean {
  if (turn.role === 'may') return !others.some(({ role }) => role === 'must')
  if (turn.role === 'must') return !others.some(({ role }) => role === 'may')
  const heads = headsOf(turn, own)
  const same = others.filter(({ role }) => role === turn.role)
  if (same.length === 0 || (turn.role !== 'negation' && turn.role !== 'every') || heads.length === 0) return same.length > 0
  const wanted = turn.role === 'every' ? heads.slice(0, 1) : heads
  return same.some((other) => headsOf(other, theirs).some((key) => wanted.includes(key)))
}

/** "Every ticket" where the source says "every Standard ticket". */
function skipsModifier(turn: Turn, other: Turn, said: Reading, unit: Unit): boolean {
  const head = said.words[turn.at]?.key
  const at = unit.words.findIndex(({ key }, i) => i >= other.at && key === head)
  return at > other.at && at - other.at < HEAD_WORDS && unit.words.slice(other.at, at).some(({ key }) => !said.words.some((word) => word.key === key))
}

const HEAD_WORDS = 4

/** The words that a turn stands before, in its own clause. */
function headsOf({ at, clause }: Turn, words: readonly Word[]): string[] {
  return words.slice(at, at + HEAD_WORDS).filter((word) => word.clause === clause).map(({ key }) => key)
}

/** Something that the turn governs was said. */
function concerns(turn: Turn, { words }: Unit, kept: ReadonlySet<string>): boolean {
  const { at, clause, role } = turn
  if (role === 'except') return true
  if (role === 'some' || role === 'only') return words.some((word, i) => word.clause === clause && Math.abs(i - at) <= 3 && kept.has(word.key))
  const heads = headsOf(turn, words).slice(0, 3)
  return heads.length === 0 || heads.some((key) => kept.has(key))
}
