import type { Statement } from './statements.ts'
import type { Value, ValueKind } from './values.ts'

/** Two statements on the same subject that do not go together. */
export interface Conflict {
  a: Statement
  b: Statement
  /** What they differ in. */
  on: ValueKind | 'yes or no'
  /** How far they speak of the same, 0 to 1. */
  sameness: number
}

/** What a library says about one subject, beside its own words: titles and headings above a passage. */
export type Context = readonly { item: number; stems: ReadonlySet<string> }[]

/** Words of the context count this much beside those of the statement itself. */
const CONTEXT_WEIGHT = 0.35
const SAME = 0.5
/** A yes against a no needs nearly the same words, as a "not" turns up everywhere. */
const SAME_BUT_NOT = 0.72
/** How much each side may have that the other has not, as a share of what they share: beyond it they speak of different things. */
const CONTRAST = 0.34
/** Words that stand in more statements than this do not lead to each other. */
const COMMON = 250
const FEWEST_SHARED = 2

/**
 * Finds pairs of statements that contradict each other: about the same subject by the weight of the words they share, with
 * different values of one kind, or one with a "not". What only names different things (two rows of a table, summer and winter)
 * is no conflict: both sides then have words of weight that the other lacks.
 * @param context for each passage its item, and the stems of its title and headings
 * @returns at most one for each pair of passages, the most alike first
 */
export function conflicts(statements: readonly Statement[], context: Context): Conflict[] {
  const telling = statements.filter(
    ({ values, negative, subject }) =>
      subject.size >= FEWEST_SHARED && (values.length > 0 || negative || subject.size <= 14),
  )
  const postings = new Map<string, number[]>()
  telling.forEach(({ subject }, i) => {
    for (const stem of subject) {
      const list = postings.get(stem)
      if (list) list.push(i)
      else postings.set(stem, [i])
    }
  })
  const weight = (stem: string) =>
    Math.log(1 + telling.length / (postings.get(stem)?.length ?? 0.5))
  const best = new Map<string, Conflict>()
  const shared = new Uint16Array(telling.length)
  telling.forEach((b, at) => {
    const touched: number[] = []
    for (const stem of b.subject) {
      const list = postings.get(stem)!
      if (list.length > COMMON) continue
      for (const other of list) {
        if (other >= at) break
        if (shared[other]!++ === 0) touched.push(other)
      }
    }
    for (const other of touched) {
      const enough = shared[other]! >= FEWEST_SHARED
      shared[other] = 0
      const a = telling[other]!
      if (!enough || a.passage === b.passage) continue
      const conflict = compare(a, b, context, weight)
      if (!conflict) continue
      const pair = `${Math.min(a.passage, b.passage)} ${Math.max(a.passage, b.passage)}`
      if ((best.get(pair)?.sameness ?? 0) < conflict.sameness) best.set(pair, conflict)
    }
  })
  return [...best.values()].sort((x, y) => y.sameness - x.sameness)
}

function compare(
  a: Statement,
  b: Statement,
  context: Context,
  weight: (stem: string) => number,
): Conflict | undefined {
  const on = differsIn(a, b)
  const [above, below] = [context[a.passage]!, context[b.passage]!]
  if (!on || namesDiffer(a, b, above.stems, below.stems)) return undefined
  const near = apartness(above.stems, below.stems, a, b, weight)
  const tables = a.fromTable && b.fromTable
  if (
    tables &&
    (above.item === below.item || !sameSet(a.subject, b.subject) || near.both <= near.apart)
  )
    return undefined
  let both = 0
  let onlyA = 0
  let onlyB = 0
  for (const stem of a.subject) {
    if (b.subject.has(stem)) both += weight(stem)
    else if (!below.stems.has(stem)) onlyA += weight(stem)
  }
  for (const stem of b.subject)
    if (!a.subject.has(stem) && !above.stems.has(stem)) onlyB += weight(stem)
  if (Math.min(onlyA, onlyB) > both * CONTRAST) return undefined
  const sameness =
    (both + near.both * CONTEXT_WEIGHT) /
    (both + onlyA + onlyB + (near.both + near.apart) * CONTEXT_WEIGHT)
  return sameness >= (on === 'yes or no' ? SAME_BUT_NOT : SAME) ? { a, b, on, sameness } : undefined
}

/** How much of what stands above two statements is the same, and how much is not. */
function apartness(
  x: ReadonlySet<string>,
  y: ReadonlySet<string>,
  a: Statement,
  b: Statement,
  weight: (stem: string) => number,
): { both: number; apart: number } {
  let both = 0
  let apart = 0
  for (const stem of x) {
    if (y.has(stem) || b.subject.has(stem)) both += weight(stem)
    else apart += weight(stem)
  }
  for (const stem of y) if (!x.has(stem) && !a.subject.has(stem)) apart += weight(stem)
  return { both, apart: apart / 2 }
}

function sameSet(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  return a.size === b.size && [...a].every((stem) => b.has(stem))
}

/** A kind of value that both state, the same number of times, and no value the same; else a yes against a no. */
function differsIn(a: Statement, b: Statement): Conflict['on'] | undefined {
  for (const { kind } of a.values) {
    if (!b.values.some((value) => value.kind === kind)) continue
    const [x, y] = [of(a.values, kind), of(b.values, kind)]
    if (x.length === y.length && x.length <= 2 && x.every((value) => !y.includes(value)))
      return kind
  }
  if (
    a.negative === b.negative ||
    a.fromTable ||
    b.fromTable ||
    a.values.length !== b.values.length
  )
    return undefined
  return a.values.every(({ value }, i) => value === b.values[i]!.value) ? 'yes or no' : undefined
}

function of(values: readonly Value[], kind: ValueKind): string[] {
  return [...new Set(values.filter((value) => value.kind === kind).map(({ value }) => value))]
}

/** Two sentences name different things when each has a name that the other lacks; a row of a table must be named by the other side. */
function namesDiffer(
  a: Statement,
  b: Statement,
  above: ReadonlySet<string>,
  below: ReadonlySet<string>,
): boolean {
  const lacksA = [...b.names].some(
    (name) => !a.subject.has(name) && !a.names.has(name) && !above.has(name),
  )
  const lacksB = [...a.names].some(
    (name) => !b.subject.has(name) && !b.names.has(name) && !below.has(name),
  )
  return a.fromTable || b.fromTable ? lacksA || lacksB : lacksA && lacksB
}
