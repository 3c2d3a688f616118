import { connect, type DatabaseAddress } from '../../server/src/database/connect.ts'
import { serve } from './served.ts'

export const DAY = '2026-11-23'

/** The database that "npm test" started, for journeys. */
export function journeyDatabase(): DatabaseAddress {
  if (!process.env.JANUA_TEST_DB) throw new Error('Journeys need the database that "npm test" starts.')
  return { ...(JSON.parse(process.env.JANUA_TEST_DB) as DatabaseAddress), name: 'janua_journeys' }
}

/** Janua with the demo's data, made anew. */
export async function demoHouse() {
  const db = connect(journeyDatabase())
  await db.getQueryInterface().dropAllTables()
  await db.close()
  return serve({ database: journeyDatabase(), seed: 'demo', today: DAY })
}

/** The same house after its server was ended: what was stored is there. */
export function houseAgain(url: string) {
  return serve({ database: journeyDatabase(), seed: 'demo', today: DAY, port: Number(new URL(url).port) })
}
