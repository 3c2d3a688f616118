import { type Figure, type Run, withLimit } from '../figure.ts'

const SIZES = [1_000, 20_000]
/** The whole library compared with itself, in the thread that the health page uses. */
const LIMITS: Record<string, { atMost: number }> = { 'conflicts and near copies': { atMost: 20 } }

/** How long the health page's comparison takes; no general-purpose library does the like, so there is no peer. */
export async function healthSuite(run: Run): Promise<Figure[]> {
  const figures: Figure[] = []
  for (const passages of SIZES)
    for (const measured of await run({ subject: 'janua', measure: 'health', passages })) {
      const figure: Figure = {
        suite: 'health',
        case: `${passages} passages`,
        subject: 'janua',
        ...measured,
      }
      const limit = LIMITS[figure.measure]
      figures.push(limit ? withLimit(figure, limit) : figure)
    }
  return figures
}
