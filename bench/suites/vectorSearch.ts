import { seeded } from '@janua/core'
import { ByteRows } from '../../core/src/meaning/byteRows.ts'
import { VECTOR_WIDTH } from '../../core/src/meaning/heads.ts'
import { mean } from '../bootstrap.ts'
import { type Figure, quantile, withLimit } from '../figure.ts'

const SECTIONS = 100_000
const ASKED = 60
/** How many topics the vectors gather about, so that some come as near to a question as sections do. */
const TOPICS = 500
const NEAREST = 50

/** Questions held against the vectors of 100,000 sections, a byte a number, and what is lost beside the same in whole numbers of eight bytes. */
export function vectorSearch(): Figure[] {
  const random = seeded(21)
  const about = Array.from({ length: TOPICS }, () => vector(random))
  const near = () => {
    const centre = about[Math.floor(random() * TOPICS)]!
    return unit(centre.map((value) => value + 0.05 * gauss(random)))
  }
  const exact = Array.from({ length: SECTIONS }, near)
  const steps = exact.map((each) => Math.max(...each.map(Math.abs)) / 127)
  const rows = new ByteRows(SECTIONS, VECTOR_WIDTH, (row) =>
    Int8Array.from(exact[row]!, (value) => Math.round(value / steps[row]!)),
  )
  const sizes = Float32Array.from(steps)
  const milliseconds: number[] = []
  const recalls = Array.from({ length: ASKED }, () => {
    const asked = near()
    const began = performance.now()
    const products = rows.products(asked)
    for (let row = 0; row < SECTIONS; row++) products[row]! *= sizes[row]!
    const found = nearest(products)
    milliseconds.push(performance.now() - began)
    const wanted = nearest(Float64Array.from(exact, (each) => dot(asked, each)))
    return [...wanted].filter((row) => found.has(row)).length / NEAREST
  })
  const figure = (measure: string, value: number, unit: string): Figure => ({
    suite: 'meaning',
    case: `${SECTIONS} sections`,
    subject: 'janua',
    measure,
    value,
    unit,
    n: ASKED,
  })
  milliseconds.sort((a, b) => a - b)
  return [
    withLimit(figure('a question held against all, p95', quantile(milliseconds, 0.95), 'ms'), {
      atMost: 10,
    }),
    withLimit(figure(`of the nearest ${NEAREST}, found`, mean(recalls), 'share'), {
      atLeast: 0.99,
    }),
  ]
}

/** The rows that come nearest. */
function nearest(products: ArrayLike<number>): Set<number> {
  const best: number[] = []
  let least = -Infinity
  for (let row = 0; row < products.length; row++) {
    const own = products[row]!
    if (best.length === NEAREST && own <= least) continue
    let at = best.length
    while (at > 0 && products[best[at - 1]!]! < own) at--
    best.splice(at, 0, row)
    if (best.length > NEAREST) best.pop()
    least = products[best.at(-1)!]!
  }
  return new Set(best)
}

function vector(random: () => number): Float32Array {
  return unit(Float32Array.from({ length: VECTOR_WIDTH }, () => gauss(random)))
}

function unit(values: Float32Array): Float32Array {
  const length = Math.sqrt(dot(values, values))
  return values.map((value) => value / length)
}

/** By the sum of twelve even chances. */
function gauss(random: () => number): number {
  let sum = -6
  for (let i = 0; i < 12; i++) sum += random()
  return sum
}

function dot(a: Float32Array, b: Float32Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}
