import { answerQuestion, type ContentItem, indexRelease, splitPassages } from '@janua/core'
import { demoQuestions } from '../demo/content.ts'
import { startThread } from '../server/src/platform/jobs/startThread.ts'
import type { HealthComputed, HealthOrder } from '../server/src/modules/library/health/thread.ts'
import { type Measured, quantile, type SubjectJob } from './figure.ts'
import { measureLarge } from './largeSubject.ts'
import { largeLibrary } from './library.ts'
import { peerPackage } from './peers/packages.ts'

type MiniSearchPackage = new (options: object) => {
  addAll(rows: readonly object[]): void
  search(question: string): unknown[]
}

/** One subject in a process of its own: builds, answers, reports. */
type Ask = (question: string) => unknown
const BUILDERS: Record<
  'janua' | 'minisearch',
  (items: ContentItem[]) => { passages: number; ask: Ask }
> = {
  janua(items) {
    const index = indexRelease(items)
    return {
      passages: index.size,
      ask: (question) => answerQuestion(index, question, { threshold: 0.6 }),
    }
  },
  minisearch(items) {
    const rows = items.flatMap((item) =>
      splitPassages(item.body).map(({ path, text, ordinal }) => ({
        id: `${item.id}.${ordinal}`,
        title: item.title,
        phrasings: item.phrasings.join(' '),
        path: path.join(' '),
        text,
      })),
    )
    const MiniSearch = peerPackage<MiniSearchPackage>('minisearch')
    const search = new MiniSearch({
      fields: ['title', 'phrasings', 'path', 'text'],
      searchOptions: { boost: { title: 2, phrasings: 2 }, fuzzy: 0.2, prefix: true },
    })
    search.addAll(rows)
    return { passages: rows.length, ask: (question) => search.search(question).slice(0, 12) }
  },
}

function measure({ subject, passages }: SubjectJob): Measured[] {
  const items = largeLibrary(passages)
  const questions = demoQuestions().map(({ text }) => text)
  const began = performance.now()
  const built = BUILDERS[subject as keyof typeof BUILDERS](items)
  const buildSeconds = (performance.now() - began) / 1000
  for (const question of questions.slice(0, 60)) built.ask(question)
  const times = questions.map((question) => {
    const start = performance.now()
    built.ask(question)
    return performance.now() - start
  })
  const sorted = times.toSorted((a, b) => a - b)
  return [
    { measure: 'index build', value: buildSeconds, unit: 's', n: built.passages },
    { measure: 'answer p50', value: quantile(sorted, 0.5), unit: 'ms', n: times.length },
    { measure: 'answer p95', value: quantile(sorted, 0.95), unit: 'ms', n: times.length },
  ]
}

/** In the thread that the health page uses; the time is its own, without starting it. */
async function measureHealth({ passages }: SubjectJob): Promise<Measured[]> {
  const order: HealthOrder = { items: largeLibrary(passages), glossary: [], used: [] }
  const worker = startThread(
    new URL('../server/src/modules/library/health/thread.ts', import.meta.url),
    order,
    { maxOldGenerationSizeMb: 2_000 },
  )
  const computed = await new Promise<HealthComputed>((done, failed) =>
    worker.once('message', done).once('error', failed),
  )
  return [
    {
      measure: 'conflicts and near copies',
      value: computed.seconds.comparing,
      unit: 's',
      n: computed.passages,
    },
    {
      measure: 'unreachable passages',
      value: computed.seconds.reaching,
      unit: 's',
      n: computed.passages,
    },
  ]
}

process.once('message', async (job: SubjectJob) => {
  const MEASURES = { health: measureHealth, large: measureLarge, speed: measure }
  process.send!(await MEASURES[job.measure](job), () => process.exit(0))
})
