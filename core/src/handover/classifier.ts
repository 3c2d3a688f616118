import { logit } from '../maths/calibration.ts'
import { fitLogistic, sigmoid } from '../maths/logistic.ts'
import { analyse } from '../text/analyse.ts'
import type { Situation, WordsMeaning } from './situation.ts'

/** A hand-over whose right queue is known, and how much it counts: 1 when confirmed or moved to, ¼ when it was merely not moved. */
export interface RoutedExample {
  situation: Situation
  queue: number
  weight: number
}

/** Multinomial logistic regression from what is known at a hand-over to its right queue. A plain value: it is frozen in a release. */
export interface QueueClassifier {
  queues: number[]
  features: string[]
  /** Log-odds of each feature, a row for each queue. */
  weights: number[][]
  bias: number[]
  /** The same of each direction of meaning, and by which encoder; none where too few examples have a meaning. */
  meaning?: { encoder: string; weights: number[][] } | undefined
  /** Log-odds are divided by it, so that probabilities are as sure as they turn out right. */
  temperature: number
  /** The likeliest queue's log-odds become a + b times what they were: words of chance make the unclear look clearer than they are. */
  sureness: [a: number, b: number]
  examples: number
  /** How many of the hand-overs that it had not seen came to the right queue, in five folds. Models of before have none. */
  heldOut?: { n: number; right: number }
}

/** Examples that there must be in all, and of a queue for it to be one of the choices. */
export const LEAST_EXAMPLES = 40
export const LEAST_OF_A_QUEUE = 5
const ROUNDS = 120
const STEP = 0.5
/** Penalty on the square of each weight, as a share of an example; usual range 0.001 to 0.1. */
const RIDGE = 0.004
/** The same on directions of meaning, of which there are few. */
const MEANING_RIDGE = 0.0015
const FOLDS = 5
const LEAST_TIMES = 2

/**
 * Learns which queue is right from words and what they mean, nearest collections, door and what was told.
 * @returns null with too few examples: fewer than 40, or fewer than two queues with five each
 * @see C. Guo et al., "On calibration of modern neural networks" (2017), section 4.2, for the temperature; it is fitted on folds left out
 */
export function trainClassifier(examples: readonly RoutedExample[]): QueueClassifier | null {
  const counts = new Map<number, number>()
  for (const { queue } of examples) counts.set(queue, (counts.get(queue) ?? 0) + 1)
  const queues = [...counts]
    .filter(([, n]) => n >= LEAST_OF_A_QUEUE)
    .map(([queue]) => queue)
    .sort((a, b) => a - b)
  const usable = examples
    .filter(({ queue }) => queues.includes(queue))
    .map((example) => ({ ...example, signs: signsOf(example.situation) }))
  if (usable.length < LEAST_EXAMPLES || queues.length < 2) return null
  // Queues are balanced: else everything looks like the one that is busiest. A queue counts by the root of its share.
  for (const example of usable)
    example.weight *= Math.sqrt(usable.length / (queues.length * counts.get(example.queue)!))
  const held = usable.flatMap((_, i) =>
    i < FOLDS ? [usable.filter((__, k) => k % FOLDS !== i)] : [],
  )
  const leftOut = held.flatMap((rest, fold) => {
    const model = fit(rest, queues)
    return usable
      .filter((_, k) => k % FOLDS === fold)
      .map(({ signs, situation: { meaning }, queue, weight }) => ({
        odds: oddsOf(model, { signs, meaning }),
        right: queues.indexOf(queue),
        weight,
      }))
  })
  const temperature = bestTemperature(leftOut)
  const hits = leftOut.filter(({ odds, right }) => odds.indexOf(Math.max(...odds)) === right).length
  return {
    ...fit(usable, queues),
    temperature,
    sureness: fitSureness(leftOut, temperature),
    examples: usable.length,
    heldOut: { n: leftOut.length, right: hits },
  }
}

/**
 * Every queue with its probability, the likeliest first.
 * @returns probabilities with the sum 1
 */
export function likeliest(
  classifier: QueueClassifier,
  situation: Situation,
): { queue: number; p: number }[] {
  const { meaning } = situation
  const odds = oddsOf(classifier, { signs: signsOf(situation), meaning })
  const p = softmax(odds, classifier.temperature)
  const ranked = classifier.queues
    .map((queue, i) => ({ queue, p: p[i]! }))
    .sort((a, b) => b.p - a.p || a.queue - b.queue)
  const [a, b] = classifier.sureness
  const top = Math.max(1 / ranked.length, sigmoid(a + b * logit(ranked[0]!.p)))
  const rest = (1 - top) / Math.max(1e-12, 1 - ranked[0]!.p)
  return ranked.map(({ queue, p }, i) => ({ queue, p: i === 0 ? top : p * rest }))
}

/**
 * The words and signs that speak most for a queue, against the mean of the others, with their log-odds.
 * @param most how many at most
 * @returns the strongest first
 */
export function strongestSigns(
  { queues, features, weights, temperature }: QueueClassifier,
  queue: number,
  most = 12,
): { sign: string; odds: number }[] {
  const own = queues.indexOf(queue)
  if (own < 0) return []
  const against = (f: number) =>
    weights.reduce((sum, row, i) => sum + (i === own ? 0 : row[f]!), 0) / (queues.length - 1)
  return features
    .map((sign, f) => ({ sign, odds: (weights[own]![f]! - against(f)) / temperature }))
    .filter(({ odds }) => odds > 0)
    .sort((a, b) => b.odds - a.odds)
    .slice(0, most)
}

/** What of this very situation spoke for a queue: words and signs, and what is meant as a whole. */
export function signsFor(
  classifier: QueueClassifier,
  situation: Situation,
  queue: number,
  most = 5,
): string[] {
  const own = classifier.queues.indexOf(queue)
  if (own < 0) return []
  const there = signsOf(situation)
  const known = new Set(there)
  const all = strongestSigns(classifier, queue, classifier.features.length)
    .filter(({ sign }) => known.has(sign))
    .map(({ sign, odds }) => ({ sign, odds: odds * loudness(there.length) }))
  const meant = meaningOdds(classifier, situation.meaning)
  const others = (meant.reduce((sum, odds) => sum + odds, 0) - meant[own]!) / (meant.length - 1)
  const odds = (meant[own]! - others) / classifier.temperature
  if (odds > 0) all.push({ sign: AS_A_WHOLE, odds })
  return all
    .sort((a, b) => b.odds - a.odds)
    .slice(0, most)
    .map(({ sign }) => sign)
}
const AS_A_WHOLE = 'overall meaning'

/** What the classifier looks at: words as their stems, and what else is known, each once. */
export function signsOf({ words, language, collections, door, told }: Situation): string[] {
  const stems = analyse(words, language)
    .map(({ stem }) => stem)
    .filter((stem) => !stem.startsWith('#'))
  const pairs = stems.slice(1).map((stem, i) => `${stems[i]} ${stem}`)
  const answers = Object.entries(told)
    .filter(([field, value]) => field !== 'name' && field !== 'mail' && value !== '')
    .map(([field, value]) => `${field} = ${value.toLowerCase().slice(0, 60)}`)
  return [
    ...new Set([
      ...stems,
      ...pairs,
      ...collections.map((collection) => `near ${collection}`),
      `door ${door}`,
      ...answers,
    ]),
  ]
}

type Fitted = Pick<QueueClassifier, 'queues' | 'features' | 'weights' | 'bias' | 'meaning'>
interface Usable extends RoutedExample {
  signs: string[]
}

/** Numbers of a row that are not nought, each at its place. */
interface Row {
  places: number[]
  values: number[]
  right: number
  weight: number
}

/** Full-batch gradient steps, each weight with a step of its own that shrinks as it has moved (AdaGrad). Nothing is left to chance. */
function fit(examples: readonly Usable[], queues: number[]): Fitted {
  const times = new Map<string, number>()
  for (const { signs } of examples)
    for (const sign of signs) times.set(sign, (times.get(sign) ?? 0) + 1)
  const features = [...times]
    .filter(([, n]) => n >= LEAST_TIMES)
    .map(([sign]) => sign)
    .sort()
  const place = new Map(features.map((sign, i) => [sign, i]))
  const encoder = commonEncoder(examples)
  const directions = encoder
    ? examples.find(({ situation }) => situation.meaning?.encoder === encoder)!.situation.meaning!
        .at.length
    : 0
  const rows = examples.map(({ situation: { meaning }, signs, queue, weight }): Row => {
    const has = placesOf(signs, place)
    const at = encoder && meaning?.encoder === encoder ? meaning.at : []
    return {
      places: [...has, ...at.map((_, i) => features.length + i)],
      values: [...has.map(() => loudness(has.length)), ...at],
      right: queues.indexOf(queue),
      weight,
    }
  })
  const ridge = new Float64Array(features.length + directions).fill(MEANING_RIDGE)
  const { weights, bias } = descend(rows, queues.length, ridge.fill(RIDGE, 0, features.length))
  const rounded = (row: Float64Array) => [...row].map((w) => Math.round(w * 1e4) / 1e4)
  return {
    queues,
    features,
    weights: weights.map((row) => rounded(row.subarray(0, features.length))),
    bias: rounded(bias),
    ...(encoder && {
      meaning: { encoder, weights: weights.map((row) => rounded(row.subarray(features.length))) },
    }),
  }
}

/** The encoder by which most examples have a meaning. */
function commonEncoder(examples: readonly RoutedExample[]): string | undefined {
  const times = new Map<string, number>()
  for (const { situation } of examples)
    if (situation.meaning)
      times.set(situation.meaning.encoder, (times.get(situation.meaning.encoder) ?? 0) + 1)
  return [...times].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))[0]?.[0]
}

/** @param ridge penalty on the square of each weight of a queue */
function descend(
  rows: readonly Row[],
  queues: number,
  ridge: Float64Array,
): { weights: Float64Array[]; bias: Float64Array } {
  const all = rows.reduce((sum, { weight }) => sum + weight, 0)
  const width = ridge.length
  const each = <T>(make: () => T) => Array.from({ length: queues }, make)
  const weights = each(() => new Float64Array(width))
  const moved = each(() => new Float64Array(width).fill(1e-6))
  const slopes = each(() => new Float64Array(width))
  const bias = new Float64Array(queues)
  for (let round = 0; round < ROUNDS; round++) {
    slopes.forEach((row, q) => row.forEach((_, f) => (row[f] = -ridge[f]! * weights[q]![f]!)))
    const biasSlopes = new Float64Array(queues)
    for (const { places, values, right, weight } of rows) {
      const odds = weights.map((row, q) => bias[q]! + sumAt(row, places, values))
      softmax(odds, 1).forEach((p, q) => {
        const slope = (weight / all) * ((q === right ? 1 : 0) - p)
        const row = slopes[q]!
        biasSlopes[q]! += slope
        for (let i = 0; i < places.length; i++) row[places[i]!]! += slope * values[i]!
      })
    }
    for (let q = 0; q < queues; q++) {
      const [row, slope, far] = [weights[q]!, slopes[q]!, moved[q]!]
      bias[q]! += STEP * biasSlopes[q]!
      for (let f = 0; f < width; f++) {
        far[f]! += slope[f]! ** 2
        row[f]! += (STEP * slope[f]!) / Math.sqrt(far[f]!)
      }
    }
  }
  return { weights, bias }
}

const placesOfClassifier = new WeakMap<readonly string[], Map<string, number>>()

function oddsOf(
  fitted: Fitted,
  { signs, meaning }: { signs: readonly string[]; meaning?: WordsMeaning | undefined },
): number[] {
  const { features, weights, bias } = fitted
  let place = placesOfClassifier.get(features)
  if (!place)
    placesOfClassifier.set(features, (place = new Map(features.map((sign, i) => [sign, i]))))
  const has = placesOf(signs, place)
  const loud = has.map(() => loudness(has.length))
  const meant = meaningOdds(fitted, meaning)
  return bias.map((base, q) => base + sumAt(weights[q]!, has, loud) + meant[q]!)
}

/** What the meaning of the words alone says of each queue; nothing where another encoder read them. */
function meaningOdds({ queues, meaning: learnt }: Fitted, meaning?: WordsMeaning): number[] {
  if (!learnt || learnt.encoder !== meaning?.encoder) return queues.map(() => 0)
  const places = meaning.at.map((_, i) => i)
  return learnt.weights.map((row) => sumAt(row, places, meaning.at))
}

function placesOf(signs: readonly string[], place: ReadonlyMap<string, number>): number[] {
  return signs.flatMap((sign) => place.get(sign) ?? [])
}

/** A long message speaks no louder than a short one. */
function loudness(signs: number): number {
  return 1 / Math.sqrt(Math.max(1, signs))
}

function sumAt(
  row: ArrayLike<number>,
  places: readonly number[],
  values: readonly number[],
): number {
  let sum = 0
  for (let i = 0; i < places.length; i++) sum += row[places[i]!]! * values[i]!
  return sum
}

function softmax(odds: readonly number[], temperature: number): number[] {
  const top = Math.max(...odds)
  const parts = odds.map((each) => Math.exp((each - top) / temperature))
  const all = parts.reduce((sum, part) => sum + part, 0)
  return parts.map((part) => part / all)
}

/** Platt scaling of the likeliest queue's probability, on the examples that were left out. */
function fitSureness(
  leftOut: readonly { odds: number[]; right: number; weight: number }[],
  temperature: number,
): [number, number] {
  const rows = leftOut.map(({ odds, right, weight }) => {
    const p = softmax(odds, temperature)
    const top = p.indexOf(Math.max(...p))
    return { row: [1, logit(p[top]!)], hit: top === right ? 1 : 0, weight }
  })
  const [a, b] = fitLogistic(
    rows.map(({ row }) => row),
    rows.map(({ hit }) => hit),
    0.05,
    rows.map(({ weight }) => weight),
  )
  return [a!, Math.max(0, b!)]
}

/** The temperature with the least surprise on examples that were left out; found by halving, as the surprise has one lowest point. */
function bestTemperature(
  leftOut: readonly { odds: number[]; right: number; weight: number }[],
): number {
  const surprise = (temperature: number) =>
    leftOut.reduce(
      (sum, { odds, right, weight }) =>
        sum - weight * Math.log(Math.max(1e-12, softmax(odds, temperature)[right]!)),
      0,
    )
  let [low, high] = [Math.log(0.2), Math.log(6)]
  for (let i = 0; i < 30; i++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
    if (surprise(Math.exp(a)) < surprise(Math.exp(b))) high = b
    else low = a
  }
  return Math.exp((low + high) / 2)
}
