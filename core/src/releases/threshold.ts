import { type Calibration, fitCalibration, type JudgedCase } from '../maths/calibration.ts'
import { type Interval, middle95 } from '../maths/intervals.ts'
import type { Random } from '../maths/random.ts'

/** A question of a period with what the draft would answer it with, were the sill at nought. */
export interface WouldBe {
  /** Confidence; 0 where nothing was found. */
  p: number
  /** Questions like it in a week. */
  weight: number
  /** Unanswered, it would get offers of what comes near: "Is it one of these?" */
  offered?: boolean
}

/** A would-be answer that people judged. */
export interface JudgedWouldBe {
  p: number
  right: number
  /** Chance with which it was drawn for judging; null when it was not drawn but came up. */
  chance: number | null
  /** How much the judge's word counts: 1 for a lead's; a visitor's vote counts little, as those who vote are not those who ask. */
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

/** What a week comes to with the sill at one place. */
export interface SillPoint {
  sill: number
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
  /** False below the present sill where too little was judged to tell. */
  known: boolean
}

export interface ThresholdInput {
  volume: readonly WouldBe[]
  judged: readonly JudgedWouldBe[]
  /** Questions a week that are asked back about: they stay so, wherever the sill stands. */
  askedBack: number
  /** Of those who got offers, the share that took one; none where it is not told. */
  offersTaken?: number
  /** Of the others who got no answer, the share that goes to a person; the others leave. */
  handsOver: number
  /** The sill as it is now. */
  present: number
}

/** With fewer judged answers no curve is drawn. */
export const LEAST_JUDGED = 30
const STEPS = 100
const FOLDS = 5
const ROUNDS = 120
/** Judged answers that a tenth of confidence below the present sill needs, to be known. */
const LEAST_BELOW = 3

/**
 * What a week comes to for each place of the sill, from judged answers.
 *
 * The confidence is calibrated on judged answers, each weighted by the inverse of its chance of being judged, and read out of fold: each
 * fifth by a fit on the other four, and the rest by the mean of the five. The band resamples the judged answers and fits anew.
 * @returns a point for 0, 0.01, … 0.99
 * @throws {RangeError} when fewer than LEAST_JUDGED answers are judged
 * @see D. G. Horvitz, D. J. Thompson, "A generalization of sampling without replacement", JASA 47 (1952)
 */
export function thresholdCurve(input: ThresholdInput, random: Random): SillPoint[] {
  const { volume, judged, handsOver, offersTaken = 0 } = input
  const few = judgedByTeam(judged)
  if (few < LEAST_JUDGED)
    throw new RangeError(`${few} judged answers are too few; ${LEAST_JUDGED} are needed`)
  const sorted = [...volume].sort((a, b) => b.p - a.p)
  const cases = weighted(judged, volume)
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
  return Array.from({ length: STEPS }, (_, step): SillPoint => {
    const sill = step / STEPS
    const n = countFrom(sorted, sill)
    const answered = rights[0]!.weights[n]!
    const right = rights[0]!.right[n]!
    const taken = (offered.at(-1)! - offered[n]!) * offersTaken
    const silent = all - answered - taken
    const shares = rights
      .slice(1)
      .map((each) => each.right[n]! / answered)
      .sort((a, b) => a - b)
    return {
      sill,
      right,
      answered: (answered || 0) / (all + input.askedBack || 1),
      accuracy: answered > 0 ? right / answered : null,
      band: answered > 0 ? middle95(shares) : null,
      wrong: answered - right,
      taken,
      handedOver: silent * handsOver,
      unhelped: silent * (1 - handsOver),
      known: isKnown(sill, input),
    }
  })
}

/** How many people of the team judged: visitors' votes alone draw no curve. */
export function judgedByTeam(judged: readonly JudgedWouldBe[]): number {
  return judged.filter(({ word = 1 }) => word >= TEAM_WORD).length
}
const TEAM_WORD = 0.5

/** What a week costs with the sill at a place. */
export function costOf(
  { wrong, taken, handedOver, unhelped }: SillPoint,
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

/** The cheapest known place; of equally cheap ones the lowest. Undefined when none is known. */
export function cheapest(
  points: readonly SillPoint[],
  askedBack: number,
  costs: Costs,
): SillPoint | undefined {
  let best: SillPoint | undefined
  for (const point of points)
    if (
      point.known &&
      (!best || costOf(point, askedBack, costs) < costOf(best, askedBack, costs) - 1e-9)
    )
      best = point
  return best
}

/** Judged answers with the number that each stands for: by its chance where it was drawn, else by the share judged in its tenth. */
export function weighted(
  judged: readonly JudgedWouldBe[],
  volume: readonly WouldBe[],
): JudgedCase[] {
  const tenth = ({ p }: { p: number }) => Math.min(9, Math.floor(p * 10))
  const [asked, came] = [new Array<number>(10).fill(0), new Array<number>(10).fill(0)]
  for (const each of volume) asked[tenth(each)]! += each.weight
  for (const each of judged) came[tenth(each)]! += 1
  const raw = judged.map((each) =>
    each.chance === null
      ? Math.max(asked[tenth(each)]!, came[tenth(each)]!) / came[tenth(each)]!
      : 1 / each.chance,
  )
  const mean = raw.reduce((sum, weight) => sum + weight, 0) / raw.length
  // Weights far apart make a fit hang on a few cases: they are kept within a tenth and ten times their mean.
  return judged.map(({ p, right, word = 1 }, i) => ({
    p,
    right,
    weight: word * Math.min(10, Math.max(0.1, raw[i]! / mean)),
  }))
}

function foldsOf(cases: readonly JudgedCase[], random: Random): Set<number>[] {
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
function countFrom(sorted: readonly WouldBe[], sill: number): number {
  const after = sorted.findIndex(({ p }) => p < sill || p === 0)
  return after < 0 ? sorted.length : after
}

/** At and above the present sill answers are given and can be judged; below it every tenth on the way must have been judged. */
function isKnown(sill: number, { present, judged, volume }: ThresholdInput): boolean {
  for (let tenth = Math.floor(sill * 10 + 1e-9); tenth / 10 < present - 1e-9; tenth++) {
    const [from, to] = [Math.max(sill, tenth / 10), Math.min(present, (tenth + 1) / 10)]
    if (to - from < 0.02) continue
    const within = ({ p }: { p: number }) => p >= from && p < to
    if (
      volume.some(within) &&
      judgedByTeam(judged.filter(({ p }) => p >= tenth / 10 && p < (tenth + 1) / 10)) < LEAST_BELOW
    )
      return false
  }
  return true
}

/**
 * Chooses would-be answers for judging, those nearest to the sill most likely, spread over collections, each with its chance of being chosen.
 *
 * Systematic sampling with chances in proportion to a size: 1 at the sill, falling with the distance in confidence.
 * @returns at most `wanted` of them, with their chances, in the order given
 * @see W. G. Madow, "On the theory of systematic sampling, II", Annals of Mathematical Statistics 20 (1949)
 */
export function chooseToJudge<T extends { p: number; collection: string }>(
  from: readonly T[],
  sill: number,
  wanted: number,
  random: Random,
): { one: T; chance: number }[] {
  const size = ({ p }: T) => Math.exp(-Math.abs(p - sill) / 0.12) + 0.01
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
