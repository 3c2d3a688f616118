import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { deserialize, serialize } from 'node:v8'
import { CACHE } from './domain.ts'
import type { HeadsOrder, LearntHeads } from './headsThread.ts'

/** Heads take a minute each to learn and come out the same: kept by what they are learnt from and how. */
export async function keptHeads(
  order: HeadsOrder,
  learn: () => Promise<LearntHeads>,
): Promise<LearntHeads> {
  const file = join(CACHE, `heads-${printOf(order)}.bin`)
  if (existsSync(file)) return deserialize(readFileSync(file)) as LearntHeads
  const learnt = await learn()
  mkdirSync(CACHE, { recursive: true })
  writeFileSync(file, serialize(learnt))
  return learnt
}

function printOf({ domains, start, offsets, seed }: HeadsOrder): string {
  const hash = createHash('sha256')
  for (const name of ['heads.ts', 'headsThread.ts', '../core/src/meaning/learning/products.ts'])
    hash.update(readFileSync(join(import.meta.dirname, name)))
  for (const { name, right, units, questions } of domains)
    hash
      .update(JSON.stringify([name, right, offsets.get(name)]))
      .update(units.pooled)
      .update(questions.pooled)
  return hash.update(start.weights).update(String(seed)).digest('hex').slice(0, 32)
}
