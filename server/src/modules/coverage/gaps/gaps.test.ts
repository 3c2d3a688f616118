import type { GapEffect, MovedQuestions, GapPage, GapSheet } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../../demo/allTables.ts'
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
} from '../../../testing/harness.ts'
import { asked, learnt } from '../testing.ts'

const BIKE = article(
  'Bicycles',
  'A bicycle costs 5.00 each way. Push it on board before the cars.\n',
  ['What does a bicycle cost?'],
  { collection: 'Bicycles' },
)
const CHARGING = [
  'can I charge my e-bike battery on board',
  'e-bike battery charging on the boat',
  'charge the battery of an e-bike on the ferry',
  'where can I charge my e-bike battery',
  'is charging of e-bike batteries allowed',
  'charge e-bike battery during the crossing',
]
const OTHERS = [
  'when does the harbour open',
  'is there a cabin for two',
  'do you take horses',
  'how long is the crossing',
  'who is the captain',
  'may I play the guitar',
  'what is for lunch',
  'is it cold up there',
]

describe('gaps', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let topic: number
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead')
    clock.set('2026-11-02T09:00:00Z')
    await openTestApp(janua, [DOG, REFUND, BIKE])
    for (let week = 0; week < 3; week++) {
      clock.set(`2026-11-0${3 + week}T09:00:00Z`)
      await asked(janua, clock, [...CHARGING, ...OTHERS, 'can I bring my dog'])
    }
    clock.set('2026-11-16T09:00:00Z')
    await learnt(janua)
    topic = ((await lead.get('/gaps')).body as GapPage).rows[0]!.topic
  })
  after(() => close())

  const list = async (query = '') => (await lead.get(`/gaps?${query}`)).body as GapPage
  const sheet = async (id = topic) => (await lead.get(`/gaps/${id}`)).body as GapSheet
  const states = async () =>
    Object.entries((await list('state=all')).counts).filter(([, n]) => n > 0)

  it('put together what asks the same, the most worth fixing first', async () => {
    const { rows, weeks } = await list()
    expect(rows[0]!.label.toLowerCase()).to.include('charg')
    expect(rows[0]).to.deep.include({ state: 'open', questions: 18, coverage: 0 })
    expect(rows[0]!.potential).to.be.greaterThan(rows[1]?.potential ?? 0)
    expect(weeks).to.include({ to: '2026-11-08', n: 1 })
  })
  it('leave out what is answered', async () =>
    expect((await list('state=all')).rows.some(({ label }) => /dog/i.test(label))).to.equal(false))
  it('are searched, and ordered otherwise', async () => {
    expect((await list('search=battery')).rows).to.have.length(1)
    expect((await list('search=nothing like it')).rows).to.eql([])
    expect((await list('sort=volume')).rows[0]!.topic).to.equal(topic)
  })
  it('open with their own words, and why the nearest was not enough', async () => {
    const open = await sheet()
    expect(open.wordings.map(({ text }) => text)).to.have.members(CHARGING)
    expect(open.after).to.include({ asked: 18, handedOver: 0 })
    expect(open.nearest.flatMap(({ missing }) => missing)).to.include.members(['charge'])
    expect(open.outline.phrasings.every((phrasing) => CHARGING.includes(phrasing))).to.equal(true)
  })
  it('say what agents replied, with the conversation', async () => {
    const someone = await visitor(janua)
    await someone.says(CHARGING[0]!)
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk Verrall', mail: 'osk@mail.example' })
    await someone.post('/way', { way: 'wait' }).expect(204)
    const agent = await member(janua, 'lead')
    const conversation = (await janua.tables.conversations.findOne({
      where: { state: 'waiting' },
    }))!.id
    await agent.post(`/desk/${conversation}/take`)
    await agent.post(`/desk/${conversation}/replies`, {
      clientId: crypto.randomUUID(),
      text: 'There are two sockets on deck 3.',
    })
    expect((await sheet()).outline.replies).to.eql([
      { text: 'There are two sockets on deck 3.', conversation, times: 1 },
    ])
  })
  it('tell which questions of other topics teaching would bring along', async () => {
    const bike = (await janua.tables.items.findOne({ where: { title: 'Bicycles' } }))!.id
    const tried = async (phrasing: string) =>
      (
        (await lead.post(`/gaps/${topic}/try`, { item: bike, phrasings: [phrasing] }))
          .body as GapEffect
      ).elsewhere
    await janua.tables.topicWordings.update(
      { near: [{ item: bike, confidence: 0.5 }] },
      { where: { norm: 'who is the captain' } },
    )
    expect(await tried('who is the captain')).to.eql({
      brought: [{ text: 'who is the captain', times: 3, from: null }],
      taken: [],
    })
    expect(await tried('where to oil a chain')).to.eql({ brought: [], taken: [] })
  })
  it('tell on an article which questions of the log a wording would bring along, near or not', async () => {
    const bike = (await janua.tables.items.findOne({ where: { title: 'Bicycles' } }))!.id
    const { title, body, phrasings, revision } = (await lead.get(`/articles/${bike}`)).body
    const moved = async (more: string[]) =>
      (
        await lead
          .post(`/articles/${bike}/moved`, { title, body, phrasings: [...phrasings, ...more] })
          .expect(200)
      ).body as MovedQuestions
    await janua.tables.topicWordings.update({ near: [] }, { where: { norm: 'who is the captain' } })
    expect(await moved(['who is the captain'])).to.eql({
      brought: [{ text: 'who is the captain', times: 3, from: null }],
      taken: [],
    })
    expect(await moved([])).to.eql({ brought: [], taken: [] })
    expect((await lead.get(`/articles/${bike}`)).body.revision).to.equal(revision)
  })
  it('try teaching before anything is saved, and choose wordings that bring others along', async () => {
    const bike = (await janua.tables.items.findOne({ where: { title: 'Bicycles' } }))!.id
    const effect = (await lead.post(`/gaps/${topic}/try`, { item: bike, phrasings: null }))
      .body as GapEffect
    expect(effect.phrasings.length).to.be.within(1, 6)
    expect(effect.after).to.be.greaterThan(effect.live)
    const fewer = (
      await lead.post(`/gaps/${topic}/try`, { item: bike, phrasings: effect.phrasings.slice(0, 1) })
    ).body as GapEffect
    expect(fewer.after).to.be.at.most(effect.after)
    expect((await janua.releases.draft.changes()).length).to.equal(0)
  })
  it('teach all wordings or none: what breaks off in its middle leaves the draft as it was', async () => {
    const bike = (await janua.tables.items.findOne({ where: { title: 'Bicycles' } }))!.id
    const { teach } = janua.library.articles
    let taught = 0
    janua.library.articles.teach = (...given) =>
      taught++ === 0
        ? teach.apply(janua.library.articles, given)
        : Promise.reject(new Error('the database went away'))
    await lead
      .post(`/gaps/${topic}/fixes`, {
        kind: 'teach',
        item: bike,
        phrasings: ['where do i charge it', 'charge my battery'],
      })
      .expect(500)
    janua.library.articles.teach = teach
    expect(taught).to.equal(2)
    expect((await janua.releases.draft.changes()).length).to.equal(0)
    expect(await janua.tables.gapFixes.count()).to.equal(0)
  })
  it('are in work when somebody takes them, and given back', async () => {
    await lead
      .put(`/gaps/${topic}/work`, { state: 'in work', user: null, until: '2026-11-20' })
      .expect(204)
    expect((await sheet()).who).to.equal(lead.name)
    expect(await states()).to.deep.include(['in work', 1])
    await lead.put(`/gaps/${topic}/work`, { state: 'open' }).expect(204)
    expect((await sheet()).state).to.equal('open')
  })
  it('are fixed by the definition only: promised in the draft, kept by the release', async () => {
    const content = {
      kind: 'article',
      title: 'Charging an e-bike on board',
      collection: 'Bicycles',
      phrasings: CHARGING.slice(0, 4),
      body: 'You may charge the battery of your e-bike on deck 3. There are two sockets; charging costs nothing.\n',
      reviewOn: null,
      ready: true,
    }
    const { body } = await lead.post(`/gaps/${topic}/fixes`, { kind: 'write', content }).expect(201)
    expect(body.fix).to.include({ state: 'in draft', kind: 'write' })
    expect(body.effect.after / body.effect.n).to.be.closeTo(body.fix.promise, 1e-9)
    expect((await sheet()).state).to.equal('in draft')
    await lead.post('/releases', { items: [body.fix.item.id], note: 'charging' }).expect(201)
    const [fix] = (await sheet()).fixes
    expect(fix).to.include({ state: 'fixed', release: 2 })
    expect(fix!.standing).to.include({ state: 'fixed', n: 18 })
    expect((await sheet()).state).to.equal('fixed')
  })
  it('open again by themselves, and say so, when what is asked later is not answered as promised', async () => {
    clock.set('2026-11-17T09:00:00Z')
    // The same topic in words that the article does not have.
    const release = (await janua.answering.engine.live())!.number
    for (let i = 0; i < 24; i++)
      await janua.tables.questions.create({
        releaseId: release,
        doorId: (await janua.tables.items.findOne({ where: { kind: 'door' } }))!.id,
        text: CHARGING[0]!,
        norm: 'can i charge my e bike battery on board',
        language: 'en',
        outcome: 'unanswered',
        kind: null,
        confidence: 0.1,
        wantsPerson: false,
        unsettled: true,
        trace: {
          terms: [],
          days: [],
          candidates: [],
          threshold: 0.6,
          leftOut: [],
          rule: 'nothing found',
          passages: 1,
        },
        askedAt: clock.now(),
        topicId: topic,
      })
    await janua.coverage.gapFixes.prove()
    expect(await sheet()).to.include({ state: 'open', reopened: true })
    expect((await lead.get('/today')).body.alerts[0]).to.deep.include({
      kind: 'gap reopened',
      topic: { id: topic, label: (await sheet()).label },
    })
  })
  it('go back to the draft when a roll-back takes the fix away', async () => {
    await lead.post('/releases/1/live').expect(200)
    expect((await sheet()).fixes[0]!.state).to.equal('in draft')
    await lead.post('/releases/2/live').expect(200)
  })
  it('stay uncovered with a reason, and a reply that every door gives once it is published', async () => {
    const other = (await janua.coverage.topics.list('')).find(({ id }) => id !== topic)!
    await lead.put(`/gaps/${other.id}/work`, { state: 'will not cover' }).expect(422)
    await lead
      .put(`/gaps/${other.id}/work`, {
        state: 'will not cover',
        reason: 'Not ours to say',
        reply: 'Please ask the harbour.',
      })
      .expect(204)
    expect((await sheet(other.id)).state).to.equal('will not cover')
    await publishAll(janua)
    const someone = await visitor(janua)
    await someone.says(other.label)
    expect((await someone.thread()).messages.at(-1)!.text).to.equal('Please ask the harbour.')
  })
  it('say plainly that a topic is gone', async () =>
    expect((await lead.get('/gaps/99999')).body.message).to.include(
      'There is no topic 99999 any more',
    ))
})

/** Point 15 of the repairs. */
describe('a gap that nobody fixes on purpose', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let topic: number
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead')
    clock.set('2026-11-02T09:00:00Z')
    await openTestApp(janua, [DOG, REFUND, BIKE])
    clock.set('2026-11-03T09:00:00Z')
    await asked(janua, clock, [...CHARGING, ...CHARGING, ...OTHERS])
    clock.set('2026-11-16T09:00:00Z')
    await learnt(janua)
    topic = ((await lead.get('/gaps')).body as GapPage).rows[0]!.topic
  })
  after(() => close())

  const sheet = async () => (await lead.get(`/gaps/${topic}`)).body as GapSheet

  it('stays open while the live release does not answer it', async () => {
    await janua.coverage.gapClosings.settle(1)
    expect(await sheet()).to.include({ state: 'open', closed: null })
  })
  it('closes by itself once the live release answers its questions', async () => {
    const content = article(
      'Sockets on deck 3',
      'You may charge the battery of your e-bike on deck 3. Charging costs nothing.\n',
      CHARGING,
    )
    const { body } = await lead.post('/articles', content).expect(201)
    await janua.coverage.gapClosings.settle(1)
    expect(await sheet()).to.include({ state: 'open' })
    await lead.post('/releases', { items: [body.id], note: 'sockets' }).expect(201)
    await janua.coverage.gapClosings.settle(1)
    const { state, closed, fixes } = await sheet()
    expect({ state, fixes }).to.eql({ state: 'fixed', fixes: [] })
    expect(closed).to.include({ release: 2, n: 12 })
    expect(closed!.share).to.be.greaterThan(0.6)
    const { rows, counts } = (await lead.get('/gaps')).body as GapPage
    expect(rows.map(({ topic: id }) => id)).not.to.include(topic)
    expect(counts.fixed).to.equal(1)
  })
  it('opens again when a roll-back takes the answer away', async () => {
    await lead.post('/releases/1/live').expect(200)
    await janua.coverage.gapClosings.settle(1)
    expect(await sheet()).to.include({ state: 'open', closed: null })
  })
})
