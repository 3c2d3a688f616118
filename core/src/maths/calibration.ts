import { fitLogistic, sigmoid } from './logistic.ts'

/** An answer that was reviewed: how sure it was, how right it was (0 to 1), and for how many like it it stands. */
export interface ReviewedCase {
  p: number
  right: number
  weight: number
}

export interface ReliabilityBin {
  from: number
  to: number
  n: number
  /** Mean of what was promised, and of what came of it. */
  promised: number
  right: number
}

const BINS = 10

/**
 * A reliability diagram: answers by tenths of confidence, with what was promised and what came of it. Empty tenths are left out.
 * @param bins how many parts confidence is cut into
 */
export function reliability(cases: readonly ReviewedCase[], bins = BINS): ReliabilityBin[] {
  const made = Array.from({ length: bins }, (_, i) => ({
    from: i / bins,
    to: (i + 1) / bins,
    n: 0,
    weight: 0,
    promised: 0,
    right: 0,
  }))
  for (const { p, right, weight } of cases) {
    const bin = made[Math.min(bins - 1, Math.floor(p * bins))]!
    bin.n++
    bin.weight += weight
    bin.promised += weight * p
    bin.right += weight * right
  }
  return made
    .filter(({ weight }) => weight > 0)
    .map(({ from, to, n, weight, promised, right }) => ({
      from,
      to,
      n,
      promised: promised / weight,
      right: right / weight,
    }))
}

/**
 * Expected calibration error over equal bins, less what chance alone would give with these n: the mean absolute deviation of each bin's
 * binomial, √(2p(1−p)/πn).
 * @returns 0 for a perfect promise, at most 1; 0 for no cases
 * @see M. P. Naeini, G. F. Cooper, M. Hauskrecht, "Obtaining well calibrated probabilities using Bayesian binning" (2015)
 */
export function calibrationError(cases: readonly ReviewedCase[]): number {
  const all = cases.reduce((sum, { weight }) => sum + weight, 0)
  const weightOf = (from: number, to: number) =>
    cases.reduce(
      (sum, { p, weight }) => (p >= from && (p < to || to === 1) ? sum + weight : sum),
      0,
    )
  return reliability(cases).reduce((sum, { from, to, n, promised, right }) => {
    const byChance = Math.sqrt((2 * promised * (1 - promised)) / (Math.PI * n))
    return sum + (weightOf(from, to) / all) * Math.max(0, Math.abs(promised - right) - byChance)
  }, 0)
}

/** Confidence to the share that is right. */
export type Calibration = (p: number) => number

/** Platt's two numbers are drawn this strongly towards leaving the confidence as it is: with few reviews little is changed. */
const TOWARDS_PLAIN = 4

/**
 * Platt scaling of a confidence on reviewed answers: logit(right) = a + b·logit(p). Fitted as a departure from a = 0, b = 1, so that without
 * cases nothing changes. Two numbers, as reviews are few; isotonic steps would follow the accident of each of them.
 * @see J. Platt, "Probabilistic outputs for support vector machines" (1999)
 */
export function fitCalibration(cases: readonly ReviewedCase[]): Calibration {
  if (cases.length === 0) return (p) => p
  const rows = cases.flatMap(({ p }) => [
    [1, logit(p)],
    [1, logit(p)],
  ])
  const labels = cases.flatMap(() => [1, 0])
  const counts = cases.flatMap(({ right, weight }) => [right * weight, (1 - right) * weight])
  // Cases that say exactly what is promised stand for "leave it as it is".
  for (const p of PLAIN_AT) {
    rows.push([1, logit(p)], [1, logit(p)])
    labels.push(1, 0)
    counts.push((TOWARDS_PLAIN * p) / PLAIN_AT.length, (TOWARDS_PLAIN * (1 - p)) / PLAIN_AT.length)
  }
  const [a, b] = fitLogistic(rows, labels, 1e-6, counts)
  return (p) => sigmoid(a! + Math.max(0, b!) * logit(p))
}
const PLAIN_AT = [0.05, 0.2, 0.4, 0.6, 0.8, 0.95]

/**
 * The log-odds of a probability, kept finite at 0 and 1.
 * @param p 0 to 1; cut to 0.001 and 0.999
 */
export function logit(p: number): number {
  const kept = Math.min(0.999, Math.max(0.001, p))
  return Math.log(kept / (1 - kept))
}
