import { type Calibration, fitCalibration, type ReviewedCase } from '../maths/calibration.ts'
import { type Interval, middle95, wilson } from '../maths/intervals.ts'
import { seeded } from '../maths/random.ts'

/** What one visitor (else one conversation) asked in a period. */
export interface VisitorShare {
  /** Questions, those reviewed to be none left out. */
  n: number
  /** Sum of the standing reviews of answers, 0 to 1 each. */
  reviewed: number
  /** Confidences of the answers from the team's content that nobody reviewed. */
  unreviewed: readonly number[]
}

/** What confidence is worth, as far as it was reviewed. */
export interface Reviewed {
  /** Reviewed answers anywhere in the log: they calibrate. */
  cases: readonly ReviewedCase[]
  /** The audit's: drawn at random, they alone correct. */
  audited: readonly ReviewedCase[]
}

export interface Covered {
  /** 0 to 1; null when nothing was asked. */
  share: number | null
  interval: Interval
  /** Fewer than 30 visitors: the interval is Wilson's, on the effective number. */
  few: boolean
  n: number
}

export const FEW = 30
/** With fewer audited answers nothing is corrected: their mean would be chance. */
export const LEAST_AUDITED = 20
const ROUNDS = 300
/** Confidences are counted in so many steps, so that a resample costs steps and not answers. */
const STEPS = 100
const SEED = 20_262

/** What an unreviewed answer is worth by its confidence: as fitted on all reviews, and on each of their resamples. */
export interface Worth {
  point: Float64Array
  resamples: Float64Array[]
}

/**
 * Fits calibration and correction once for all figures that stand on the same reviews; the same input gives the same resamples.
 * @returns what an unreviewed answer is worth by its confidence, with resamples for intervals
 */
export function worthFrom({ cases, audited }: Reviewed): Worth {
  const random = seeded(SEED)
  const binned = binnedCases(cases)
  return {
    point: worthOf(binned, audited),
    resamples: Array.from({ length: ROUNDS }, () =>
      worthOf(drawnFrom(binned, random), drawnFrom(audited, random)),
    ),
  }
}

/** The same without resamples, where no interval is asked for: what an unreviewed answer of confidence p is worth, 0 to 1. */
export function expectedWorth({ cases, audited }: Reviewed): (p: number) => number {
  const point = worthOf(binnedCases(cases), audited)
  return (p) => point[stepOf(p)]!
}

/** What an unreviewed answer of this confidence is worth. */
export function worthAt({ point }: Worth, p: number): number {
  return point[stepOf(p)]!
}

/**
 * Coverage = Σ (review if any; else p if answered from the team's content; else 0) ÷ questions, where p is calibrated on the reviewed
 * answers and corrected by the audit's mean of (review − p).
 *
 * The interval is a bootstrap over visitors, with calibration and correction fitted anew on a resample of the reviews each time; below 30
 * visitors Wilson's on the effective number. The same input gives the same interval.
 * @see B. Efron, R. J. Tibshirani, An Introduction to the Bootstrap (1993), section 13.3
 * @example coverageOfVisitors([{ n: 2, reviewed: 1, unreviewed: [] }], worthFrom({ cases: [], audited: [] })).share // 0.5
 */
export function coverageOfVisitors(visitors: readonly VisitorShare[], worth: Worth): Covered {
  const all = packed(visitors)
  const n = sum(all.n)
  if (n === 0) return { share: null, interval: { low: 0, high: 1 }, few: true, n: 0 }
  const share = shareOf(all, undefined, worth.point)
  if (visitors.length < FEW) {
    const effective = effectiveOf(all.n)
    return { share, interval: wilson(share * effective, effective), few: true, n }
  }
  return { share, interval: resampled(all, worth), few: false, n }
}

/** Kish's effective number of visitors who asked differently often. @see L. Kish, Survey Sampling (1965) */
function effectiveOf(counts: Float64Array): number {
  let [total, squares] = [0, 0]
  for (const n of counts) {
    total += n
    squares += n * n
  }
  return squares === 0 ? 0 : (total * total) / squares
}

interface Packed {
  n: Float64Array
  reviewed: Float64Array
  /** For each visitor where its steps begin in `steps`; one more at the end. */
  from: Uint32Array
  steps: Uint8Array
}

function packed(visitors: readonly VisitorShare[]): Packed {
  const from = new Uint32Array(visitors.length + 1)
  for (const [i, { unreviewed }] of visitors.entries()) from[i + 1] = from[i]! + unreviewed.length
  const steps = new Uint8Array(from[visitors.length]!)
  for (const [i, { unreviewed }] of visitors.entries())
    for (const [k, p] of unreviewed.entries()) steps[from[i]! + k] = stepOf(p)
  return {
    n: Float64Array.from(visitors, ({ n }) => n),
    reviewed: Float64Array.from(visitors, (each) => each.reviewed),
    from,
    steps,
  }
}

function stepOf(p: number): number {
  return Math.min(STEPS - 1, Math.floor(p * STEPS))
}

/** What an unreviewed answer of each step of confidence is expected to be worth. */
function worthOf(cases: readonly ReviewedCase[], audited: readonly ReviewedCase[]): Float64Array {
  const calibrate = fitCalibration(cases)
  const off = auditedOff(audited, calibrate)
  return Float64Array.from({ length: STEPS }, (_, step) =>
    Math.min(1, Math.max(0, calibrate((step + 0.5) / STEPS) + off)),
  )
}

/**
 * By how much audited answers were righter, on the mean, than was promised; 0 while too few are audited.
 * @returns a difference of shares, −1 to 1
 */
export function auditedOff(audited: readonly ReviewedCase[], calibrate: Calibration): number {
  if (audited.length < LEAST_AUDITED) return 0
  const weights = audited.reduce((total, { weight }) => total + weight, 0)
  return (
    audited.reduce((total, { p, right, weight }) => total + weight * (right - calibrate(p)), 0) /
    weights
  )
}

/** @param times how often each visitor was drawn; each once when not given */
function shareOf(
  { n, reviewed, from, steps }: Packed,
  times: Uint16Array | undefined,
  worth: Float64Array,
): number {
  let [questions, right] = [0, 0]
  for (let i = 0; i < n.length; i++) {
    const drawn = times ? times[i]! : 1
    if (drawn === 0) continue
    questions += drawn * n[i]!
    let own = reviewed[i]!
    for (let k = from[i]!; k < from[i + 1]!; k++) own += worth[steps[k]!]!
    right += drawn * own
  }
  return questions === 0 ? 0 : right / questions
}

function resampled(all: Packed, { resamples }: Worth): Interval {
  const random = seeded(SEED)
  const size = all.n.length
  const times = new Uint16Array(size)
  const shares = resamples.map((worth) => {
    times.fill(0)
    for (let i = 0; i < size; i++) times[Math.floor(random() * size)]!++
    return shareOf(all, times, worth)
  })
  return middle95(shares.sort((a, b) => a - b))
}

/** Many reviewed answers as few weighted ones: by step of confidence and by worth. */
function binnedCases(cases: readonly ReviewedCase[]): ReviewedCase[] {
  if (cases.length <= STEPS) return [...cases]
  const bins = new Map<string, { p: number; right: number; weight: number; n: number }>()
  for (const { p, right, weight } of cases) {
    const key = `${Math.floor(p * 20)} ${right}`
    const bin = bins.get(key) ?? { p: 0, right, weight: 0, n: 0 }
    bins.set(key, { p: bin.p + p * weight, right, weight: bin.weight + weight, n: bin.n + 1 })
  }
  return [...bins.values()].map(({ p, right, weight }) => ({ p: p / weight, right, weight }))
}

/** The Bayesian bootstrap's draw: weights from an exponential distribution, as bins stand for many. @see D. B. Rubin, "The Bayesian bootstrap" (1981) */
function drawnFrom(cases: readonly ReviewedCase[], random: () => number): ReviewedCase[] {
  return cases.map((each) => ({
    ...each,
    weight: each.weight * exponentialMean(Math.max(1, Math.round(each.weight)), random),
  }))
}

/** Mean of n draws of an exponential distribution with mean 1; by its normal limit from some on. */
function exponentialMean(n: number, random: () => number): number {
  if (n > 12) return Math.max(0.05, 1 + gauss(random) / Math.sqrt(n))
  let total = 0
  for (let i = 0; i < n; i++) total -= Math.log(1 - random())
  return total / n
}

function gauss(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
}

function sum(values: Float64Array): number {
  let total = 0
  for (const value of values) total += value
  return total
}
