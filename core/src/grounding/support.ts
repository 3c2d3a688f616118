import { orderFault } from './order.ts'
import type { Bound, ParsedSentence, Word } from './reading.ts'
import type { Fault, Places } from './fault.ts'
import { turnFault } from './turns.ts'
import type { Unit } from './units.ts'

/**
 * Whether a unit of the source says what a sentence says: every word and number of it, in an order that means the same, with the
 * same bounds, and with all that turns or narrows them.
 * @param context words of the title and headings: they may be said where a phrase begins with a link, as in "on the night boat"
 * @returns why not; undefined when it does
 */
export function faultOf(
  said: ParsedSentence,
  unit: Unit,
  context: ReadonlySet<string>,
): Fault | undefined {
  const fault = faultBeside(said, unit, context)
  if ((fault !== 'the order' && fault !== 'put together') || !unit.leans) return fault
  // A word of the title may be what "its" stands for, though the unit has it elsewhere too.
  const named = said.words.filter(({ key, isNumber }) => !isNumber && context.has(key))
  return named.length > 0 &&
    named.length < said.words.length &&
    !faultBeside({ ...said, ...without(said, named) }, unit, context)
    ? undefined
    : fault
}

/** A sentence without some of its words: what turns the others stays before the same ones. */
function without(
  { words, turns }: ParsedSentence,
  some: readonly Word[],
): Pick<ParsedSentence, 'words' | 'turns'> {
  return {
    words: words.filter((word) => !some.includes(word)),
    turns: turns.map((turn) => ({
      ...turn,
      at: words.slice(0, turn.at).filter((word) => !some.includes(word)).length,
    })),
  }
}

function faultBeside(
  said: ParsedSentence,
  unit: Unit,
  context: ReadonlySet<string>,
): Fault | undefined {
  if (said.words.length === 0)
    return said.says && said.says === unit.says
      ? undefined
      : said.says
        ? 'yes or no'
        : 'says nothing'
  const words = [...unit.before, ...unit.words]
  const shift = unit.before.length
  const isTable = unit.around.size > 0
  const isPriced = said.words.some(({ isNumber, key }) => isNumber && PRICE.test(key))
  const mayBeSaid = ({ key, link }: Word) =>
    (isPriced && key === 'cost') ||
    (context.has(key) && (link !== '' || unit.leans || isTable)) ||
    unit.around.has(key) ||
    (key === 'weigh' && words.some((word) => word.key === 'kg'))
  const kept = said.words.filter(
    (word) => word.isNumber || !mayBeSaid(word) || words.some(({ key }) => key === word.key),
  )
  const missing = kept.find(({ key }) => !words.some((word) => word.key === key))
  if (missing) return missing.isNumber ? 'a number' : 'a word'
  if (
    kept.length === 0 ||
    (kept.length === 1 && unit.words.length > 2) ||
    kept.length < said.words.length * OWN_SHARE
  )
    return 'says nothing'
  if (unit.cells && !saysCells(kept, unit.cells)) return 'put together'
  const places = align(kept, words)
  return (
    boundFault(kept, words, places) ??
    unitFault(kept, words, places) ??
    (isTable && words.length <= SMALL_CELL && !namesBoth(kept, unit.cells)
      ? undefined
      : orderFault(kept, words, places)) ??
    turnFault(said, unit, { kept, places, shift })
  )
}

const saysOne = (kept: readonly Word[], keys: ReadonlySet<string>, others: ReadonlySet<string>) =>
  kept.some(({ key }) => keys.has(key) && !others.has(key))

/** Both cells are said; with one alone, a head could be said of the other's. */
function saysCells(kept: readonly Word[], cells: NonNullable<Unit['cells']>): boolean {
  return cells.every(({ cell }, i) => saysOne(kept, cell, cells[1 - i]!.cell))
}

/** What is said below which head then hangs on the order. */
function namesBoth(kept: readonly Word[], cells: Unit['cells']): boolean {
  return (
    cells !== undefined && cells.every(({ head }, i) => saysOne(kept, head, cells[1 - i]!.head))
  )
}

/** So much of what is said stands in the unit itself; the rest may be of its title, or of what its table is about. */
const OWN_SHARE = 0.5

/** A cell of a few words has no order that could be turned round. */
const SMALL_CELL = 10
const PRICE = /^\d+\.\d{2}$/

/** The places that need the fewest jumps, those backwards counting more. */
function align(said: readonly Word[], words: readonly Word[]): Places {
  const options = said.map(({ key }) => words.flatMap((word, at) => (word.key === key ? [at] : [])))
  let costs = options[0]!.map((at) => ({ cost: 0, path: [at] }))
  for (const next of options.slice(1)) {
    costs = next.map((at) => {
      const ways = costs.map(({ cost, path }) => ({ cost: cost + jump(path.at(-1)!, at), path }))
      const best = ways.reduce((a, b) => (b.cost < a.cost ? b : a))
      return { cost: best.cost, path: [...best.path, at] }
    })
  }
  return costs.reduce((a, b) => (b.cost < a.cost ? b : a)).path
}

function jump(from: number, to: number): number {
  const by = to - from
  return by > 0 ? by - 1 : by === 0 ? 4 : 3 - by
}

const SAME_BOUNDS: Bound[][] = [['until', 'by']]

function boundFault(
  said: readonly Word[],
  words: readonly Word[],
  places: Places,
): Fault | undefined {
  const differs = said.some(
    (word, i) =>
      word.isNumber &&
      words[places[i]!]!.bound !== word.bound &&
      !SAME_BOUNDS.some(
        (same) => same.includes(word.bound) && same.includes(words[places[i]!]!.bound),
      ),
  )
  return differs ? 'a bound' : undefined
}

/** What a number counts or measures, and whether it is more or less, stays beside it. */
function unitFault(
  said: readonly Word[],
  words: readonly Word[],
  places: Places,
): Fault | undefined {
  const used = new Set(places)
  const lost = said.some((word, i) => {
    const next = words[places[i]! + 1]
    return (
      word.isNumber &&
      next &&
      !next.isNumber &&
      next.phrase === words[places[i]!]!.phrase &&
      !used.has(places[i]! + 1)
    )
  })
  return lost ? 'a number' : undefined
}
