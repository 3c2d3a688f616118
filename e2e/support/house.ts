import { QueryTypes } from 'sequelize'
import { connect, type DatabaseAddress } from '../../server/src/platform/database/connect.ts'
import { migrate } from '../../server/src/platform/database/migrate.ts'
import { firstLoad } from '../../cli/firstLoad.ts'
import { FILES, serve } from './served.ts'

const DAY = '2026-11-23'

/** The database that "npm test" started, for journeys. */
function journeyDatabase(): DatabaseAddress {
  if (!process.env.JANUA_TEST_DB)
    throw new Error('Journeys need the database that "npm test" starts.')
  return { ...(JSON.parse(process.env.JANUA_TEST_DB) as DatabaseAddress), name: 'janua_journeys' }
}

let template: Promise<DatabaseAddress> | undefined

/** The demo, loaded once in a test run; each house gets a copy of its own. */
function loadedDemo(): Promise<DatabaseAddress> {
  template ??= (async () => {
    const address = { ...journeyDatabase(), name: 'janua_template' }
    const db = connect(address)
    await db.getQueryInterface().dropAllTables()
    await migrate(db)
    await firstLoad(db, { seed: 'demo', today: DAY, files: FILES }, () => undefined)
    await db.close()
    return address
  })()
  return template
}

/** Janua with the demo's data, as it is when it was just loaded. */
export async function demoHouse() {
  const { name: from } = await loadedDemo()
  const db = connect(journeyDatabase())
  await db.getQueryInterface().dropAllTables()
  await migrate(db)
  const tables = await db.query<{ name: string }>(
    `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = '${from}' AND table_name <> 'migrations'`,
    { type: QueryTypes.SELECT },
  )
  await db.transaction(async (transaction) => {
    await db.query('SET FOREIGN_KEY_CHECKS = 0', { transaction })
    for (const { name } of tables) {
      await db.query(`CREATE TABLE IF NOT EXISTS ${name} LIKE ${from}.${name}`, { transaction })
      await db.query(`INSERT INTO ${name} SELECT * FROM ${from}.${name}`, { transaction })
    }
    await db.query('SET FOREIGN_KEY_CHECKS = 1', { transaction })
  })
  await db.close()
  return serve({ database: journeyDatabase(), seed: 'demo', today: DAY })
}

/** The same house after its server was ended: what was stored is there. */
export function houseAgain(url: string) {
  return serve({
    database: journeyDatabase(),
    seed: 'demo',
    today: DAY,
    port: Number(new URL(url).port),
  })
}
