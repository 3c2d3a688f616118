import { type Figure, type Run, type SubjectJob, withLimit } from '../figure.ts'
import { PEERS } from '../peers/peers.ts'

const PASSAGES = 100_000
/** What the issue of the engine asks for at this size. */
const ABSOLUTE: Record<string, { atMost: number }> = {
  p50: { atMost: 2 },
  p95: { atMost: 5 },
  'one article changed, slowest of 20': { atMost: 1_000 },
  'opened from its stored form': { atMost: 2_000 },
}

/** 100,000 passages, one thread: whole answers with their trace, beside libraries that only search. */
export async function largeSuite(run: Run): Promise<Figure[]> {
  const figures: Figure[] = []
  for (const subject of ['janua', ...Object.keys(PEERS)] as SubjectJob['subject'][])
    for (const measured of await run({ subject, measure: 'large', passages: PASSAGES }).catch(
      () => [],
    )) {
      const figure: Figure = { suite: 'large', case: `${PASSAGES} passages`, subject, ...measured }
      const limit = ABSOLUTE[figure.measure]
      figures.push(subject === 'janua' && limit ? withLimit(figure, limit) : figure)
    }
  return [...figures, ...ratios(figures)]
}

function ratios(figures: readonly Figure[]): Figure[] {
  const ratio = (
    measure: string,
    best: 'most' | 'least',
    limit: { atLeast?: number; atMost?: number },
  ): Figure[] => {
    const ours = figures.find((figure) => figure.measure === measure && figure.subject === 'janua')
    const [theirs] = figures
      .filter((figure) => figure.measure === measure && figure.subject !== 'janua')
      .sort((a, b) => (best === 'most' ? b.value - a.value : a.value - b.value))
    return ours && theirs
      ? [
          withLimit(
            {
              ...ours,
              subject: `janua ÷ ${theirs.subject}`,
              value: ours.value / theirs.value,
              unit: 'times',
            },
            limit,
          ),
        ]
      : []
  }
  return [
    ...ratio('questions a second', 'most', { atLeast: 3 }),
    ...ratio('build', 'least', { atMost: 2 }),
    ...ratio('memory', 'least', { atMost: 2.5 }),
  ]
}
