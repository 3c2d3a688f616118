import { parentPort, workerData } from 'node:worker_threads'
import { connect, type DatabaseAddress } from '../../../platform/database/connect.ts'
import { coverageTables } from '../tables.ts'
import { fullPass, type Passed, smallPass } from './pass.ts'

export interface TopicsOrder {
  address: DatabaseAddress
  kind: 'full' | 'small'
  now: Date
}

const { address, kind, now } = (workerData as { order: TopicsOrder }).order
const db = connect(address)
try {
  const passed: Passed = await (kind === 'full' ? fullPass : smallPass)(db, coverageTables(db), now)
  parentPort!.postMessage(passed)
} finally {
  await db.close()
}
