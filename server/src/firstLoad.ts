import type { Sequelize } from 'sequelize'
import { accountTables } from './accounts/models.ts'
import { clockFrom, systemClock } from './clock.ts'
import { starterDoor } from './doors/starter.ts'
import { createJanua } from './janua.ts'
import { migrate } from './database/migrate.ts'
import { STARTER_COURTESIES } from '@janua/core'
import { JANUA } from './accounts/audit.ts'
import { summarise } from './releases/summaries.ts'

export const LOADED = 'first_load'

/** What a database was filled with, when, and the last day of its history. */
export interface Loaded {
  seed: Wanted['seed']
  at: string
  today: string | null
  dated?: string
}

interface Wanted {
  seed: 'demo' | 'empty'
  today: string | null
}

/**
 * Fills an empty database once: with the demo, or with what every team starts from. The mark is written last,
 * so a load that was broken off is thrown away and made anew, and a finished one is never touched again.
 * @returns what the database was loaded with
 */
export async function firstLoad(
  db: Sequelize,
  { seed, today }: Wanted,
  progress: (text: string) => void,
): Promise<Wanted['seed']> {
  const { settings, users } = accountTables(db)
  const done = await settings.findByPk(LOADED)
  if (done) return (done.value as Loaded).seed
  if ((await users.count()) > 0) {
    progress('A first load was broken off; starting it again')
    await db.getQueryInterface().dropAllTables()
    await migrate(db)
  }
  if (seed === 'demo') {
    const { seedDemo } = await import('../../demo/seed.ts')
    const opens = today ? clockFrom(today).now() : systemClock.now()
    await seedDemo(db, { today: today ?? lastWholeMorning(opens), opens, progress })
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
  await accountTables(db).settings.create({ name: LOADED, value })
}

/** The day on which the history can end without reaching into the future: today, or yesterday when it is still early. */
function lastWholeMorning(now: Date): string {
  return new Date(+now - 9.75 * 3_600_000).toISOString().slice(0, 10)
}

/** One door, one queue and a last resort, published: so that the first article can be asked about at once. */
async function startEmpty(db: Sequelize): Promise<void> {
  const janua = createJanua({ db, sessionSecret: 'unused' })
  const queue = await janua.queues.save(JANUA, null, { name: 'Support', members: [] })
  const door = starterDoor('Ask us', 'help')
  const routing = { rules: [], lastResort: queue }
  await janua.draft.add(JANUA, 'door', {
    content: door,
    summary: summarise('door', door),
    ready: true,
  })
  await janua.draft.add(JANUA, 'routing', {
    content: routing,
    summary: summarise('routing', routing),
    ready: true,
  })
  for (const courtesy of STARTER_COURTESIES)
    await janua.courtesies.add(JANUA, { ...courtesy, says: [...courtesy.says], ready: true })
  const changes = await janua.draft.changes()
  await janua.releases.publish(
    JANUA,
    changes.map(({ item }) => item),
    'What every team starts from',
  )
  await janua.close()
}
