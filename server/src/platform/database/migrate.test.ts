import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import { connect, type DatabaseAddress } from './connect.ts'
import { migrate, STEPS } from './migrate.ts'
import { SUMS, sumOf } from './migrationSums.ts'

describe('migrate', () => {
  const db = connect({
    ...(JSON.parse(
      process.env.JANUA_TEST_DB ?? '{"host":"","port":1,"user":"","password":""}',
    ) as DatabaseAddress),
    name: 'janua_test',
  })
  const tables = async () =>
    (
      await db.query<{ name: string }>(
        'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() ORDER BY 1',
        { type: 'SELECT' as never },
      )
    ).map(({ name }) => name)
  before(() => db.getQueryInterface().dropAllTables())
  after(() => db.close())

  it('never changes a step that has landed: a database that took it would not know', () => {
    const kept = JSON.parse(readFileSync(SUMS, 'utf8')) as Record<string, string>
    const now = Object.fromEntries(Object.entries(STEPS).map(([name, step]) => [name, sumOf(step)]))
    // A new step is written down with `npm run migration-sums`, which adds and never replaces.
    expect(now).to.eql(kept)
  })
  it('takes each step once', async () => {
    expect(await migrate(db)).to.eql(Object.keys(STEPS))
    expect(await migrate(db)).to.eql([])
  })
  it('knows the way back: nothing of ours is left', async () => {
    for (const { down } of Object.values(STEPS).reverse())
      for (const statement of down) await db.query(statement)
    expect(await tables()).to.eql(['migrations'])
  })
  it('keeps text of every script and kind', async () => {
    await db.getQueryInterface().dropAllTables()
    await migrate(db)
    const text = 'Größe 🙂 Ωμέγα 船'
    await db.query(
      "INSERT INTO visitors (token_hash, name, created_at) VALUES ('x', :text, '2026-11-23 10:00:00.123')",
      { replacements: { text } },
    )
    const [row] = await db.query<{ name: string; created_at: Date }>(
      'SELECT name, created_at FROM visitors',
      { type: 'SELECT' as never },
    )
    expect(row!.name).to.equal(text)
    expect(new Date(row!.created_at).toISOString()).to.equal('2026-11-23T10:00:00.123Z')
  })
})
