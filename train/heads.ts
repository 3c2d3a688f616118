import { seeded } from '@janua/core'
import { Products } from '@janua/core/learning'
import { DIMENSIONS } from '../core/src/meaning/encoder.ts'
import type { Head } from '../core/src/meaning/heads.ts'
import type { TrainingDomain } from './domain.ts'

/** A head that also knows when no article fits: `least` is how near the best must come. */
export type NoneHead = Head & { least: number }

/** Cosines are this many times as steep as scores of words. */
const STEEPNESS = 20
const NEAREST = 3
const RATE = 3e-4
const PARTS = 4

interface Step {
  domain: TrainingDomain
  questions: number[]
}

/**
 * Tunes the last layer so that a question comes nearest to the sentences of the article that settles it: softmax over a domain's articles of
 * STEEPNESS times the mean of the three nearest, beside what words say.
 * @param offsets scores of words: domain, question, article
 */
export function trainHead(
  domains: readonly TrainingDomain[],
  start: Head,
  offsets: ReadonlyMap<string, readonly (readonly number[])[]>,
  { epochs, seed }: { epochs: number; seed: number },
): Head {
  const learning = new Learning(start, null)
  for (const { domain, questions } of steps(domains, epochs, seed, ({ covered }) =>
    covered.flatMap((is, question) => (is ? [question] : [])),
  )) {
    const offset = offsets.get(domain.name)!
    learning.step(domain, questions, (question) => offset[question]!)
  }
  return learning.head
}

/** The same without what words say, and with uncovered questions as ones that no article settles. */
export function trainNoneHead(
  domains: readonly TrainingDomain[],
  start: Head,
  { epochs, seed }: { epochs: number; seed: number },
): NoneHead {
  const learning = new Learning(start, STEEPNESS * 0.4)
  for (const { domain, questions } of steps(domains, epochs, seed, ({ covered }) => [
    ...covered.keys(),
  ]))
    learning.step(domain, questions, () => null)
  return { ...learning.head, least: learning.none! }
}

function steps(
  domains: readonly TrainingDomain[],
  epochs: number,
  seed: number,
  questionsOf: (domain: TrainingDomain) => number[],
): Step[] {
  const random = seeded(seed)
  const shuffled = <T>(all: readonly T[]) =>
    all
      .map((one) => [random(), one] as const)
      .sort(([a], [b]) => a - b)
      .map(([, one]) => one)
  return Array.from({ length: epochs }, () => {
    const all = domains.flatMap((domain) => {
      const questions = shuffled(questionsOf(domain))
      return Array.from({ length: PARTS }, (_, part) => ({
        domain,
        questions: questions.filter((__, i) => i % PARTS === part),
      }))
    })
    return shuffled(all)
  }).flat()
}

/** What a head makes of vectors: of unit length, one after the other. */
export function applied(head: Head, pooled: Float32Array): Float32Array {
  const learning = new Learning(head, null)
  const out = new Float32Array(pooled.length)
  for (let from = 0; from < pooled.length; from += AT_ONCE * DIMENSIONS)
    out.set(learning.forward(pooled.subarray(from, from + AT_ONCE * DIMENSIONS)).unit, from)
  return out
}
/** So many texts go through a head at once. */
const AT_ONCE = 1_000

/** One layer under Adam. @see D. Kingma, J. Ba, "Adam: a method for stochastic optimization" (2015) */
class Learning {
  readonly head: Head
  none: number | null
  private readonly products = new Products()
  private readonly moments: { first: Float32Array; second: Float32Array }[]
  private readonly noneMoments = { first: 0, second: 0 }
  private time = 0

  constructor(start: Head, none: number | null) {
    this.head = {
      weights: Float32Array.from(start.weights),
      bias: Float32Array.from(start.bias),
    }
    this.none = none
    this.moments = [this.head.weights, this.head.bias].map(({ length }) => ({
      first: new Float32Array(length),
      second: new Float32Array(length),
    }))
  }

  step(
    domain: TrainingDomain,
    questions: readonly number[],
    offsetOf: (question: number) => readonly number[] | null,
  ): void {
    const { owner, pooled } = domain.units
    const asked = rowsOf(domain.questions.pooled, questions)
    const q = this.forward(asked)
    const u = this.forward(pooled)
    const articles = domain.right[0]!.length
    const near = this.products.transposed(q.unit, questions.length, u.unit, owner.length)
    const pull = new Float32Array(near.length)
    let nonePull = 0
    questions.forEach((question, row) => {
      const { scores, chosen } = this.articleScores(near, row, owner, articles)
      const offset = offsetOf(question)
      const logits = scores.map((score, article) => STEEPNESS * score + (offset?.[article] ?? 0))
      if (this.none !== null) logits.push(this.none)
      const right = [
        ...domain.right[question]!,
        ...(this.none === null ? [] : [!domain.covered[question]]),
      ]
      const slopes = slopesOf(logits, right)
      if (this.none !== null) nonePull += slopes.at(-1)! / questions.length
      for (let article = 0; article < articles; article++)
        for (const unit of chosen[article]!)
          pull[row * owner.length + unit] =
            (slopes[article]! * STEEPNESS) / questions.length / chosen[article]!.length
    })
    const gradient = {
      weights: new Float32Array(DIMENSIONS * DIMENSIONS),
      bias: new Float32Array(DIMENSIONS),
    }
    const forQuestions = this.products.plain(pull, questions.length, owner.length, u.unit)
    const forUnits = this.products.ofTransposed(pull, questions.length, owner.length, q.unit)
    this.backward(asked, q, forQuestions, gradient)
    this.backward(pooled, u, forUnits, gradient)
    this.time++
    ;[this.head.weights, this.head.bias].forEach((values, i) =>
      this.adam(values, i === 0 ? gradient.weights : gradient.bias, this.moments[i]!),
    )
    if (this.none !== null) this.adamNone(nonePull)
  }

  /** The mean of the nearest units of each article, and which these are. */
  private articleScores(near: Float32Array, row: number, owner: Int32Array, articles: number) {
    const chosen: number[][] = Array.from({ length: articles }, () => [])
    const at = (unit: number) => near[row * owner.length + unit]!
    owner.forEach((article, unit) => {
      const own = chosen[article]!
      own.push(unit)
      own.sort((a, b) => at(b) - at(a))
      if (own.length > NEAREST) own.pop()
    })
    const scores = chosen.map((own) =>
      own.length === 0 ? 0 : own.reduce((sum, unit) => sum + at(unit), 0) / own.length,
    )
    return { scores, chosen }
  }

  forward(pooled: Float32Array): {
    unit: Float32Array
    bent: Float32Array
    lengths: Float32Array
  } {
    const rows = pooled.length / DIMENSIONS
    const bent = this.products.plain(pooled, rows, DIMENSIONS, this.head.weights)
    const unit = new Float32Array(bent.length)
    const lengths = new Float32Array(rows)
    for (let row = 0; row < rows; row++) {
      const from = row * DIMENSIONS
      let square = 0
      for (let i = from; i < from + DIMENSIONS; i++) {
        bent[i] = Math.tanh(bent[i]! + this.head.bias[i - from]!)
        square += bent[i]! ** 2
      }
      lengths[row] = Math.sqrt(square)
      for (let i = from; i < from + DIMENSIONS; i++) unit[i] = bent[i]! / lengths[row]!
    }
    return { unit, bent, lengths }
  }

  private backward(
    pooled: Float32Array,
    { unit, bent, lengths }: ReturnType<Learning['forward']>,
    pull: Float32Array,
    gradient: { weights: Float32Array; bias: Float32Array },
  ): void {
    const rows = lengths.length
    const through = new Float32Array(pull.length)
    for (let row = 0; row < rows; row++) {
      const from = row * DIMENSIONS
      let along = 0
      for (let i = from; i < from + DIMENSIONS; i++) along += pull[i]! * unit[i]!
      for (let i = from; i < from + DIMENSIONS; i++) {
        through[i] = ((pull[i]! - along * unit[i]!) / lengths[row]!) * (1 - bent[i]! ** 2)
        gradient.bias[i - from]! += through[i]!
      }
    }
    const weights = this.products.ofTransposed(pooled, rows, DIMENSIONS, through)
    for (let i = 0; i < weights.length; i++) gradient.weights[i]! += weights[i]!
  }

  private adam(
    values: Float32Array,
    gradient: Float32Array,
    { first, second }: { first: Float32Array; second: Float32Array },
  ): void {
    const [a, b] = [1 - 0.9 ** this.time, 1 - 0.999 ** this.time]
    for (let i = 0; i < values.length; i++) {
      first[i] = 0.9 * first[i]! + 0.1 * gradient[i]!
      second[i] = 0.999 * second[i]! + 0.001 * gradient[i]! ** 2
      values[i]! -= (RATE * (first[i]! / a)) / (Math.sqrt(second[i]! / b) + 1e-8)
    }
  }

  private adamNone(gradient: number): void {
    const [a, b] = [1 - 0.9 ** this.time, 1 - 0.999 ** this.time]
    const m = this.noneMoments
    m.first = 0.9 * m.first + 0.1 * gradient
    m.second = 0.999 * m.second + 0.001 * gradient ** 2
    this.none! -= (RATE * 30 * (m.first / a)) / (Math.sqrt(m.second / b) + 1e-8)
  }
}

/** How each logit pulls at −log of what falls to the right ones. */
function slopesOf(logits: readonly number[], right: readonly boolean[]): number[] {
  const most = Math.max(...logits)
  const powers = logits.map((logit) => Math.exp(logit - most))
  const all = powers.reduce((a, b) => a + b, 0)
  const mass = powers.reduce((sum, power, i) => sum + (right[i] ? power : 0), 0) + 1e-12
  return powers.map((power, i) => power / all - (right[i] ? power / mass : 0))
}

function rowsOf(values: Float32Array, rows: readonly number[]): Float32Array {
  const out = new Float32Array(rows.length * DIMENSIONS)
  rows.forEach((row, i) =>
    out.set(values.subarray(row * DIMENSIONS, (row + 1) * DIMENSIONS), i * DIMENSIONS),
  )
  return out
}
