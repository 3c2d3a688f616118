import type { Trace } from '../answering/answer.ts'
import { type Interval, wilson } from '../maths/intervals.ts'

/** What kind of fix fits a gap: an article has it and only needs the wording; has part of it; or nothing has it. */
export const FIX_KINDS = ['teach', 'extend', 'write'] as const
export type FixKind = (typeof FIX_KINDS)[number]

/** Why the nearest passage was not enough. */
export const SHORTFALLS = [
  'below the threshold',
  'words missing',
  'other subject',
  'left out',
  'conflict',
  'reviewed wrong',
  'nothing found',
] as const
export type Shortfall = (typeof SHORTFALLS)[number]

/** One wording of a topic: how often it was asked, and how it came out when it was asked last. */
export interface AskedWording {
  times: number
  trace: Pick<Trace, 'terms' | 'candidates' | 'threshold' | 'leftOut'>
  /** It was answered, and the answer was reviewed wrong or voted down. */
  wrong?: boolean
}

export interface Nearest {
  item: number
  ordinal: number
  title: string
  path: string[]
  confidence: number
  shortfall: Shortfall
  /** Content words of the question that the passage lacks. */
  missing: string[]
  /** Why a nearer passage did not count. */
  because?: string
  /** The passage has hardly a word of the question as it was written: it is near by likeness alone. */
  byLikeness?: true
}

/** A passage this unsure speaks of something else. */
const OTHER_SUBJECT = 0.12
/** With less of a question's weight in words as they were written, a passage is near by likeness alone. */
const WRITTEN_SHARE = 0.2
/** From this share of a question's weight on, what a passage lacks is words. */
const MISSING_SHARE = 0.34

/**
 * The passage that came nearest to a question, and why it was not enough.
 * @param conflicting items with a passage that contradicts another's
 */
export function nearestOf(
  { trace: { terms, candidates, leftOut, threshold }, wrong }: AskedWording,
  conflicting: ReadonlySet<number> = new Set(),
): Nearest | null {
  const top = candidates[0]
  const out = leftOut[0]
  if (!top)
    return out
      ? {
          item: out.item,
          ordinal: out.ordinal,
          title: out.title,
          path: out.path,
          confidence: 0,
          shortfall: 'left out',
          missing: [],
          because: out.because,
        }
      : null
  const own = terms.filter(({ carried }) => !carried)
  const has = new Set(top.matched)
  const lacking = own.filter(
    ({ word, readAs, aboutTime }) => !aboutTime && !has.has(readAs ?? word),
  )
  const weight = (some: typeof own) => some.reduce((sum, each) => sum + each.weight, 0)
  const missing = [...new Set(lacking.sort((a, b) => b.weight - a.weight).map(({ word }) => word))]
  const written = own.filter(({ word, readAs }) => has.has(word) && (readAs ?? word) === word)
  const byLikeness = weight(written) < WRITTEN_SHARE * weight(own)
  const base = {
    ...(byLikeness && { byLikeness: true as const }),
    item: top.item,
    ordinal: top.ordinal,
    title: top.title,
    path: top.path,
    confidence: top.confidence,
    missing,
  }
  if (wrong) return { ...base, shortfall: 'reviewed wrong' }
  if (out && top.confidence < threshold)
    return { ...base, shortfall: 'left out', because: `${out.title}: ${out.because}` }
  if (conflicting.has(top.item)) return { ...base, shortfall: 'conflict' }
  if (top.confidence < OTHER_SUBJECT) return { ...base, shortfall: 'other subject' }
  return {
    ...base,
    shortfall:
      weight(lacking) >= MISSING_SHARE * weight(own) ? 'words missing' : 'below the threshold',
  }
}

export interface FittingFix {
  kind: FixKind
  /** The item to teach or to extend. */
  item: number | null
  title: string | null
  /** Of the topic's questions, the share whose nearest passage is of that item; and how sure these are on the mean. */
  share: number
  confidence: number
}

const MOST_NEAR = 0.5
const TEACHABLE = 0.3
const EXTENDABLE = 0.14
const LIKENESS_FLOOR = 0.45

/** What kind of fix fits a topic, by where its questions came nearest: to one article nearly, to one article hardly, or to none. */
export function fittingFix(
  wordings: readonly (AskedWording & { nearest: Nearest | null })[],
): FittingFix {
  const all = wordings.reduce((sum, { times }) => sum + times, 0)
  const byItem = new Map<number, { title: string; times: number; sure: number }>()
  for (const { times, nearest } of wordings) {
    if (!nearest || nearest.shortfall === 'reviewed wrong') continue
    // "Tablets" are no "toilets": what is merely alike is offered only where it is quite sure.
    if (nearest.byLikeness && nearest.confidence < LIKENESS_FLOOR) continue
    const known = byItem.get(nearest.item) ?? { title: nearest.title, times: 0, sure: 0 }
    byItem.set(nearest.item, {
      ...known,
      times: known.times + times,
      sure: known.sure + times * nearest.confidence,
    })
  }
  const best = [...byItem].sort(([a, one], [b, other]) => other.sure - one.sure || a - b)[0]
  if (!best || all === 0) return { kind: 'write', item: null, title: null, share: 0, confidence: 0 }
  const [item, { title, times, sure }] = best
  const [share, confidence] = [times / all, sure / times]
  const one = { item, title, share, confidence }
  if (share >= MOST_NEAR && confidence >= TEACHABLE) return { kind: 'teach', ...one }
  if (share >= MOST_NEAR && confidence >= EXTENDABLE) return { kind: 'extend', ...one }
  return { kind: 'write', item: null, title: null, share, confidence }
}

/** What fixes of a kind reached: shares of their topics' questions that were answered rightly afterwards. */
export interface KnownFix {
  kind: FixKind
  reached: number
}

/** Until so many fixes of a kind are known, what they reach is taken from Janua's own trials. */
const LEAST_KNOWN = 10
const SHIPPED: Record<FixKind, number> = { teach: 0.7, extend: 0.6, write: 0.65 }

/**
 * The share of uncovered questions that a fix of a kind reaches: the mean of the team’s earlier ones, or the shipped figure while there are few.
 * @returns a share, 0 to 1
 */
export function reachedBy(kind: FixKind, known: readonly KnownFix[]): number {
  const own = known.filter((fix) => fix.kind === kind)
  return own.length < LEAST_KNOWN
    ? SHIPPED[kind]
    : own.reduce((sum, { reached }) => sum + reached, 0) / own.length
}

/**
 * Potential of a gap, "up to": uncovered questions a week times the share that earlier fixes of this kind reached.
 * @returns right answers a week
 */
export function potentialOf(
  uncoveredAWeek: number,
  kind: FixKind,
  known: readonly KnownFix[],
): number {
  return uncoveredAWeek * reachedBy(kind, known)
}

/** How a published fix stands: by the topic's later or replayed questions. */
export type FixStanding =
  | { state: 'not asked'; n: 0 }
  | {
      state: 'fixed' | 'below promise' | 'reopened'
      n: number
      share: number
      interval: Interval
      /** On fewer than 20 questions. */ few: boolean
    }

const ENOUGH = 20
/** A promise is kept within so much: between making and publishing a fix the confidence model may have been learnt anew. */
const LEEWAY = 0.03

/**
 * Fixed = answered rightly at the share promised, on at least 20 questions, else "fixed on n". What was fixed opens again when the 95 %
 * interval lies below the promise.
 * @param right expected right answers among n
 * @example fixStanding({ promise: 0.8, right: 18, n: 20, wasFixed: false }).state // 'fixed'
 */
export function fixStanding({
  promise,
  right,
  n,
  wasFixed,
}: {
  promise: number
  right: number
  n: number
  wasFixed: boolean
}): FixStanding {
  if (n === 0) return { state: 'not asked', n: 0 }
  const interval = wilson(right, n)
  const share = right / n
  const base = { n, share, interval, few: n < ENOUGH }
  if (wasFixed) return { state: interval.high < promise ? 'reopened' : 'fixed', ...base }
  return { state: share >= promise - LEEWAY ? 'fixed' : 'below promise', ...base }
}
