import type { ReplayQuestions, ReplayView } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  DOG,
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  REFUND,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'

const CAT = article('Cats', 'Cats stay in their box on deck 4.\n', ['Where does my cat stay?'], {
  collection: 'Pets',
})

describe('replay', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let dogs: number
  const PERIOD = { from: '2026-11-01T00:00:00Z', to: '2026-12-01T00:00:00Z' }
  const replay = async (more: object = {}): Promise<ReplayView> => {
    const { body } = await lead.post('/replays', { ...PERIOD, ...more }).expect(201)
    await janua.verification.replays.ended()
    return (await lead.get(`/replays/${body.id}`)).body as ReplayView
  }
  const questions = async (id: number, query = '') =>
    (await lead.get(`/replays/${id}/questions?${query}`)).body as ReplayQuestions
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead')
    const house = await openTestApp(janua, [DOG, REFUND, CAT])
    dogs = house.articles[0]!.id
    for (let i = 0; i < 3; i++) {
      const someone = await visitor(janua)
      await someone.says('Can I bring my dog?')
      await someone.says('what does it cost?')
      await someone.says('Do you sell flowers?')
    }
    await (await visitor(janua)).says('How do I get a refund?')
  })
  after(() => close())

  it('asks each question once, with what stood before it, and finds nothing changed in an unchanged draft', async () => {
    const { state, asked, total, summary, lost } = await replay()
    expect([state, asked, total, lost]).to.eql(['done', 10, 4, 0])
    expect(summary!.coverage.change).to.equal(0)
    expect(summary!.changes.same).to.eql({ distinct: 4, times: 10 })
    expect(summary!.flow.map(({ from, to, times }) => `${from} ${to} ${times}`)).to.eql([
      'unanswered unanswered 6',
      'answered answered 4',
    ])
  })
  it('shows what an edit gains and loses, and whose questions they are', async () => {
    await lead
      .post(
        '/articles',
        article('Flowers', 'The kiosk at the harbour has flowers.\n', ['Do you sell flowers?']),
      )
      .expect(201)
    await lead.delete(`/articles/${dogs}`).expect(204)
    const { id, summary, lost } = await replay()
    expect(summary!.changes.gained).to.eql({ distinct: 1, times: 3 })
    expect(lost).to.be.at.least(1)
    const gone = await questions(id, 'change=lost')
    expect(gone.rows[0]).to.deep.include({ text: 'Can I bring my dog?', times: 3 })
    expect(gone.rows[0]!.live.text).to.include('on a lead')
    expect(
      (await questions(id, 'from=unanswered&to=answered')).rows[0]!.draft.place!.title,
    ).to.equal('Flowers')
    expect(summary!.coverage.interval.low).to.be.at.most(summary!.coverage.change)
    expect(summary!.doors).to.have.length(1)
  })
  it('replays a choice of changes alone, and says whether it is still what would be published', async () => {
    const flowers = (await janua.releases.draft.changes()).find(
      ({ title }) => title === 'Flowers',
    )!.item
    const view = await replay({ items: [flowers] })
    expect(view).to.include({ lost: 0, current: true })
    const { body: proof } = await lead.post('/draft/proof', { items: [flowers] })
    expect(proof).to.deep.include({ needsReason: false })
    expect(proof.replay).to.include({ id: view.id, lost: 0, gained: 3 })
  })
  it('holds a release back for lost answers, until they are accepted as intended', async () => {
    const items = (await janua.releases.draft.changes()).map(({ item }) => item)
    const { body: proof } = await lead.post('/draft/proof', { items })
    expect(proof.needsReason).to.equal(true)
    expect((await lead.post('/releases', { items, note: '' })).body.message).to.match(
      /^\d good answers? (is|are) lost/,
    )
    const { rows } = await questions(proof.replay.id, 'change=lost')
    for (const { id } of rows)
      await lead.put(`/replays/${proof.replay.id}/questions/${id}`, { accepted: true }).expect(204)
    expect((await lead.post('/draft/proof', { items })).body.needsReason).to.equal(false)
  })
  it('can be cancelled and resumed; what was done is kept', async () => {
    const { body } = await lead.post('/replays', PERIOD)
    await lead.post(`/replays/${body.id}/cancel`)
    const stopped = (await lead.get(`/replays/${body.id}`)).body as ReplayView
    expect(stopped.state).to.be.oneOf(['cancelled', 'done'])
    if (stopped.state === 'cancelled') await lead.post(`/replays/${body.id}/resume`).expect(204)
    await janua.verification.replays.ended()
    expect((await lead.get(`/replays/${body.id}`)).body).to.include({ state: 'done', done: 4 })
  })
  it('goes on after the server was ended in its middle, with the draft as it was', async () => {
    const first = (await janua.tables.replays.findOne({ order: [['id', 'DESC']] }))!
    await janua.tables.replays.update(
      { state: 'running', summary: null },
      { where: { id: first.id } },
    )
    const some = await janua.tables.replayResults.findAll({
      where: { replayId: first.id },
      limit: 2,
    })
    await janua.tables.replayResults.destroy({ where: { id: some.map(({ id }) => id) } })
    await lead
      .post(
        '/articles',
        article('Later', 'Written while it was replayed.\n', ['Can I bring my dog?']),
      )
      .expect(201)
    await janua.verification.replays.takeUp()
    await janua.verification.replays.ended()
    const after = (await lead.get(`/replays/${first.id}`)).body as ReplayView
    expect(after).to.include({ state: 'done', done: 4, current: false })
    expect((await questions(first.id)).total).to.equal(4)
    expect((await questions(first.id, 'change=lost')).rows[0]!.text).to.equal('Can I bring my dog?')
  })
  it('runs one at a time', async () => {
    const [a, b] = await Promise.all([lead.post('/replays', PERIOD), lead.post('/replays', PERIOD)])
    expect([a.status, b.status].sort()).to.eql([201, 409])
    await janua.verification.replays.ended()
  })
  it('lets go of old ones with their results', async () => {
    const { replays, replayResults } = janua.tables
    const last = (await replays.max('id')) as unknown as number
    const template = (await replays.findOne({ order: [['id', 'DESC']], raw: true }))!
    await replays.create({ ...template, id: last + 60, state: 'done' })
    await replay()
    expect(await replays.count({ where: { id: template.id } })).to.equal(0)
    expect(await replayResults.count({ where: { replayId: template.id } })).to.equal(0)
  })
  it('says so when the period is empty, or runs backwards', async () => {
    expect(
      await replay({ from: '2025-01-01T00:00:00Z', to: '2025-02-01T00:00:00Z' }),
    ).to.deep.include({ state: 'failed', problem: 'Nobody asked anything in this period.' })
    expect(
      (await lead.post('/replays', { from: PERIOD.to, to: PERIOD.from })).body.message,
    ).to.equal('The period ends before it begins.')
  })
  it('takes dated answers as of when they were asked, or as of now', async () => {
    const fair = article('Fair', 'The fair is in the town hall.\n', ['Where is the fair?'], {
      kind: 'fixed',
      holds: { from: '2026-11-20', until: '2026-11-24', doors: [] },
    })
    await lead.post('/articles', fair).expect(201)
    await (await visitor(janua)).says('Where is the fair?')
    clock.set('2026-12-20T10:00:00Z')
    const outcome = async (validity: string) =>
      (await questions((await replay({ validity })).id)).rows.find(
        ({ text }) => text === 'Where is the fair?',
      )!.draft.outcome
    expect(await outcome('asked')).to.equal('answered')
    expect(await outcome('now')).not.to.equal('answered')
  })
  it('shows what the curve of the threshold is drawn from, and what to review next', async () => {
    const { body } = await lead.get('/threshold')
    expect(
      body.volume.reduce((sum: number, { weight }: { weight: number }) => sum + weight, 0),
    ).to.be.closeTo(11 / (30 / 7), 1e-6)
    const { body: next } = await lead.get('/threshold/to-review?threshold=0.4')
    expect(next[0]).to.include.keys('text', 'said', 'chance', 'title')
    await lead
      .post('/verdicts', {
        text: next[0].text,
        verdict: 'partly',
        door: next[0].door,
        item: next[0].item,
        revision: next[0].revision,
        ordinal: next[0].ordinal,
        print: next[0].print,
        confidence: next[0].confidence,
        chance: next[0].chance,
        origin: 'threshold',
      })
      .expect(204)
    expect((await lead.get('/threshold')).body.reviewed).to.deep.include({
      p: next[0].confidence,
      right: 0.5,
      chance: next[0].chance,
      collection: next[0].collection,
      door: next[0].door,
    })
    await lead
      .put('/threshold', { door: next[0].door, collection: 'Pets', threshold: 0.62 })
      .expect(204)
    expect((await lead.get(`/doors/${next[0].door}`)).body.rules.thresholds).to.eql({ Pets: 0.62 })
    await publishAll(janua)
  })
})
