import { type JudgedQuestion, learnConfidence } from '@janua/core'
import { parentPort, workerData } from 'node:worker_threads'
import { connect } from '../database/connect.ts'
import { contentTables } from '../library/models.ts'
import { type IndexOrder, readContent } from './indices.ts'

export interface LearnOrder extends Omit<IndexOrder, 'hasModels'> {
  judged: JudgedQuestion[]
}

/** The self-test of a library, refined by judgements: a matter of seconds to a minute, in a thread of its own. */
const { address, pins, glossary, judged } = (workerData as { order: LearnOrder }).order
const db = connect(address)
try {
  parentPort!.postMessage(
    learnConfidence(await readContent(contentTables(db), pins), judged, { glossary }),
  )
} finally {
  await db.close()
}
