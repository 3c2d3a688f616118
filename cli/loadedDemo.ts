import { execFile } from 'node:child_process'
import { existsSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { QueryTypes } from 'sequelize'
import { COMPILED, digestOfDemo, needServerCode } from '../scripts/lib/compile.mjs'
import { CHECKOUT } from '../server/src/platform/checkout.ts'
import { connect, type DatabaseAddress } from '../server/src/platform/database/connect.ts'
import { migrate } from '../server/src/platform/database/migrate.ts'
import { Settings } from '../server/src/platform/settings.ts'
import type { CommandSettings } from './command.ts'

/** The day on which the history of the demo that tests see ends. */
export const DEMO_DAY = '2026-11-23'

const MADE_OF = 'made_of'
const LONGEST_LOAD_SECONDS = 1_800

interface LoadedDemo {
  /** To be read and copied from, never written to: the next test takes it as it was loaded. */
  database: DatabaseAddress
  /** The files that its rows name. */
  files: string
}

let loaded: Promise<LoadedDemo> | undefined

/**
 * The demo, loaded by compiled code as a first start does it. That takes minutes, so it is done once for all
 * steps of a run, and again only when its code or its content has changed; a step that comes while another one
 * loads waits for it.
 * @throws when there is no database for tests, or the load fails
 */
export function loadedDemo(): Promise<LoadedDemo> {
  return (loaded ??= load())
}

async function load(): Promise<LoadedDemo> {
  if (!process.env.JANUA_TEST_DB)
    throw new Error('The demo needs the database that "npm test" starts.')
  const database = {
    ...(JSON.parse(process.env.JANUA_TEST_DB) as Omit<DatabaseAddress, 'name'>),
    name: 'janua_template',
  }
  const files = join(CHECKOUT, '.test-data', database.name)
  const madeOf = digestOfDemo()
  const db = connect(database)
  try {
    return await db.transaction(async (alone) => {
      // The lock goes with its connection, which the transaction holds.
      const [lock] = await db.query<{ held: number | null }>(
        `SELECT GET_LOCK('${database.name}', ${LONGEST_LOAD_SECONDS}) AS held`,
        { transaction: alone, type: QueryTypes.SELECT },
      )
      if (Number(lock?.held) !== 1)
        throw new Error(
          `The demo is being loaded by another process for more than ${LONGEST_LOAD_SECONDS} s.`,
        )
      const settings = new Settings(db)
      const known = await settings.read<string>(MADE_OF).catch(() => undefined)
      if (known === madeOf && existsSync(files)) return { database, files }
      await db.getQueryInterface().dropAllTables()
      await migrate(db)
      rmSync(files, { recursive: true, force: true })
      await needServerCode()
      const order: CommandSettings = { database, files, today: DEMO_DAY }
      await promisify(execFile)(
        process.execPath,
        [...COMPILED, join(CHECKOUT, 'cli/dist/load.js')],
        { cwd: CHECKOUT, env: { ...process.env, JANUA_COMMAND: JSON.stringify(order) } },
      )
      await settings.write(MADE_OF, madeOf)
      return { database, files }
    })
  } finally {
    await db.close()
  }
}

/**
 * Fills a database with a copy of the demo, as it is when it was just loaded.
 * @param address of a database on the same server; what it held is gone
 * @returns the folder of the files that its rows name, which are not copied
 */
export async function copyDemo(address: DatabaseAddress): Promise<string> {
  const { database, files } = await loadedDemo()
  const db = connect(address)
  try {
    await db.getQueryInterface().dropAllTables()
    await migrate(db)
    const tables = await db.query<{ name: string }>(
      `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = '${database.name}' AND table_name <> 'migrations'`,
      { type: QueryTypes.SELECT },
    )
    await db.transaction(async (transaction) => {
      await db.query('SET FOREIGN_KEY_CHECKS = 0', { transaction })
      for (const { name } of tables) {
        await db.query(`CREATE TABLE IF NOT EXISTS ${name} LIKE ${database.name}.${name}`, {
          transaction,
        })
        await db.query(`INSERT INTO ${name} SELECT * FROM ${database.name}.${name}`, {
          transaction,
        })
      }
      await db.query('SET FOREIGN_KEY_CHECKS = 1', { transaction })
    })
  } finally {
    await db.close()
  }
  return files
}
