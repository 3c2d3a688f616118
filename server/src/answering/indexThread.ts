import { blocksOf, indexRelease } from '@janua/core'
import { parentPort, workerData } from 'node:worker_threads'
import { connect } from '../database/connect.ts'
import { contentTables } from '../library/models.ts'
import { type IndexOrder, readContent } from './indices.ts'
import { readMeaningModels } from './meaningModels.ts'
import { Vectors } from './vectors.ts'

/** Reads the content and indexes it in this thread; the memory of the index is shared with whoever asked. */
const { address, pins, glossary, hasModels } = (workerData as { order: IndexOrder }).order
const db = connect(address)
try {
  const tables = contentTables(db)
  const models = hasModels ? readMeaningModels().models : {}
  const items = await readContent(tables, pins)
  const vectors = await new Vectors({ db, tables, models }).of(items)
  parentPort!.postMessage(
    blocksOf(indexRelease(items, { glossary, ...(hasModels && { models }) }, { vectors })),
  )
} finally {
  await db.close()
}
