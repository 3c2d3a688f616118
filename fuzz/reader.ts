import { seeded } from '../core/src/maths/random.ts'
import { splitParts, splitPassages } from '@janua/core'
import { storable } from '../server/src/modules/library/storable.ts'
import { guessMapping } from '../server/src/modules/library/readers/columns.ts'
import { readFile, Unreadable } from '../server/src/modules/library/readers/read.ts'
import { outliveStrays } from '../server/src/modules/library/readers/strays.ts'
import { takeRows } from '../server/src/modules/library/readers/rows.ts'
import { changed, seedsOf } from './seeds.ts'

/** One format in a process of its own: reads changed files one after the other, and tells the parent before and after each. */
export interface FuzzOrder {
  ending: string
  files: number
  seed: number
}
export type FuzzSaid =
  | { type: 'begins'; n: number }
  | {
      type: 'ends'
      n: number
      outcome: 'read' | 'refused' | 'unforeseen'
      ms: number
      rss: number
      reason?: string
    }

const say = (said: FuzzSaid) => process.send!(said)

async function run({ ending, files, seed }: FuzzOrder): Promise<void> {
  const seeds = seedsOf(ending)
  for (let n = 0; n < files; n++) {
    const random = seeded(seed + n)
    const bytes = await changed(ending, seeds[n % seeds.length]!, random)
    say({ type: 'begins', n })
    const began = performance.now()
    const { outcome, reason } = await attempt(`file.${ending}`, bytes)
    say({
      type: 'ends',
      n,
      outcome,
      reason,
      ms: performance.now() - began,
      rss: process.memoryUsage().rss,
    })
  }
}

/** The whole way that an import goes before the database. */
async function attempt(
  name: string,
  bytes: Buffer,
): Promise<{ outcome: 'read' | 'refused' | 'unforeseen'; reason?: string }> {
  try {
    const read = await readFile(name, bytes)
    if (read.as === 'sheets')
      for (const sheet of read.sheets)
        for (const { kind, content } of takeRows(sheet, guessMapping(sheet.rows), name).items)
          storable(kind, content)
    else {
      const content = storable(read.kind, read.content) as {
        parts?: Parameters<typeof splitParts>[0]
        body: string
      }
      if (content.parts) splitParts(content.parts)
      else splitPassages(content.body)
    }
    return { outcome: 'read' }
  } catch (cause) {
    return cause instanceof Unreadable
      ? { outcome: 'refused' }
      : {
          outcome: 'unforeseen',
          reason: String((cause as Error).stack)
            .split('\n')
            .slice(0, 3)
            .join(' | '),
        }
  }
}

outliveStrays()
process.once('message', (order: FuzzOrder) => void run(order).then(() => process.exit(0)))
