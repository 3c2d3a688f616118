import { Settings } from '../server/src/platform/settings.ts'
import { withTables } from '../demo/allTables.ts'
import { expect } from 'chai'
import { QueryTypes, type Sequelize } from 'sequelize'
import { accountTables } from '../server/src/modules/accounts/tables.ts'
import type { FigureRow } from '../server/src/modules/coverage/tables.ts'
import { connect, type DatabaseAddress } from '../server/src/platform/database/connect.ts'
import { migrate } from '../server/src/platform/database/migrate.ts'
import { firstLoad, UnknownContent } from './firstLoad.ts'
import { copyDemo, DEMO_DAY } from './loadedDemo.ts'
import { createJanua } from '../server/src/app.ts'

const TEST_DATABASE = {
  ...(JSON.parse(process.env.JANUA_TEST_DB!) as DatabaseAddress),
  name: 'janua_test',
}

describe('the first load', () => {
  let db: Sequelize
  const said: string[] = []
  const load = (seed: 'demo' | 'empty') =>
    firstLoad(db, { seed, today: DEMO_DAY }, (text) => said.push(text))
  before(async () => {
    db = connect(TEST_DATABASE)
    await db.getQueryInterface().dropAllTables()
    await migrate(db)
  })
  after(() => db.close())

  const somebody = {
    name: 'Half',
    mail: 'half@made.example',
    role: 'lead' as const,
    active: true,
    presence: 'off' as const,
    createdAt: new Date(),
  }
  it('never removes content that it has not made itself', async () => {
    const { users } = accountTables(db)
    await users.create(somebody)
    const refused = await load('demo').catch((cause: Error) => cause)
    expect(refused).to.be.instanceOf(UnknownContent)
    expect((refused as Error).message).to.include('Nothing was changed')
    expect(await users.count({ where: { mail: somebody.mail } })).to.equal(1)
    await users.destroy({ where: {} })
  })
  it('is made anew when it was broken off', async () => {
    const { users } = accountTables(db)
    await new Settings(db).write('first_load_begun', DEMO_DAY)
    await users.create(somebody)
    expect(await load('empty')).to.equal('empty')
    expect(said[0]).to.include('broken off')
    expect(await users.count({ where: { mail: somebody.mail } })).to.equal(0)
  })
  it('is never repeated, and changes nothing the second time', async () => {
    const counts = () =>
      db.query(
        'SELECT (SELECT COUNT(*) FROM releases) AS r, (SELECT COUNT(*) FROM items) AS i, (SELECT MAX(id) FROM audit_entries) AS a',
        { plain: true },
      )
    const before = await counts()
    expect(await load('demo')).to.equal('empty')
    expect(await counts()).to.eql(before)
  })
  it('gives an empty Janua a door that is open at once', async () => {
    const janua = withTables(createJanua({ db, sessionSecret: 'x' }))
    expect((await janua.doors.open('help')).title).to.equal('Ask us')
    expect(await janua.accounts.accounts.setupLink()).to.match(/^[0-9a-f]{64}$/)
    await janua.close()
  })
})

describe('the demo', () => {
  let db: Sequelize
  before(async function () {
    this.timeout(900_000)
    await copyDemo(TEST_DATABASE)
    db = connect(TEST_DATABASE)
  })
  after(() => db.close())

  it('puts at least 9,000 questions to the real engine, each with its release and trace', async () => {
    const janua = withTables(createJanua({ db, sessionSecret: 'x' }))
    const { questions } = janua.tables
    expect(await questions.count()).to.be.at.least(9_000)
    const releases = await questions.findAll({
      attributes: ['releaseId'],
      group: ['releaseId'],
      order: [['releaseId', 'ASC']],
    })
    expect(releases.map(({ releaseId }) => releaseId)).to.eql([1, 2, 3, 4, 5, 6])
    const some = await questions.findAll({ limit: 60, order: [['id', 'DESC']] })
    // A chosen reading and a fixed answer need not be the top rung.
    for (const { trace, confidence } of some.filter(({ trace: { rule } }) =>
      /threshold|several/.test(rule),
    ))
      expect(trace.candidates[0]?.confidence ?? 0).to.be.closeTo(confidence, 1e-9)
    const last = (await questions.max('askedAt')) as unknown as Date
    expect(+last).to.be.at.most(Date.parse('2026-11-23T10:00:00Z'))
    await janua.close()
  })
  it('is never repeated, and changes nothing the second time', async () => {
    const counts = () =>
      db.query(
        'SELECT (SELECT COUNT(*) FROM questions) AS q, (SELECT COUNT(*) FROM items) AS i, (SELECT MAX(id) FROM audit_entries) AS a',
        { plain: true },
      )
    const before = await counts()
    const again = await firstLoad(db, { seed: 'empty', today: DEMO_DAY }, () => undefined)
    expect(again).to.equal('demo')
    expect(await counts()).to.eql(before)
  })
  it('leaves a demo that moves to the week it is looked at, weeks as they were and nothing in the future', async function () {
    this.timeout(900_000)
    const now = new Date('2026-12-16T12:00:00Z')
    const janua = withTables(createJanua({ db, sessionSecret: 'x', clock: { now: () => now } }))
    const { questions, conversations, items, messages, users } = janua.tables
    const lead = (await users.findOne({ where: { role: 'lead' } }))!
    await janua.coverage.rollup.rebuild()
    const week = async (starts: string) =>
      pick(
        (await janua.tables.figures.findOne({
          where: { span: 'week', dimension: 'all', starts },
          raw: true,
        }))!,
      )
    const pick = ({ questions, answered, right, ended, contained }: FigureRow) => ({
      questions,
      answered,
      right: Math.round(right * 100),
      ended,
      contained,
    })
    const state = async () => ({
      questions: await questions.count(),
      reviews: await items.min('reviewOn'),
      first: +((await questions.min('askedAt')) as unknown as Date),
      unordered: await unordered(),
    })
    const unordered = async () =>
      (
        await db.query<{ n: number }>(
          'SELECT COUNT(*) AS n FROM messages a JOIN messages b ON b.conversation_id = a.conversation_id AND b.seq = a.seq + 1 AND b.created_at < a.created_at',
          { type: QueryTypes.SELECT },
        )
      )[0]!.n
    const [before, told] = [await state(), await week('2026-11-16')]
    const yesterday = await conversations.findOne({ order: [['id', 'DESC']] })
    await messages.update(
      { createdAt: new Date('2026-12-15T09:00:00Z') },
      { where: { conversationId: yesterday!.id, seq: yesterday!.seq } },
    )
    expect(await janua.system.staleDemo.weeks()).to.equal(3)
    await janua.system.staleDemo.move(lead)
    expect(await state()).to.eql({ ...before, first: before.first + 21 * 86_400_000 })
    expect(await week('2026-12-07')).to.eql(told)
    expect(told.questions).to.be.greaterThan(400)
    for (const latest of await Promise.all([
      questions.max('askedAt'),
      messages.max('createdAt'),
      conversations.max('lastAt'),
    ]))
      expect(+(latest as unknown as Date)).to.be.at.most(+now)
    expect(await janua.system.staleDemo.weeks()).to.equal(0)
    expect(
      await janua.system.staleDemo.move(lead).catch((cause: Error) => cause.message),
    ).to.include('nothing to move')
    await janua.close()
  })
})
