import { indexRelease, type ReviewedQuestion, learnConfidence } from '@janua/core'
import { parentPort, workerData } from 'node:worker_threads'
import { connect } from '../../platform/database/connect.ts'
import { releaseViews } from '../releases/views.ts'
import { answeringTables } from './tables.ts'
import { type IndexOrder, readContent } from './indices.ts'
import { knownVectors } from './attachedEncoder.ts'
import { modelsHere } from './meaningModels.ts'

export interface LearnOrder extends IndexOrder {
  reviewed: ReviewedQuestion[]
}

/** The self-test of a library, refined by reviews: a matter of seconds to a minute, in a thread of its own. */
const { address, pins, glossary, reviewed, hasModels, attached, encoder } = (
  workerData as { order: LearnOrder }
).order
const db = connect(address)
try {
  const tables = answeringTables(db)
  const items = await readContent(releaseViews(db), pins)
  const isReviewed = hasModels && reviewed.length > 0
  const models = isReviewed ? modelsHere(attached, encoder) : {}
  const byMeaning = isReviewed
    ? indexRelease(items, { glossary, models }, await knownVectors(tables, items, models))
    : undefined
  parentPort!.postMessage(learnConfidence(items, reviewed, { glossary }, byMeaning))
} finally {
  await db.close()
}
