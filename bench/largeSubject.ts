import {
  answerQuestion,
  blocksOf,
  changeIndex,
  type ContentItem,
  openIndex,
  type Passage,
  type ReleaseIndex,
} from '@janua/core'
import { readItem } from '../core/src/retrieval/itemReading.ts'
import { ReleaseIndex as Index, wholePart } from '../core/src/retrieval/releaseIndex.ts'
import { SegmentBuilder } from '../core/src/retrieval/segmentBuilder.ts'
import { type LargeLibrary, largeLibraryOfManuals } from './content/large.ts'
import { type Measured, quantile, type SubjectJob } from './figure.ts'
import { type PeerName, type PeerRow, PEERS } from './peers/peers.ts'

const ASKED = 600
const WARM_UP = 60
const GLOSSARY = new Map()

/** Build time, memory and answers of one subject on a large library, in a process of its own; cutting passages is counted for nobody. */
export async function measureLarge({ subject, passages }: SubjectJob): Promise<Measured[]> {
  const library = await largeLibraryOfManuals(passages, ASKED)
  const before = memory()
  const began = performance.now()
  const { ask, kept, more } =
    subject === 'janua' ? janua(library) : await peer(subject as PeerName, library)
  const build = (performance.now() - began) / 1000
  const megabytes = (memory() - before) / 1e6
  for (const question of library.questions.slice(0, WARM_UP)) await ask(question)
  const times: number[] = []
  for (const question of library.questions) {
    const start = performance.now()
    await ask(question)
    times.push(performance.now() - start)
  }
  times.sort((a, b) => a - b)
  const total = times.reduce((sum, time) => sum + time, 0)
  const n = times.length
  const figures: Measured[] = [
    { measure: 'build', value: build, unit: 's', n: library.passages },
    { measure: 'memory', value: megabytes, unit: 'MB', n: library.passages },
    { measure: 'questions a second', value: (n * 1000) / total, unit: '/s', n },
    { measure: 'p50', value: quantile(times, 0.5), unit: 'ms', n },
    { measure: 'p95', value: quantile(times, 0.95), unit: 'ms', n },
    ...(more?.() ?? []),
  ]
  void kept
  return figures
}

interface Built {
  ask: (question: string) => unknown
  /** Held so that nothing of it is thrown away while memory is counted. */
  kept: unknown
  more?: () => Measured[]
}

function janua({ items }: LargeLibrary): Built {
  const builder = new SegmentBuilder()
  for (const { item, cut } of items)
    builder.add(readItem(item, { language: 'en', glossary: GLOSSARY }, cut))
  const index = new Index([wholePart(builder.end())], { language: 'en' })
  return {
    ask: (question) => answerQuestion(index, question, { threshold: 0.5, day: '2026-11-23' }),
    kept: index,
    more: () => liveFigures(index, items),
  }
}

/** What a change and a start take with this index. */
function liveFigures(
  index: ReleaseIndex,
  items: readonly { item: ContentItem; cut: Passage[] }[],
): Measured[] {
  const timed = (work: () => unknown) => {
    const start = performance.now()
    work()
    return performance.now() - start
  }
  const changes = items
    .slice(0, 20)
    .map(({ item }) =>
      timed(() =>
        changeIndex(index, {
          put: [{ ...item, body: `${item.body}\n\nOne more line about helicopters.` }],
        }),
      ),
    )
    .sort((a, b) => a - b)
  const stored = blocksOf(index)
  return [
    { measure: 'one article changed, slowest of 20', value: changes.at(-1)!, unit: 'ms', n: 20 },
    {
      measure: 'opened from its stored form',
      value: timed(() => openIndex(stored)),
      unit: 'ms',
      n: 1,
    },
  ]
}

async function peer(name: PeerName, { items }: LargeLibrary): Promise<Built> {
  let id = 0
  const rows = items.flatMap(({ item, cut }) =>
    cut.map(({ path, text }): PeerRow => ({
      id: id++,
      title: [item.title, ...path].join(' '),
      text,
    })),
  )
  const find = await PEERS[name](rows, 'en')
  return { ask: (question) => find(question, 10), kept: find }
}

function memory(): number {
  globalThis.gc?.()
  const { heapUsed, external } = process.memoryUsage()
  return heapUsed + external
}
