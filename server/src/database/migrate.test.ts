import { expect } from 'chai'
import { connect, type DatabaseAddress } from './connect.ts'
import { migrate } from './migrate.ts'
import * as first from './migrations/2026-11-23-first-tables.ts'
import * as judgements from './migrations/2026-11-24-judgements.ts'
import * as library from './migrations/2026-11-25-library.ts'
import * as engineModels from './migrations/2026-11-26-engine-models.ts'
import * as proofs from './migrations/2026-11-27-proofs.ts'
import * as coverage from './migrations/2026-11-29-coverage.ts'
import * as handover from './migrations/2026-11-30-handover.ts'
import * as repairs from './migrations/2026-11-30-repairs.ts'

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

  it('takes each step once', async () => {
    expect(await migrate(db)).to.eql([
      '2026-11-23-first-tables',
      '2026-11-24-judgements',
      '2026-11-25-library',
      '2026-11-26-engine-models',
      '2026-11-27-proofs',
      '2026-11-29-coverage',
      '2026-11-30-handover',
      '2026-11-30-repairs',
    ])
    expect(await migrate(db)).to.eql([])
  })
  it('knows the way back: nothing of ours is left', async () => {
    for (const statement of [
      ...repairs.down,
      ...handover.down,
      ...coverage.down,
      ...proofs.down,
      ...engineModels.down,
      ...library.down,
      ...judgements.down,
      ...first.down,
    ])
      await db.query(statement)
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
