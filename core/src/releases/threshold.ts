import { type Calibration, fitCalibration, type ReviewedCase } from '../maths/calibration.ts'
import { type Interval, middle95 } from '../maths/intervals.ts'
import type { Random } from '../maths/random.ts'

/** A question of a period with what the draft would answer it with, were the threshold at nought. */
export interface WouldBe {
  /** Confidence; 0 where nothing was found. */
  p: number
  /** Questions like it in a week. */
  weight: number
  /** Unanswered, it would get offers of what comes near: "Is it one of these?" */
  offered?: boolean
}

/** A would-be answer that people reviewed. */
export interface ReviewedWouldBe {
  p: number
  right: number
  /** Chance with which it was drawn for reviewing; null when it was not drawn but came up. */
  chance: number | null
  /** How much the review's word counts: 1 for a lead's; a visitor's vote counts little, as those who vote are not those who ask. */
  word?: number
}

/** What each outcome costs the team, in one unit of its choice; a right answer costs nothing. */
export interface Costs {
  wrong: number
  /** A visitor who has to tap once more: on a question back, or on what was offered. */
  askedBack: number
  handedOver: number
  unhelped: number
}

/** What a week comes to with the threshold at one place. */
export interface ThresholdPoint {
  threshold: number
  /** Share of questions that are answered. */
  answered: number
  /** Share of the answers that are right, and its 95 % band; null where nothing is answered. */
  accuracy: number | null
  band: Interval | null
  right: number
  wrong: number
  /** Not answered, and settled by taking what was offered. */
  taken: number
  handedOver: number
  unhelped: number
  /** False below the present threshold where too little was reviewed to tell. */
  known: boolean
}

export interface ThresholdInput {
  volume: readonly WouldBe[]
  reviewed: readonly ReviewedWouldBe[]
  /** Questions a week that are asked back about: they stay so, wherever the threshold stands. */
  askedBack: number
  /** Of those who got offers, the share that took one; none where it is not told. */
  offersTaken?: number
  /** Of the others who got no answer, the share that goes to a person; the others leave. */
  handsOver: number
  /** The threshold as it is now. */
  present: number
}

/** With fewer reviewed answers no curve is drawn. */
export const LEAST_REVIEWED = 30
const STEPS = 100
const FOLDS = 5
const ROUNDS = 120
/** Reviewed answers that a tenth of confidence below the present threshold needs, to be known. */
const LEAST_BELOW = 3

/**
 * What a week comes to for each place of the threshold, from reviewed answers.
 *
 * The confidence is calibrated on reviewed answers, each weighted by the inverse of its chance of being reviewed, and read out of fold: each
 * fifth by a fit on the other four, and the rest by the mean of the five. The band resamples the reviewed answers and fits anew.
 * @returns a point for 0, 0.01, … 0.99
 * @throws {RangeError} when fewer than LEAST_REVIEWED answers are reviewed
 * @see D. G. Horvitz, D. J. Thompson, "A generalization of sampling without replacement", JASA 47 (1952)
 */
export function thresholdCurve(input: ThresholdInput, random: Random): ThresholdPoint[] {
  const { volume, reviewed, handsOver, offersTaken = 0 } = input
  const few = reviewedByTeam(reviewed)
  if (few < LEAST_REVIEWED)
    throw new RangeError(`${few} reviewed answers are too few; ${LEAST_REVIEWED} are needed`)
  const sorted = [...volume].sort((a, b) => b.p - a.p)
  const cases = weighted(reviewed, volume)
  const fits = foldsOf(cases, random).map((held) =>
    fitCalibration(cases.filter((_, i) => !held.has(i))),
  )
  const middle: Calibration = (p) => fits.reduce((sum, fit) => sum + fit(p), 0) / fits.length
  const resampled = Array.from({ length: ROUNDS }, () =>
    fitCalibration(cases.map(() => cases[Math.floor(random() * cases.length)]!)),
  )
  const all = sorted.reduce((sum, { weight }) => sum + weight, 0)
  const rights = [middle, ...resampled].map((calibration) => runningRight(sorted, calibration))
  const offered = runningOffered(sorted)
  return Array.from({ length: STEPS }, (_, step): ThresholdPoint => {
    const threshold = step / STEPS
    const n = countFrom(sorted, threshold)
    const answered = rights[0]!.weights[n]!
    const right = rights[0]!.right[n]!
    const taken = (offered.at(-1)! - offered[n]!) * offersTaken
    const silent = all - answered - taken
    const shares = rights
      .slice(1)
      .map((each) => each.right[n]! / answered)
      .sort((a, b) => a - b)
    return {
      threshold,
      right,
      answered: (answered || 0) / (all + input.askedBack || 1),
      accuracy: answered > 0 ? right / answered : null,
      band: answered > 0 ? middle95(shares) : null,
      wrong: answered - right,
      taken,
      handedOver: silent * handsOver,
      unhelped: silent * (1 - handsOver),
      known: isKnown(threshold, input),
    }
  })
}

/** How many people of the team reviewed: visitors' votes alone draw no curve. */
export function reviewedByTeam(reviewed: readonly ReviewedWouldBe[]): number {
  return reviewed.filter(({ word = 1 }) => word >= TEAM_WORD).length
}
const TEAM_WORD = 0.5

/**
 * What a week costs with the threshold at a place.
 * @param askedBack messages a week that were asked back
 * @param costs of one answer, tap, hand-over and visitor each, in any one unit
 * @returns a sum in that unit
 */
export function costOf(
  { wrong, taken, handedOver, unhelped }: ThresholdPoint,
  askedBack: number,
  costs: Costs,
): number {
  return (
    wrong * costs.wrong +
    (askedBack + taken) * costs.askedBack +
    handedOver * costs.handedOver +
    unhelped * costs.unhelped
  )
}

/**
 * The cheapest known place; of equally cheap ones the lowest. Undefined when none is known.
 * @param points of one curve
 * @param askedBack as for `costOf`
 */
export function cheapest(
  points: readonly ThresholdPoint[],
  askedBack: number,
  costs: Costs,
): ThresholdPoint | undefined {
  let best: ThresholdPoint | undefined
  for (const point of points)
    if (
      point.known &&
      (!best || costOf(point, askedBack, costs) < costOf(best, askedBack, costs) - 1e-9)
    )
      best = point
  return best
}

/** What a lead should do with the threshold, and what a week changes by then: fewer is below 0. */
export interface ThresholdAdvice {
  says: 'raise' | 'lower' | 'keep'
  /** Where it should stand, 0 to 1. */
  threshold: number
  right: number
  wrong: number
  handedOver: number
  unhelped: number
  /** What a week costs less, in the unit of the costs; 0 when it stays. */
  saves: number
}
/** A place that saves less than this share of what a week costs is not worth a change. */
const WORTH_IT = 0.02

/**
 * Whether the threshold should move.
 * @param points of one curve
 * @param present where it stands, 0 to 1
 * @param askedBack as for `costOf`
 * @returns undefined where the present place or every other is unknown
 */
export function adviseOn(
  points: readonly ThresholdPoint[],
  present: number,
  askedBack: number,
  costs: Costs,
): ThresholdAdvice | undefined {
  const best = cheapest(points, askedBack, costs)
  const now = points.find(({ threshold }) => Math.abs(threshold - present) < 0.5 / STEPS)
  if (!best || !now?.known) return undefined
  const cost = costOf(now, askedBack, costs)
  const saves = cost - costOf(best, askedBack, costs)
  if (best.threshold === now.threshold || saves < WORTH_IT * cost)
    return { ...CHANGES_NOTHING, threshold: present }
  return {
    says: best.threshold > now.threshold ? 'raise' : 'lower',
    threshold: best.threshold,
    right: best.right - now.right,
    wrong: best.wrong - now.wrong,
    handedOver: best.handedOver - now.handedOver,
    unhelped: best.unhelped - now.unhelped,
    saves,
  }
}
const CHANGES_NOTHING = {
  says: 'keep',
  right: 0,
  wrong: 0,
  handedOver: 0,
  unhelped: 0,
  saves: 0,
} as const

/** Reviewed answers with the number that each stands for: by its chance where it was drawn, else by the share reviewed in its tenth. */
export function weighted(
  reviewed: readonly ReviewedWouldBe[],
  volume: readonly WouldBe[],
): ReviewedCase[] {
  const tenth = ({ p }: { p: number }) => Math.min(9, Math.floor(p * 10))
  const [asked, came] = [new Array<number>(10).fill(0), new Array<number>(10).fill(0)]
  for (const each of volume) asked[tenth(each)]! += each.weight
  for (const each of reviewed) came[tenth(each)]! += 1
  const raw = reviewed.map((each) =>
    each.chance === null
      ? Math.max(asked[tenth(each)]!, came[tenth(each)]!) / came[tenth(each)]!
      : 1 / each.chance,
  )
  const mean = raw.reduce((sum, weight) => sum + weight, 0) / raw.length
  // Weights far apart make a fit hang on a few cases: they are kept within a tenth and ten times their mean.
  return reviewed.map(({ p, right, word = 1 }, i) => ({
    p,
    right,
    weight: word * Math.min(10, Math.max(0.1, raw[i]! / mean)),
  }))
}

function foldsOf(cases: readonly ReviewedCase[], random: Random): Set<number>[] {
  const folds = Array.from({ length: FOLDS }, () => new Set<number>())
  const order = cases.map((_, i) => ({ i, at: random() })).sort((a, b) => a.at - b.at)
  for (const [place, { i }] of order.entries()) folds[place % FOLDS]!.add(i)
  return folds
}

/** Sums over the surest n questions, for every n. */
function runningRight(
  sorted: readonly WouldBe[],
  calibration: Calibration,
): { right: Float64Array; weights: Float64Array } {
  const [right, weights] = [
    new Float64Array(sorted.length + 1),
    new Float64Array(sorted.length + 1),
  ]
  for (const [i, { p, weight }] of sorted.entries()) {
    weights[i + 1] = weights[i]! + weight
    right[i + 1] = right[i]! + weight * calibration(p)
  }
  return { right, weights }
}

/** Of the surest n questions, how many would get offers, for every n. */
function runningOffered(sorted: readonly WouldBe[]): Float64Array {
  const sums = new Float64Array(sorted.length + 1)
  for (const [i, { weight, offered }] of sorted.entries())
    sums[i + 1] = sums[i]! + (offered ? weight : 0)
  return sums
}

/** How many of them are answered: a question for which nothing was found never is. */
function countFrom(sorted: readonly WouldBe[], threshold: number): number {
  const after = sorted.findIndex(({ p }) => p < threshold || p === 0)
  return after < 0 ? sorted.length : after
}

/** At and above the present threshold answers are given and can be reviewed; below it every tenth on the way must have been reviewed. */
function isKnown(threshold: number, { present, reviewed, volume }: ThresholdInput): boolean {
  for (let tenth = Math.floor(threshold * 10 + 1e-9); tenth / 10 < present - 1e-9; tenth++) {
    const [from, to] = [Math.max(threshold, tenth / 10), Math.min(present, (tenth + 1) / 10)]
    if (to - from < 0.02) continue
    const within = ({ p }: { p: number }) => p >= from && p < to
    if (
      volume.some(within) &&
      reviewedByTeam(reviewed.filter(({ p }) => p >= tenth / 10 && p < (tenth + 1) / 10)) <
        LEAST_BELOW
    )
      return false
  }
  return true
}

/**
 * Chooses would-be answers for reviewing, those nearest to the threshold most likely, spread over collections, each with its chance of being chosen.
 *
 * Systematic sampling with chances in proportion to a size: 1 at the threshold, falling with the distance in confidence.
 * @returns at most `wanted` of them, with their chances, in the order given
 * @see W. G. Madow, "On the theory of systematic sampling, II", Annals of Mathematical Statistics 20 (1949)
 */
export function chooseToReview<T extends { p: number; collection: string }>(
  from: readonly T[],
  threshold: number,
  wanted: number,
  random: Random,
): { one: T; chance: number }[] {
  const size = ({ p }: T) => Math.exp(-Math.abs(p - threshold) / 0.12) + 0.01
  const ordered = from
    .map((one, i) => ({ one, i }))
    .sort(
      (a, b) => a.one.collection.localeCompare(b.one.collection) || a.one.p - b.one.p || a.i - b.i,
    )
  const certain = from.length <= wanted
  const step = ordered.reduce((sum, { one }) => sum + size(one), 0) / wanted
  let [passed, next] = [0, random() * step]
  const chosen: { one: T; i: number; chance: number }[] = []
  for (const { one, i } of ordered) {
    const upTo = passed + size(one)
    if (certain || next < upTo)
      chosen.push({ one, i, chance: certain ? 1 : Math.min(1, size(one) / step) })
    while (next < upTo) next += step
    passed = upTo
  }
  return chosen.sort((a, b) => a.i - b.i).map(({ one, chance }) => ({ one, chance }))
}
