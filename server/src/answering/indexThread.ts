import { blocksOf, indexRelease } from '@janua/core'
import { parentPort, workerData } from 'node:worker_threads'
import { connect } from '../database/connect.ts'
import { contentTables } from '../library/models.ts'
import { type IndexOrder, readContent } from './indices.ts'

/** Reads the content and indexes it in this thread; the memory of the index is shared with whoever asked. */
const { address, pins, glossary } = (workerData as { order: IndexOrder }).order
const db = connect(address)
try {
  parentPort!.postMessage(
    blocksOf(indexRelease(await readContent(contentTables(db), pins), { glossary })),
  )
} finally {
  await db.close()
}
