import { expect } from 'chai'
import { accountTables } from './accounts/models.ts'
import { connect, type DatabaseAddress } from './database/connect.ts'
import { migrate } from './database/migrate.ts'
import { firstLoad } from './firstLoad.ts'
import { createJanua } from './janua.ts'

describe('the first load', () => {
  const database = () => connect({ ...(JSON.parse(process.env.JANUA_TEST_DB!) as DatabaseAddress), name: 'janua_test' })
  let db: ReturnType<typeof database>
  const said: string[] = []
  const load = (seed: 'demo' | 'empty') => firstLoad(db, { seed, today: '2026-11-23' }, (text) => said.push(text))
  before(async () => {
    db = database()
    await db.getQueryInterface().dropAllTables()
    await migrate(db)
  })
  after(() => db.close())

  it('is made anew when it was broken off', async function () {
    this.timeout(300_000)
    await accountTables(db).users.create({ name: 'Half', mail: 'half@made.example', role: 'lead', active: true, presence: 'off', failures: 0, createdAt: new Date() })
    expect(await load('demo')).to.equal('demo')
    expect(said[0]).to.include('broken off')
    expect(await accountTables(db).users.count({ where: { mail: 'half@made.example' } })).to.equal(0)
  })
  it('puts at least 9,000 questions to the real engine, each with its release and trace', async () => {
    const janua = createJanua({ db, sessionSecret: 'x' })
    const { questions } = janua.tables
    expect(await questions.count()).to.be.at.least(9_000)
    const releases = await questions.findAll({ attributes: ['releaseId'], group: ['releaseId'], order: [['releaseId', 'ASC']] })
    expect(releases.map(({ releaseId }) => releaseId)).to.eql([1, 2, 3, 4, 5, 6])
    const some = await questions.findAll({ limit: 60, order: [['id', 'DESC']] })
    // A chosen reading and a fixed answer need not be the top rung.
    for (const { trace, confidence } of some.filter(({ trace: { rule } }) => /sill|several/.test(rule))) expect(trace.candidates[0]?.confidence ?? 0).to.be.closeTo(confidence, 1e-9)
    const last = (await questions.max('askedAt')) as unknown as Date
    expect(+last).to.be.at.most(Date.parse('2026-11-23T10:00:00Z'))
    await janua.close()
  })
  it('is never repeated, and changes nothing the second time', async () => {
    const counts = () => db.query('SELECT (SELECT COUNT(*) FROM questions) AS q, (SELECT COUNT(*) FROM items) AS i, (SELECT MAX(id) FROM audit_entries) AS a', { plain: true })
    const before = await counts()
    expect(await load('empty')).to.equal('demo')
    expect(await counts()).to.eql(before)
  })
  it('gives an empty Janua a door that is open at once', async () => {
    await db.getQueryInterface().dropAllTables()
    await migrate(db)
    await load('empty')
    const janua = createJanua({ db, sessionSecret: 'x' })
    expect((await janua.doors.open('help')).title).to.equal('Ask us')
    expect(await janua.accounts.setupLink()).to.match(/^[0-9a-f]{64}$/)
    await janua.close()
  })
})
