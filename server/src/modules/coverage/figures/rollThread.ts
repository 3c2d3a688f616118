import { worthFrom } from '@janua/core'
import { parentPort, workerData } from 'node:worker_threads'
import { connect, type DatabaseAddress } from '../../../platform/database/connect.ts'
import { coverageTables } from '../tables.ts'
import { reviewedAnswers } from '../../questions/expectedRight.ts'
import { type RollSettings, rollWeek } from './rollWeek.ts'

export interface RollOrder extends RollSettings {
  address: DatabaseAddress
  weeks: string[]
  /** Reviews up to this one tell what confidence is worth. */
  upTo: number
}

const { address, weeks, upTo, ...settings } = (workerData as { order: RollOrder }).order
const db = connect(address)
try {
  const worth = worthFrom(await reviewedAnswers(db, upTo))
  for (const week of weeks) await rollWeek(db, coverageTables(db), week, settings, worth)
  parentPort!.postMessage({ weeks: weeks.length })
} finally {
  await db.close()
}
