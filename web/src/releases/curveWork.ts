import {
  calibrationError,
  reviewedByTeam,
  LEAST_REVIEWED,
  reliability,
  type ReliabilityBin,
  seeded,
  type ThresholdPoint,
  thresholdCurve,
  type ThresholdInput,
  weighted,
} from '@janua/core'

/** What the threshold page shows of a set of reviewed answers. */
export interface CurveShown {
  points: ThresholdPoint[]
  bins: ReliabilityBin[]
  error: number
  reviewed: number
  /** How many reviewed answers are missing before a curve is drawn. */
  missing: number
}
export interface CurveOrder extends ThresholdInput {
  /** Tells orders apart: only the newest one's curve is shown. */
  number: number
}

/** The same reviews give the same band. */
const SEED = 41
/** Would-be answers finer than this are put together: the curve has steps of a hundredth. */
const GRID = 400

/** Computes the curve, or says how much is missing for one. Runs in a web worker, over core. */
export function curveOf({ number: _number, ...input }: CurveOrder): CurveShown {
  const cases = weighted(input.reviewed, input.volume)
  const reviewed = reviewedByTeam(input.reviewed)
  const missing = Math.max(0, LEAST_REVIEWED - reviewed)
  return {
    bins: reliability(cases),
    error: calibrationError(cases),
    reviewed,
    missing,
    points:
      missing > 0 ? [] : thresholdCurve({ ...input, volume: gathered(input.volume) }, seeded(SEED)),
  }
}

function gathered(volume: ThresholdInput['volume']): ThresholdInput['volume'] {
  const weights = { offered: new Map<number, number>(), silent: new Map<number, number>() }
  for (const { p, weight, offered } of volume) {
    // Nothing found stays nothing found: 0 is a place of its own.
    const at = p === 0 ? 0 : Math.max(1, Math.floor(p * GRID)) / GRID
    const own = offered ? weights.offered : weights.silent
    own.set(at, (own.get(at) ?? 0) + weight)
  }
  return [
    ...[...weights.offered].map(([p, weight]) => ({ p, weight, offered: true })),
    ...[...weights.silent].map(([p, weight]) => ({ p, weight })),
  ]
}
