import { expect } from 'chai'
import supertest from 'supertest'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { JANUA } from '../accounts/audit.ts'
import { freshJanua, member, type Member, openTestApp } from '../../testing/harness.ts'

describe('doors', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  let door: number
  let queues: { bookings: number }
  before(async () => {
    ;({ janua, close } = await freshJanua())
    lead = await member(janua, 'lead')
    ;({ door, queues } = await openTestApp(janua, undefined, {
      allowedSites: ['https://www.firm.example'],
    }))
  })
  after(() => close())

  it('may be framed by their allowed sites alone, without inline script or style', async () => {
    const policy = (await supertest(janua.app).get('/door/help')).get('content-security-policy')!
    expect(policy).to.include("frame-ancestors 'self' https://www.firm.example")
    expect(policy).not.to.include('unsafe')
    const closed = (await supertest(janua.app).get('/door/nowhere')).get('content-security-policy')!
    expect(closed).to.match(/frame-ancestors 'self'$|frame-ancestors 'self';/)
  })
  it('tell visitors whether people are there (never while no queue has a member), and nothing that is not theirs', async () => {
    const visit = async () => (await supertest(janua.app).get('/api/visit/help')).body
    expect(await visit()).to.deep.include({ title: 'Ask us', open: false, changesAt: null })
    const agent = await member(janua, 'agent')
    await janua.handover.queues.save(JANUA, queues.bookings, {
      name: 'Bookings',
      members: [agent.id],
    })
    const body = await visit()
    expect(body).to.deep.include({
      title: 'Ask us',
      open: true,
      changesAt: '2026-11-23T17:00:00.000Z',
    })
    expect(body).not.to.have.any.keys('threshold', 'allowedSites', 'hours')
  })
  it('promise no mail while nothing could send one', async () => {
    expect((await supertest(janua.app).get('/api/visit/help')).body.sendsMail).to.equal(false)
  })
  it('change for visitors only with a release', async () => {
    const { body } = await lead.get(`/doors/${door}`)
    const { id: _id, state: _state, published: _published, revision, ...content } = body
    await lead
      .put(`/doors/${door}`, { ...content, title: 'Ask the firm', base: revision, ready: true })
      .expect(200)
    expect((await supertest(janua.app).get('/api/visit/help')).body.title).to.equal('Ask us')
    await lead.post('/releases', { items: [door], note: 'new name' }).expect(201)
    expect((await supertest(janua.app).get('/api/visit/help')).body.title).to.equal('Ask the firm')
  })
  const wrong = [
    {
      change: { hours: [[{ from: '17:00', to: '09:00' }], [], [], [], [], [], []] },
      says: '“17:00” must be before “09:00”',
    },
    {
      change: { allowedSites: ['firm.example'] },
      says: 'A site is written like https://www.example.com',
    },
    { change: { timeZone: 'Mars/Base' }, says: '“Mars/Base” is not a known time zone' },
    { change: { key: 'Big Key' }, says: 'The key is made of small letters' },
  ]
  for (const { change, says } of wrong)
    it(`refuse ${JSON.stringify(change)} in plain words`, async () => {
      const { body } = await lead.get(`/doors/${door}`)
      const { id: _id, state: _state, published: _published, revision, ...content } = body
      const { status, body: problem } = await lead.put(`/doors/${door}`, {
        ...content,
        ...change,
        base: revision,
        ready: true,
      })
      expect(status).to.equal(422)
      expect(problem.message).to.include(says)
    })
  it('refuse a key that another door has', async () =>
    expect((await lead.post('/doors', { title: 'Twin', key: 'help' })).body.code).to.equal(
      'DOOR_KEY_TAKEN',
    ))
  it('open a source only when a release held it', async () => {
    const { body: made } = await lead.post('/articles', {
      kind: 'article',
      title: 'Secret draft',
      collection: '',
      phrasings: [],
      body: 'x',
      reviewOn: null,
      ready: true,
    })
    expect((await supertest(janua.app).get(`/api/visit/sources/${made.revision}`)).status).to.equal(
      404,
    )
  })
})

describe('a page that embeds a door', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  before(async () => {
    ;({ janua, close } = await freshJanua())
    await openTestApp(janua, undefined, { allowedSites: ['https://www.firm.example'] })
  })
  after(() => close())

  const cases: [string, string, string | undefined, string][] = [
    ['help', 'a site that is allowed', 'https://www.firm.example', 'open'],
    ['help', 'another site', 'https://elsewhere.example', 'not allowed'],
    ['help', 'a page without an origin', 'null', 'not allowed'],
    ['help', 'Janua’s own page, for which a browser sends no origin', undefined, 'open'],
    ['none', 'a door that is not published', 'https://www.firm.example', 'not published'],
  ]
  for (const [key, what, origin, state] of cases)
    it(`is told “${state}” for ${what}, so that it shows no empty frame`, async () => {
      const { body, headers } = await supertest(janua.app)
        .get(`/door/${key}/embed`)
        .set(origin === undefined ? {} : { origin })
      expect(body).to.eql({ state })
      expect(headers['access-control-allow-origin']).to.equal('*')
    })
})

describe('doors of a team with a mail server', () => {
  it('promise replies by mail', async () => {
    const { janua, close } = await freshJanua(undefined, undefined, async () => undefined)
    await openTestApp(janua)
    expect((await supertest(janua.app).get('/api/visit/help')).body.sendsMail).to.equal(true)
    await close()
  })
})
