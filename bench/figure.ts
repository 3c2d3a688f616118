import type { PeerName } from './peers/peers.ts'

/** One measured figure, as `--json` prints it. `holds` is there only where a limit is. */
export interface Figure {
  suite: string
  case: string
  subject: string
  measure: string
  value: number
  low?: number
  high?: number
  unit: string
  n: number
  atLeast?: number
  atMost?: number
  holds?: boolean
}

/** What a subject's own process reports. */
export type Measured = Omit<Figure, 'suite' | 'case' | 'subject' | 'atLeast' | 'atMost' | 'holds'>

export interface SubjectJob {
  subject: 'janua' | PeerName
  measure: 'speed' | 'health' | 'large'
  passages: number
}

export type Run = (job: SubjectJob) => Promise<Measured[]>

/** Marks a figure as held or not. */
export function withLimit(figure: Figure, limit: { atLeast?: number; atMost?: number }): Figure {
  const holds =
    (limit.atLeast === undefined || figure.value >= limit.atLeast) &&
    (limit.atMost === undefined || figure.value <= limit.atMost)
  return { ...figure, ...limit, holds }
}

export { wilson } from '@janua/core'

export function quantile(sorted: readonly number[], share: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
}
