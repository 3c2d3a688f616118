import { QueryTypes, type Sequelize } from 'sequelize'
import { LOADED, type Loaded, type Wanted } from '../server/src/platform/database/loaded.ts'
import { Settings } from '../server/src/platform/settings.ts'
import { migrate } from '../server/src/platform/database/migrate.ts'
import { clockFrom, systemClock } from '../server/src/platform/clock.ts'
import { createJanua } from '../server/src/app.ts'
import { JANUA } from '../server/src/modules/accounts/audit.ts'
import { starterDoor } from '../server/src/modules/answering/doorDefaults.ts'
import { summarise } from '../server/src/modules/releases/summaries.ts'
import { STARTER_SMALL_TALK } from '@janua/core'

/** Written into a database that held nothing at all, before its first load begins. */
const BEGUN = 'first_load_begun'

/**
 * Fills an empty database once: with the demo, or with what every team starts from. A mark is written before anything
 * else and another one last, so a load that was broken off is known as such and made anew, and a finished one is never
 * touched again. Content without either mark came from elsewhere (a restored backup, say): it is never removed.
 * @returns what the database was loaded with
 * @throws {UnknownContent} when there is content that no first load of ours has made
 */
export async function firstLoad(
  db: Sequelize,
  { seed, today, files }: Wanted,
  progress: (text: string) => void,
): Promise<Wanted['seed']> {
  const settings = new Settings(db)
  const done = await settings.read<Loaded>(LOADED)
  if (done) return done.seed
  if (await settings.read(BEGUN)) {
    progress('A first load was broken off; starting it again')
    await db.getQueryInterface().dropAllTables()
    await migrate(db)
  } else if (await holdsContent(db)) throw new UnknownContent()
  await settings.write(BEGUN, new Date().toISOString())
  if (seed === 'demo') {
    const { seedDemo } = await import('../demo/seed.ts')
    const opens = today ? clockFrom(today).now() : systemClock.now()
    await seedDemo(db, { today: today ?? lastWholeMorning(opens), opens, files, progress })
  } else await startEmpty(db)
  await markLoaded(db, { seed, today })
  return seed
}

/** Says that a database is filled, so that no start touches it again. */
export async function markLoaded(db: Sequelize, { seed, today }: Wanted): Promise<void> {
  const value: Loaded = {
    seed,
    at: new Date().toISOString(),
    today,
    dated: today ?? lastWholeMorning(systemClock.now()),
  }
  const settings = new Settings(db)
  await settings.write(LOADED, value)
  await settings.remove(BEGUN)
}

/** A database holds content, but nothing says that its first load has ended. */
export class UnknownContent extends Error {
  constructor() {
    super(
      'the database holds content, but its setting “first_load” is missing: it may be a backup that was only partly restored. Nothing was changed. Restore the whole backup, or start on another folder: npm start -- --data DIR',
    )
  }
}

/** Whether any table but the list of schema steps has a row. */
async function holdsContent(db: Sequelize): Promise<boolean> {
  const tables = (await db.getQueryInterface().showAllTables()) as unknown as (
    string | { tableName: string }
  )[]
  const names = tables.map((each) => (typeof each === 'string' ? each : each.tableName))
  for (const name of names.filter((each) => each !== 'migrations')) {
    const [row] = await db.query<{ any: number }>(
      `SELECT EXISTS (SELECT 1 FROM \`${name}\`) AS any`,
      {
        type: QueryTypes.SELECT,
      },
    )
    if (Number(row!.any) > 0) return true
  }
  return false
}

/** The day on which the history can end without reaching into the future: today, or yesterday when it is still early. */
function lastWholeMorning(now: Date): string {
  return new Date(+now - 9.75 * 3_600_000).toISOString().slice(0, 10)
}

/** One door, one queue and a last resort, published: so that the first article can be asked about at once. */
async function startEmpty(db: Sequelize): Promise<void> {
  const janua = createJanua({ db, sessionSecret: 'unused' })
  const queue = await janua.handover.queues.save(JANUA, null, { name: 'Support', members: [] })
  const door = starterDoor('Ask us', 'help')
  const routing = { rules: [], lastResort: queue }
  await janua.releases.draft.add(JANUA, 'door', {
    content: door,
    summary: summarise('door', door),
    ready: true,
  })
  await janua.releases.draft.add(JANUA, 'routing', {
    content: routing,
    summary: summarise('routing', routing),
    ready: true,
  })
  for (const entry of STARTER_SMALL_TALK)
    await janua.library.smallTalk.add(JANUA, {
      ...entry,
      says: [...entry.says],
      ready: true,
    })
  const changes = await janua.releases.draft.changes()
  await janua.releases.releases.publish(
    JANUA,
    changes.map(({ item }) => item),
    'What every team starts from',
  )
  await janua.close()
}
