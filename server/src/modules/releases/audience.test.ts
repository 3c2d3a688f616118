import { expect } from 'chai'
import supertest from 'supertest'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  DOG,
  freshJanua,
  member,
  type Member,
  openTestApp,
  PASSWORD,
  REFUND,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'

const FLOWERS = article('Flowers', 'The kiosk at the harbour has flowers.\n', [
  'Do you sell flowers?',
])

describe('who gets a release', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let flowers: number
  beforeEach(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead', 'Lea Lead')
    await openTestApp(janua, [DOG, REFUND])
    flowers = (await lead.post('/articles', FLOWERS)).body.id
  })
  afterEach(() => close())

  const askedBy = async (someone: Awaited<ReturnType<typeof visitor>>) => {
    await someone.says('Do you sell flowers?')
    return (await someone.thread()).messages.at(-1)!.data as { outcome: string; release: number }
  }

  it('opens to the team first: visitors keep what they have', async () => {
    await lead
      .post('/releases', { items: [flowers], note: 'flowers', audience: 'team' })
      .expect(201)
    expect(await askedBy(await visitor(janua))).to.include({ outcome: 'unanswered', release: 1 })
    const browser = supertest.agent(janua.app)
    const { csrf } = (await browser.get('/api/session')).body
    await browser
      .post('/api/session')
      .set('x-janua-token', csrf)
      .send({ mail: 'lea.lead@team.example', password: PASSWORD })
    const { token } = (await browser.post('/api/visit/help/visitors')).body
    await browser
      .post('/api/visit/help/messages')
      .set('authorization', `Bearer ${token}`)
      .send({ clientId: crypto.randomUUID(), text: 'Do you sell flowers?', language: 'en' })
    const thread = (
      await browser.get('/api/visit/help/thread').set('authorization', `Bearer ${token}`)
    ).body
    expect(thread.messages.at(-1).data).to.include({ outcome: 'answered', release: 2 })
    expect((await lead.get('/draft')).body.map(({ item }: { item: number }) => item)).to.eql([
      flowers,
    ])
  })
  it('opens to a share, always the same visitors, and shows both side by side', async () => {
    await lead
      .post('/releases', { items: [flowers], note: 'flowers', audience: 'share', share: 0.5 })
      .expect(201)
    const people = await Promise.all(Array.from({ length: 24 }, () => visitor(janua)))
    const got = await Promise.all(
      people.map(async (someone) => [
        (await askedBy(someone)).release,
        (await askedBy(someone)).release,
      ]),
    )
    for (const [first, second] of got) expect(first).to.equal(second)
    const open = got.filter(([first]) => first === 2).length
    expect(open).to.be.within(4, 20)
    const { body } = await lead.get('/releases/open')
    expect(body).to.include({ number: 2, audience: 'share', share: 0.5 })
    expect(body.outcomes.open.answered).to.include({ share: 1, n: open * 2 })
    expect(body.outcomes.live.answered.share).to.equal(0)
    await lead.post('/releases/2/open', { audience: 'all' }).expect(200)
    expect((await askedBy(people[0]!)).release).to.equal(2)
    expect((await lead.get('/draft')).body).to.eql([])
    expect((await lead.get('/releases/open')).body ?? null).to.equal(null)
  })
  it('holds back the next release until this one is for all or withdrawn', async () => {
    await lead.post('/releases', { items: [flowers], note: '', audience: 'team' }).expect(201)
    const more = (await lead.post('/articles', article('Wine', 'The bar has wine.\n'))).body.id
    expect((await lead.post('/releases', { items: [more], note: '' })).body.code).to.equal(
      'RELEASE_OPEN',
    )
    await lead.delete('/releases/2/open').expect(204)
    await lead.post('/releases', { items: [more], note: '' }).expect(201)
    expect(await askedBy(await visitor(janua))).to.include({ outcome: 'unanswered', release: 3 })
  })
  it('publishes at a set time exactly what was chosen, whatever becomes of the draft', async () => {
    expect(
      (await lead.post('/releases', { items: [flowers], note: '', at: '2026-11-23T09:00:00Z' }))
        .body.message,
    ).to.include('This time has passed')
    await lead
      .post('/releases', { items: [flowers], note: 'on Tuesday', at: '2026-11-24T06:00:00Z' })
      .expect(201)
    const { body } = await lead.get(`/articles/${flowers}`)
    await lead
      .put(`/articles/${flowers}`, {
        ...FLOWERS,
        body: 'No flowers any more.\n',
        base: body.revision,
        ready: true,
      })
      .expect(200)
    await janua.releases.schedule.tick()
    expect((await lead.get('/releases')).body).to.have.length(1)
    clock.set('2026-11-24T06:00:01Z')
    await janua.releases.schedule.tick()
    const someone = await visitor(janua)
    expect(await askedBy(someone)).to.include({ outcome: 'answered', release: 2 })
    expect((await someone.thread()).messages.at(-1)!.text).to.include('kiosk')
    expect((await lead.get('/draft')).body).to.have.length(1)
    expect((await lead.get('/scheduled')).body).to.eql([])
  })
  it('keeps a publication that cannot be made, with the reason', async () => {
    await lead
      .post('/releases', { items: [flowers], note: '', at: '2026-11-24T06:00:00Z' })
      .expect(201)
    await lead.post('/releases', { items: [flowers], note: '', audience: 'team' }).expect(201)
    clock.set('2026-11-24T06:00:01Z')
    await janua.releases.schedule.tick()
    expect((await lead.get('/scheduled')).body[0]).to.deep.include({
      state: 'failed',
      problem: 'Release 2 is not open to all yet. Open it to all or withdraw it first.',
    })
    await lead.delete(`/scheduled/${(await lead.get('/scheduled')).body[0].id}`).expect(204)
  })
  it('lets one of two publishers win, and tells the other', async () => {
    const both = await Promise.all([
      lead.post('/releases', { items: [flowers], note: 'a' }),
      lead.post('/releases', { items: [flowers], note: 'b' }),
    ])
    expect(both.map(({ status }) => status).sort()).to.eql([201, 409])
    expect(both.find(({ status }) => status === 409)!.body.message).to.include(
      'Somebody may have published them',
    )
  })
  it('loses and refuses no question while releases are published one after the other', async () => {
    const people = await Promise.all(Array.from({ length: 4 }, () => visitor(janua)))
    let on = true
    const asking = people.map(async (someone) => {
      let asked = 0
      for (; on; asked++) expect((await someone.says('Can I bring my dog?')).status).to.equal(204)
      return asked
    })
    for (let i = 0; i < 6; i++) {
      const { body } = await lead.post(
        '/articles',
        article(`News ${i}`, `Nothing of note in week ${i}.\n`),
      )
      await lead.post('/releases', { items: [body.id], note: `${i}` }).expect(201)
    }
    on = false
    const asked = (await Promise.all(asking)).reduce((a, b) => a + b, 0)
    expect(asked).to.be.greaterThan(10)
    const rows = await janua.tables.questions.findAll()
    expect(rows).to.have.length(asked)
    expect(rows.every(({ outcome }) => outcome === 'answered')).to.equal(true)
    expect(new Set(rows.map(({ releaseId }) => releaseId)).size).to.be.greaterThan(2)
  })
  it('shows each change word by word', async () => {
    await lead.post('/releases', { items: [flowers], note: '' }).expect(201)
    const { body } = await lead.get(`/articles/${flowers}`)
    await lead
      .put(`/articles/${flowers}`, {
        ...FLOWERS,
        body: 'The kiosk at the pier has flowers.\n',
        base: body.revision,
        ready: false,
      })
      .expect(200)
    const { parts } = (await lead.get(`/draft/${flowers}/text`)).body
    expect(
      parts
        .filter(({ type }: { type: string }) => type !== 'same')
        .map(({ type, text }: { type: string; text: string }) => `${type} ${text}`),
    ).to.eql(['gone harbour', 'new pier'])
  })
  it('refuses a release whose content no longer reads, and visitors keep what they have', async () => {
    await lead.post('/releases', { items: [flowers], note: '' }).expect(201)
    await janua.db.query(
      'UPDATE revisions SET content = \'{"title": "Pets\' WHERE id = (SELECT MIN(revision_id) FROM release_items WHERE release_id = 1)',
    )
    janua.answering.engine.forget()
    const { status, body } = await lead.post('/releases/1/live')
    expect([status, body.code]).to.eql([409, 'RELEASE_UNREADABLE'])
    expect(body.message).to.include('Visitors keep what they have')
    expect((await lead.get('/releases/state')).body.live.number).to.equal(2)
  })
  it('serves an old release again answer for answer, after everything was let go of', async () => {
    const before = await askedBy(await visitor(janua))
    await lead.post('/releases', { items: [flowers], note: '' }).expect(201)
    await lead
      .post('/articles', article('Bread', 'The kiosk has bread and flowers too.\n'))
      .expect(201)
    janua.answering.engine.forget()
    await lead.post('/releases/1/live').expect(200)
    const { release: _then, ...told } = before as Record<string, unknown>
    const { release: _now, ...again } = (await askedBy(await visitor(janua))) as Record<
      string,
      unknown
    >
    expect({ ...again, question: 0 }).to.eql({ ...told, question: 0 })
  })
})
