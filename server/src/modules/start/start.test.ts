import type { StartView } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { LOADED } from '../../platform/database/loaded.ts'
import { freshJanua, member, type Member, openTestApp } from '../../testing/harness.ts'
import { EXAMPLES } from './examples/index.ts'

const TEAM = { name: 'Osk & Fenn', zone: 'Europe/Berlin', language: 'en', colour: '#7A2E4D' }

describe('getting started', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  beforeEach(async () => {
    ;({ janua, close } = await freshJanua())
    await openTestApp(janua)
    lead = await member(janua, 'lead')
  })
  afterEach(() => close())

  const view = async (): Promise<StartView> => (await lead.get('/start').expect(200)).body
  const stateOf = async (step: string) =>
    (await view()).steps.find(({ name }) => name === step)!.state

  it('is put away for the demo, and by the lead', async () => {
    expect((await view()).hidden).to.equal(false)
    await lead.put('/start', { hidden: true }).expect(204)
    expect((await view()).hidden).to.equal(true)
    await lead.put('/start', { hidden: false }).expect(204)
    await janua.settings.write(LOADED, { seed: 'demo' })
    expect((await view()).hidden).to.equal(true)
  })

  it('gives the team its name, colour and zone, on the door and in the figures', async () => {
    const { body } = await lead.put('/start/team', TEAM).expect(200)
    expect(body.team).to.eql({ name: 'Osk & Fenn', language: 'en' })
    const { body: door } = await lead.get(`/doors/${body.door.id}`)
    expect(door).to.include({
      title: 'Osk & Fenn',
      colour: '#7A2E4D',
      timeZone: 'Europe/Berlin',
      state: 'ready',
    })
    expect((await lead.get('/reporting')).body.zone).to.equal('Europe/Berlin')
    expect(await stateOf('team')).to.equal('done')
  })

  it('refuses a zone that there is not, and changes nothing', async () => {
    const { body } = await lead.put('/start/team', { ...TEAM, zone: 'Europe/Atlantis' }).expect(422)
    expect(body.message).to.contain('Europe/London')
    expect(await stateOf('team')).to.equal('open')
  })

  it('puts the examples in once, in work, so that none is published by accident', async () => {
    const before = (await view()).items
    const { body } = await lead.post('/start/examples', { language: 'de' }).expect(201)
    expect(body.added).to.equal(EXAMPLES.de.articles.length)
    expect((await lead.post('/start/examples', { language: 'de' })).body.added).to.equal(0)
    const now = await view()
    expect(now.examples).to.equal(EXAMPLES.de.articles.length)
    expect(now.items).to.equal(before + now.examples)
    const { body: listed } = await lead.get(
      `/articles?kind=library&collection=${encodeURIComponent(EXAMPLES.de.collection)}&search=&state=&sort=title&order=asc&offset=0&limit=50`,
    )
    expect(new Set(listed.rows.map(({ state }: { state: string }) => state))).to.eql(
      new Set(['in work']),
    )
  })

  it('says what each step still lacks, and lets it be skipped and taken up again', async () => {
    expect(await stateOf('try')).to.equal('open')
    await lead.put('/start/steps/try', { skipped: true }).expect(204)
    expect(await stateOf('try')).to.equal('skipped')
    await lead.put('/start/steps/try', { skipped: false }).expect(204)
    expect(await stateOf('try')).to.equal('open')
    for (let i = 0; i < 3; i++) await lead.post('/start/asked').expect(204)
    expect(await stateOf('try')).to.equal('done')
  })

  it('knows that people are there once the queue has a member', async () => {
    const { queue } = await view()
    await lead.put(`/queues/${queue!.id}`, { name: queue!.name, members: [] }).expect(200)
    expect(await stateOf('people')).to.equal('open')
    await lead.put(`/queues/${queue!.id}`, { name: queue!.name, members: [lead.id] }).expect(200)
    expect(await stateOf('people')).to.equal('done')
  })

  it('is live once a page of an allowed site has shown the door', async () => {
    const { door } = await view()
    const site = 'https://www.osk.example'
    const asks = async (from: string) =>
      (await lead.http.get(`/door/${door!.key}/embed`).set('origin', from).expect(200)).body.state
    expect(await asks(site)).to.equal('not allowed')
    expect((await view()).seen).to.eql([])

    const { body: opened } = await lead.get(`/doors/${door!.id}`)
    const { id: _, state: _state, published: _published, revision, ...content } = opened
    await lead
      .put(`/doors/${door!.id}`, { ...content, allowedSites: [site], base: revision, ready: true })
      .expect(200)
    await lead.post('/releases', { items: [door!.id], note: '' }).expect(201)
    expect(await asks(site)).to.equal('open')
    await new Promise((done) => setImmediate(done))
    expect((await view()).seen[0]!.site).to.equal(site)
    expect(await stateOf('live')).to.equal('done')
  })

  it('may be seen by editors, and changed by leads alone', async () => {
    const editor = await member(janua, 'editor')
    await editor.get('/start').expect(200)
    await editor.put('/start', { hidden: true }).expect(403)
    const agent = await member(janua, 'agent')
    await agent.get('/start').expect(403)
  })
})
