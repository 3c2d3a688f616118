import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Sequelize } from 'sequelize'
import { startDatabase } from '../scripts/lib/database.mjs'
import { JANUA } from '../server/src/modules/accounts/audit.ts'
import { connect } from '../server/src/platform/database/connect.ts'
import { migrate } from '../server/src/platform/database/migrate.ts'
import { starterDoor } from '../server/src/modules/answering/doorDefaults.ts'
import { createJanua } from '../server/src/app.ts'
import { type OpenJanua, withTables } from '../demo/allTables.ts'
import { summarise } from '../server/src/modules/releases/summaries.ts'

/** Runs a measurement on a Janua with a database of its own, with one door and one queue. */
export function inHouse<T>(work: (janua: OpenJanua, door: number) => Promise<T>): Promise<T> {
  return onDatabase(async (db) => {
    const janua = withTables(createJanua({ db, sessionSecret: 'bench' }))
    const queue = await janua.handover.queues.save(JANUA, null, { name: 'Support', members: [] })
    const add = (kind: 'door' | 'routing', content: unknown) =>
      janua.releases.draft.add(JANUA, kind, {
        content,
        summary: summarise(kind, content as never),
        ready: true,
      } as never)
    const { item } = await add('door', starterDoor('Ask us', 'help'))
    await add('routing', { rules: [], lastResort: queue })
    const value = await work(janua, item.id)
    await janua.close()
    return value
  })
}

/** Runs a measurement on an empty database of its own. */
export async function onDatabase<T>(work: (db: Sequelize) => Promise<T>): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'janua-bench-'))
  const { address, stop } = await startDatabase(folder, ['janua_bench'])
  const db = connect({ ...address, name: 'janua_bench' })
  try {
    await migrate(db)
    return await work(db)
  } finally {
    await db.close()
    await stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

export async function publishAll(janua: OpenJanua): Promise<number> {
  const changes = await janua.releases.draft.changes()
  return (
    await janua.releases.releases.publish(
      JANUA,
      changes.map(({ item }) => item),
      'bench',
    )
  ).number
}
