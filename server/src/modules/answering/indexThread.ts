import { blocksOf, indexRelease } from '@janua/core'
import { parentPort, workerData } from 'node:worker_threads'
import { connect } from '../../platform/database/connect.ts'
import { releaseViews } from '../releases/views.ts'
import { answeringTables } from './tables.ts'
import { type IndexOrder, readContent } from './indices.ts'
import { modelsHere } from './meaningModels.ts'
import { knownVectors } from './attachedEncoder.ts'

/** Reads the content and indexes it in this thread; the memory of the index is shared with whoever asked. */
const { address, pins, glossary, hasModels, attached, encoder } = (
  workerData as { order: IndexOrder }
).order
const db = connect(address)
try {
  const tables = answeringTables(db)
  const models = hasModels ? modelsHere(attached, encoder) : {}
  const items = await readContent(releaseViews(db), pins)
  const known = await knownVectors(tables, items, models)
  parentPort!.postMessage(
    blocksOf(indexRelease(items, { glossary, ...(hasModels && { models }) }, known)),
  )
} finally {
  await db.close()
}
