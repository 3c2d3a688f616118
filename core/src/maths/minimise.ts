/** A function's value and its slope at a point. */
export interface Valued {
  value: number
  gradient: Float64Array
}

interface Step {
  moved: Float64Array
  turned: Float64Array
  weight: number
}

const REMEMBERED = 10
const LEAST_SLOPE = 1e-5
const LEAST_GAIN = 1e-9

/**
 * The point where a smooth function is least, near a start: limited-memory BFGS with a line search that halves.
 * @see J. Nocedal, S. Wright, "Numerical Optimization" (2006), algorithm 7.5
 */
export function minimise(
  valued: (at: Float64Array) => Valued,
  start: Float64Array,
  rounds = 200,
): Float64Array {
  let at: Float64Array = Float64Array.from(start)
  let { value, gradient }: Valued = valued(at)
  const steps: Step[] = []
  for (let round = 0; round < rounds && largest(gradient) > LEAST_SLOPE; round++) {
    let direction: Float64Array = downhill(gradient, steps)
    let slope = product(direction, gradient)
    if (slope >= 0) {
      steps.length = 0
      direction = gradient.map((each) => -each)
      slope = product(direction, gradient)
    }
    let length = steps.length === 0 ? Math.min(1, 1 / largest(gradient)) : 1
    let next = along(at, direction, length)
    let there = valued(next)
    while (there.value > value + 1e-4 * length * slope && length > 1e-12) {
      length /= 2
      next = along(at, direction, length)
      there = valued(next)
    }
    if (length <= 1e-12) break
    const moved = next.map((each, i) => each - at[i]!)
    const turned = there.gradient.map((each, i) => each - gradient[i]!)
    const curve = product(moved, turned)
    if (curve > 1e-12) steps.push({ moved, turned, weight: 1 / curve })
    if (steps.length > REMEMBERED) steps.shift()
    const gain = value - there.value
    at = next
    ;({ value, gradient } = there)
    if (gain < LEAST_GAIN * Math.max(1, Math.abs(value))) break
  }
  return at
}

/** Minus the gradient, turned by what the last steps tell of the curvature. */
function downhill(gradient: Float64Array, steps: readonly Step[]): Float64Array {
  const q = gradient.map((each) => -each)
  const shares: number[] = []
  for (let i = steps.length - 1; i >= 0; i--) {
    const { moved, turned, weight } = steps[i]!
    const share = weight * product(moved, q)
    shares[i] = share
    for (let k = 0; k < q.length; k++) q[k]! -= share * turned[k]!
  }
  const last = steps.at(-1)
  if (last) {
    const scale = 1 / (last.weight * product(last.turned, last.turned))
    for (let k = 0; k < q.length; k++) q[k]! *= scale
  }
  steps.forEach(({ moved, turned, weight }, i) => {
    const back = shares[i]! - weight * product(turned, q)
    for (let k = 0; k < q.length; k++) q[k]! += back * moved[k]!
  })
  return q
}

function along(at: Float64Array, direction: Float64Array, length: number): Float64Array {
  return at.map((each, i) => each + length * direction[i]!)
}

function product(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}

function largest(values: Float64Array): number {
  let most = 0
  for (const value of values) most = Math.max(most, Math.abs(value))
  return most
}
