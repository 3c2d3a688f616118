import { cpSync } from 'node:fs'
import type { DatabaseAddress } from '../../server/src/platform/database/connect.ts'
import { copyDemo, DEMO_DAY } from '../../cli/loadedDemo.ts'
import { FILES, serve } from './served.ts'

/** The database that "npm test" started, for journeys. */
function journeyDatabase(): DatabaseAddress {
  if (!process.env.JANUA_TEST_DB)
    throw new Error('Journeys need the database that "npm test" starts.')
  return { ...(JSON.parse(process.env.JANUA_TEST_DB) as DatabaseAddress), name: 'janua_journeys' }
}

/** Janua with the demo's data, as it is when it was just loaded. */
export async function demoApp() {
  cpSync(await copyDemo(journeyDatabase()), FILES, { recursive: true })
  return serve({ database: journeyDatabase(), seed: 'demo', today: DEMO_DAY })
}

/** The same app after its server was ended: what was stored is there. */
export function appAgain(url: string) {
  return serve({
    database: journeyDatabase(),
    seed: 'demo',
    today: DEMO_DAY,
    port: Number(new URL(url).port),
  })
}
