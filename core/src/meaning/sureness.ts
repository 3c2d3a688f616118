import { type BoostedTrees, treeOdds } from '../maths/boostedTrees.ts'
import { sigmoid } from '../maths/logistic.ts'
import { MEANING_SIGNALS } from './meaningSignals.ts'
import { shares, type SignalRows } from './ranker.ts'

/** What a ranking shows of whether its first article really settles the question. */
export interface Ranking {
  /** Names of the signals, in the order of each row. */
  names: readonly string[]
  /** Signals as they came, not standardised. */
  rows: SignalRows
  scores: readonly number[]
  /** What the head that knows "none of these" says, where there is an encoder. */
  none?: NoneView
}
export interface NoneView {
  /** How near each article comes, and how near the best has to come. */
  near: readonly number[]
  least: number
  /** All signals of the first article under that head. */
  first: readonly number[]
}

/** How sure an answer is by features of a ranking: a line and trees together, scaled so that it promises what comes of it. */
export interface SurenessModel {
  mean: readonly number[]
  spread: readonly number[]
  weights: readonly number[]
  constant: number
  trees: readonly BoostedTrees[]
  scale: readonly [slope: number, constant: number]
}

/** Signals whose own first article is compared with the first of all. */
const VOICES = [
  'match by fields',
  'letters of the article',
  'alike to the article',
  'alike to a sentence',
  'near a sentence',
  'near the article',
  'match by fields, parts of words',
  'shipped: nearest three sentences',
  'tuned: nearest three sentences',
  'tuned: nearest section',
  'tuned: all sentences',
]
const STEEPNESS = 20
/** Place of "nearest three sentences" among the signals of meaning. */
export const NEAREST_THREE = MEANING_SIGNALS.indexOf('nearest three sentences')
/** So many of them are of the whole question. */
export const OF_WHOLE = 7

/** The first article, or the first among equals. */
export function firstOf(scores: readonly number[]): number {
  let first = 0
  for (let i = 1; i < scores.length; i++) if (scores[i]! > scores[first]!) first = i
  return first
}

/**
 * Features of how sure the first article is; their number depends on which signals there are.
 * @param names of the signals in the rows
 * @param rows standardised signals of each article
 * @param scores of the articles
 */
export function surenessFeatures({ names, rows, scores, none }: Ranking): number[] {
  const p = shares(scores)
  const first = firstOf(scores)
  const sorted = scores.toSorted((a, b) => b - a)
  const others = (place: number) => sorted[0]! - (sorted[place] ?? sorted.at(-1)!)
  const chance = Math.min(p[first]!, 1 - 1e-9)
  const voices = VOICES.flatMap((name) => {
    const at = names.indexOf(name)
    return at < 0 ? [] : [rows.filter((row) => row[at]! > rows[first]![at]!).length]
  })
  const agreeing = voices.map((above) => (above === 0 ? 1 : 0))
  return [
    chance,
    Math.log(chance / (1 - chance)),
    scores[first]!,
    others(1),
    others(2),
    p.reduce((sum, each) => sum + each * Math.log(each + 1e-12), 0),
    p
      .toSorted((a, b) => b - a)
      .slice(0, 3)
      .reduce((a, b) => a + b, 0),
    ...agreeing,
    agreeing.reduce((a: number, b) => a + b, 0),
    voices.reduce((sum, above) => sum + Math.log1p(above), 0) / voices.length,
    Math.max(...voices),
    ...rows[first]!,
    ...(none ? noneFeatures(none, first) : []),
  ]
}

function noneFeatures({ near, least, first: signals }: NoneView, first: number): number[] {
  const p = shares([...near.map((each) => STEEPNESS * each), least])
  const articles = p.slice(0, -1)
  return [
    articles[first]!,
    p.at(-1)!,
    Math.max(...articles),
    Math.log(articles[first]! + 1e-6),
    ...signals,
  ]
}

/** Log-odds that the first article settles the question, before they are scaled. */
export function surenessOdds(
  { mean, spread, weights, constant, trees }: Omit<SurenessModel, 'scale'>,
  features: readonly number[],
): number {
  let line = constant
  for (let i = 0; i < features.length; i++)
    line += (weights[i]! * (features[i]! - mean[i]!)) / spread[i]!
  const bent = trees.reduce((sum, each) => sum + treeOdds(each, features), 0)
  return line + bent / Math.max(1, trees.length)
}

/**
 * Chance that the first article settles the question.
 * @returns a probability, 0 to 1
 */
export function sureness(model: SurenessModel, features: readonly number[]): number {
  const [slope, constant] = model.scale
  return sigmoid(slope * surenessOdds(model, features) + constant)
}
