import { logit } from '../maths/calibration.ts'
import { fitLogistic, sigmoid } from '../maths/logistic.ts'
import { analyse } from '../text/analyse.ts'
import type { Situation } from './conditions.ts'

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
const FOLDS = 5
const LEAST_TIMES = 2

/**
 * Learns which queue is right from words, nearest collections, door and what was told.
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
      .map(({ signs, queue, weight }) => ({
        odds: oddsOf(model, signs),
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

/** Every queue with its probability, the likeliest first. */
export function likeliest(
  classifier: QueueClassifier,
  situation: Situation,
): { queue: number; p: number }[] {
  const p = softmax(oddsOf(classifier, signsOf(situation)), classifier.temperature)
  const ranked = classifier.queues
    .map((queue, i) => ({ queue, p: p[i]! }))
    .sort((a, b) => b.p - a.p || a.queue - b.queue)
  const [a, b] = classifier.sureness
  const top = Math.max(1 / ranked.length, sigmoid(a + b * logit(ranked[0]!.p)))
  const rest = (1 - top) / Math.max(1e-12, 1 - ranked[0]!.p)
  return ranked.map(({ queue, p }, i) => ({ queue, p: i === 0 ? top : p * rest }))
}

/** The words and signs that speak most for a queue, against the mean of the others, with their log-odds. */
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

/** The signs of this very situation that spoke for a queue. */
export function signsFor(
  classifier: QueueClassifier,
  situation: Situation,
  queue: number,
  most = 5,
): string[] {
  const there = new Set(signsOf(situation))
  return strongestSigns(classifier, queue, classifier.features.length)
    .filter(({ sign }) => there.has(sign))
    .slice(0, most)
    .map(({ sign }) => sign)
}

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

type Fitted = Pick<QueueClassifier, 'queues' | 'features' | 'weights' | 'bias'>
interface Usable extends RoutedExample {
  signs: string[]
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
  const rows = examples.map(({ signs, queue, weight }) => ({
    has: placesOf(signs, place),
    right: queues.indexOf(queue),
    weight,
  }))
  const all = rows.reduce((sum, { weight }) => sum + weight, 0)
  const width = features.length
  const weights = queues.map(() => new Float64Array(width))
  const moved = queues.map(() => new Float64Array(width).fill(1e-6))
  const bias = new Float64Array(queues.length)
  for (let round = 0; round < ROUNDS; round++) {
    const slopes = queues.map((_, q) => weights[q]!.map((w) => -RIDGE * w))
    const biasSlopes = new Float64Array(queues.length)
    for (const { has, right, weight } of rows) {
      const p = softmax(
        queues.map((_, q) => bias[q]! + scaledSum(weights[q]!, has)),
        1,
      )
      const scale = 1 / Math.sqrt(Math.max(1, has.length))
      for (let q = 0; q < queues.length; q++) {
        const slope = (weight / all) * ((q === right ? 1 : 0) - p[q]!)
        biasSlopes[q]! += slope
        for (const f of has) slopes[q]![f]! += slope * scale
      }
    }
    for (let q = 0; q < queues.length; q++) {
      bias[q]! += STEP * biasSlopes[q]!
      for (let f = 0; f < width; f++) {
        moved[q]![f]! += slopes[q]![f]! ** 2
        weights[q]![f]! += (STEP * slopes[q]![f]!) / Math.sqrt(moved[q]![f]!)
      }
    }
  }
  const rounded = (row: Float64Array) => [...row].map((w) => Math.round(w * 1e4) / 1e4)
  return { queues, features, weights: weights.map(rounded), bias: rounded(bias) }
}

const placesOfClassifier = new WeakMap<readonly string[], Map<string, number>>()

function oddsOf({ features, weights, bias }: Fitted, signs: readonly string[]): number[] {
  let place = placesOfClassifier.get(features)
  if (!place)
    placesOfClassifier.set(features, (place = new Map(features.map((sign, i) => [sign, i]))))
  const has = placesOf(signs, place)
  return bias.map((base, q) => base + scaledSum(weights[q]!, has))
}

function placesOf(signs: readonly string[], place: ReadonlyMap<string, number>): number[] {
  return signs.flatMap((sign) => place.get(sign) ?? [])
}

/** A long message speaks no louder than a short one. */
function scaledSum(weights: ArrayLike<number>, has: readonly number[]): number {
  let sum = 0
  for (const f of has) sum += weights[f]!
  return sum / Math.sqrt(Math.max(1, has.length))
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
