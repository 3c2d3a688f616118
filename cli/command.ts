import { BaseError, type Sequelize } from 'sequelize'
import { connect, type DatabaseAddress } from '../server/src/platform/database/connect.ts'

/** What scripts/command.mjs hands over. */
export interface CommandSettings {
  database: DatabaseAddress
  /** Where files are kept. */
  files: string
  mail?: string
  to?: string
  from?: string
  /** The last day of the demo's history. */
  today?: string
}

/** Runs a command on the database; what goes wrong is said in one sentence. */
export async function command(
  work: (db: Sequelize, settings: CommandSettings) => Promise<string>,
): Promise<void> {
  const settings = JSON.parse(process.env.JANUA_COMMAND!) as CommandSettings
  const db = connect(settings.database)
  try {
    process.stdout.write(`${await work(db, settings)}\n`)
  } catch (cause) {
    process.stderr.write(`${plain(cause)}\n`)
    process.exitCode = 1
  } finally {
    await db.close()
  }
}

function plain(cause: unknown): string {
  if (cause instanceof BaseError)
    return 'The database could not be read. It may be of another version of Janua: start this one once (npm start), then try again.'
  return cause instanceof Error ? cause.message : String(cause)
}
