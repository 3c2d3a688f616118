import { type Figure, type Run, withLimit } from '../figure.ts'

const SIZES = [1_000, 20_000]
const PEERS = ['janua', 'minisearch'] as const
/** What "well under a second" means for the whole answer, index look-up to extract, on one core. */
const LIMITS: Record<string, { atMost: number }> = {
  'answer p95': { atMost: 50 },
  'index build': { atMost: 30 },
}

/** Index build time and answer latency by size, beside a general-purpose search library in the same run. */
export async function speedSuite(run: Run): Promise<Figure[]> {
  const figures: Figure[] = []
  for (const passages of SIZES)
    for (const subject of PEERS)
      for (const measured of await run({ subject, measure: 'speed', passages })) {
        const figure: Figure = {
          suite: 'speed',
          case: `${passages} passages`,
          subject,
          ...measured,
        }
        const limit = LIMITS[figure.measure]
        figures.push(subject === 'janua' && limit ? withLimit(figure, limit) : figure)
      }
  return figures
}
