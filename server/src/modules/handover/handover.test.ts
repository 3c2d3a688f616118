import type { Desk, DeskConversation } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'

const CONTACT = { name: 'Osk Verrall', mail: 'osk@mail.example' }

describe('hand-over', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let anton: Member
  let bria: Member
  let outsider: Member
  let queues: { bookings: number; refunds: number }
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    ;({ queues } = await openTestApp(janua))
    ;[anton, bria, outsider] = [
      await member(janua, 'agent', 'Anton'),
      await member(janua, 'agent', 'Bria'),
      await member(janua, 'agent', 'Outsider'),
    ]
    await janua.handover.queues.save(anton, queues.refunds, {
      name: 'Refunds',
      members: [anton.id, bria.id],
    })
    await janua.handover.queues.save(anton, queues.bookings, {
      name: 'Bookings',
      members: [outsider.id],
    })
  })
  after(() => close())

  const waitingFor = async (question: string) => {
    const someone = await visitor(janua)
    await someone.says(question)
    await someone.post('/person', { language: 'en' }).expect(204)
    await someone.post('/contact', CONTACT).expect(204)
    return { someone, id: (await someone.thread()).conversation! }
  }

  it('asks for name and mail first, in the thread, and only once', async () => {
    const ann = await visitor(janua)
    await ann.says('where is the helicopter')
    await ann.post('/person', { language: 'en' })
    await ann.post('/person', { language: 'en' })
    expect((await ann.thread()).messages.filter(({ kind }) => kind === 'contact')).to.have.length(1)
    expect((await ann.thread()).state).to.equal('assistant')
    expect((await ann.post('/contact', { name: 'Ann', mail: 'not a mail' })).status).to.equal(422)
    await ann.post('/contact', CONTACT).expect(204)
    expect((await ann.thread()).state).to.equal('waiting')
  })
  it('can be asked for before anything else', async () => {
    const bob = await visitor(janua)
    await bob.post('/person', { language: 'de' }).expect(204)
    await bob.post('/contact', CONTACT).expect(204)
    expect((await bob.thread()).state).to.equal('waiting')
    expect(
      (await outsider.get('/desk')).body.waiting.map(({ subject }: { subject: string }) => subject),
    ).to.include('Asks for a person')
  })
  it('goes to the queue of the first rule that fits, and shows on that queue’s desks alone', async () => {
    const { id } = await waitingFor('a helicopter to the island')
    const ids = async (who: Member) =>
      ((await who.get('/desk')).body as Desk).waiting.map((row) => row.id)
    expect(await ids(anton)).to.include(id)
    expect(await ids(outsider)).not.to.include(id)
    expect((await outsider.get(`/desk/${id}`)).status).to.equal(404)
    expect((await outsider.post(`/desk/${id}/take`)).status).to.equal(404)
  })
  it('gives the agent the brief: what was asked, tried and told', async () => {
    const { id } = await waitingFor('my helicopter is late')
    const { brief, queue } = (await anton.get(`/desk/${id}`)).body as DeskConversation
    expect(queue!.name).to.equal('Refunds')
    expect(brief.unsettled).to.eql(['my helicopter is late'])
    expect(brief.routed).to.equal('“helicopter”')
    expect(brief.told.map(({ value }) => value)).to.include.members([
      'Osk Verrall',
      'osk@mail.example',
      'Ask us',
    ])
    expect(brief.tried[0]).to.include({ question: 'my helicopter is late', outcome: 'unanswered' })
  })
  it('is taken by exactly one of two agents at once, and the other is told by whom', async () => {
    for (let round = 0; round < 5; round++) {
      const { id } = await waitingFor(`helicopter ${round}`)
      const both = await Promise.all([
        anton.post(`/desk/${id}/take`),
        bria.post(`/desk/${id}/take`),
      ])
      expect(both.map(({ status }) => status).sort()).to.eql([204, 409])
      const told = both.find(({ status }) => status === 409)!.body.message as string
      expect(told).to.match(/^(Anton|Bria) took this conversation a moment before you\.$/)
      expect(
        await janua.tables.messages.count({ where: { conversationId: id, kind: 'taken' } }),
      ).to.equal(1)
    }
  })
  it('is one thread for both: replies, hand-back to the assistant, and close', async () => {
    const { someone, id } = await waitingFor('my helicopter never came')
    await anton.post(`/desk/${id}/take`)
    const clientId = crypto.randomUUID()
    for (let i = 0; i < 3; i++)
      await anton.post(`/desk/${id}/replies`, { clientId, text: 'It is on its way.' }).expect(204)
    await someone.says('thanks a lot, one more thing')
    expect(
      (await someone.thread()).messages
        .map(({ author, kind, text }) => (author === 'event' ? kind : `${author}: ${text}`))
        .slice(-4),
    ).to.eql([
      'handed over',
      'taken',
      'agent: It is on its way.',
      'visitor: thanks a lot, one more thing',
    ])
    await anton.post(`/desk/${id}/hand-back`).expect(204)
    await someone.says('can I bring my dog')
    expect((await someone.thread()).messages.at(-1)!.kind).to.equal('answer')
    await someone.post('/person', { language: 'en' }).expect(204)
    expect((await someone.thread()).state, 'name and mail are known already').to.equal('waiting')
    await bria.post(`/desk/${id}/take`)
    await bria.post(`/desk/${id}/close`).expect(204)
    expect((await someone.thread()).state).to.equal('closed')
  })
  it('lets only its own agent reply, move and close', async () => {
    const { id } = await waitingFor('helicopter once more')
    await anton.post(`/desk/${id}/take`)
    for (const [action, body] of [
      ['replies', { clientId: crypto.randomUUID(), text: 'x' }],
      ['hand-back', {}],
      ['close', {}],
      ['move', { queue: queues.bookings }],
    ] as const)
      expect((await bria.post(`/desk/${id}/${action}`, body)).body.code).to.equal('NOT_YOURS')
    await anton.post(`/desk/${id}/move`, { queue: queues.bookings }).expect(204)
    expect(((await outsider.get('/desk')).body as Desk).waiting.map((row) => row.id)).to.include(id)
    expect((await anton.post(`/desk/${id}/move`, { queue: 999 })).body.code).to.equal(
      'QUEUE_NOT_FOUND',
    )
  })
  it('lets a visitor stop waiting and go on with the assistant', async () => {
    const { someone } = await waitingFor('helicopter, but no hurry')
    await someone.post('/stop-waiting').expect(204)
    expect((await someone.thread()).state).to.equal('assistant')
    expect((await someone.post('/stop-waiting')).body.code).to.equal('STATE_FORBIDS')
  })
  it('blocks a visitor who abuses, with the reason in the audit trail', async () => {
    const { someone, id } = await waitingFor('helicopter, you fools')
    await anton.post(`/desk/${id}/take`)
    await anton.post(`/desk/${id}/block`, { reason: 'insults' }).expect(204)
    expect((await someone.says('more')).body.code).to.equal('VISITOR_BLOCKED')
    const { rows } = await janua.accounts.audit.list({ search: 'blocked', offset: 0, limit: 5 })
    expect(rows[0]).to.deep.include({ who: 'Anton', detail: { reason: 'insults' } })
  })
  it('lets agents review answers, the lead’s word before theirs, and propose a phrasing for the draft', async () => {
    const lead = await member(janua, 'lead', 'Reviewing Lead')
    const { someone, id } = await waitingFor('can I bring my dog')
    await anton.post(`/desk/${id}/reviews`, { message: 1, verdict: 'wrong' }).expect(404)
    await lead.post(`/desk/${id}/take`).expect(204)
    const answer = (await someone.thread()).messages.find(({ kind }) => kind === 'answer')!
    const reviewed = async (who: Member, verdict: string) => {
      await who.post(`/desk/${id}/reviews`, { message: answer.id, verdict }).expect(204)
      return ((await lead.get(`/desk/${id}`)).body as DeskConversation).messages.find(
        ({ kind }) => kind === 'answer',
      )!.data!.reviewed
    }
    expect(await reviewed(outsider, 'wrong')).to.equal('wrong')
    expect(
      await janua.coverage.unsettled.list({
        search: 'can i bring my dog',
        state: 'open',
        sort: 'newest',
        offset: 0,
        limit: 5,
      }),
    ).to.have.property('total', 1)
    expect(await reviewed(lead, 'right')).to.equal('right')
    expect(await reviewed(outsider, 'wrong')).to.equal('right')
    const { rows } = await janua.library.articles.list({
      search: 'Pets',
      collection: '',
      kind: 'article',
      state: '',
      sort: 'title',
      order: 'asc',
      offset: 0,
      limit: 5,
    })
    await outsider
      .post(`/desk/${id}/phrasings`, { item: rows[0]!.id, phrasing: 'Hound on the boat?' })
      .expect(204)
    expect(
      (await lead.get('/draft')).body.find(({ item }: { item: number }) => item === rows[0]!.id),
    ).to.include({ ready: false, by: 'Outsider' })
  })
  it('says when people are back, outside their hours, and what can be done meanwhile', async () => {
    clock.set('2026-11-23T22:00:00Z')
    const { someone } = await waitingFor('helicopter at night')
    const { state, messages } = await someone.thread()
    expect(state).to.equal('assistant')
    expect(messages.at(-1)!.text).to.include('Nobody from the team is available')
    expect(messages.at(-1)!.data).to.deep.include({
      why: 'closed',
      changesAt: '2026-11-24T09:00:00.000Z',
      ways: ['case', 'call'],
    })
    clock.set('2026-11-24T10:00:00Z')
  })
  it('does not promise anybody while everybody of the queue is away, but lets wait who wants to', async () => {
    for (const who of [anton, bria]) await who.put('/presence', { presence: 'away' }).expect(204)
    const { someone } = await waitingFor('helicopter, is anybody there')
    expect((await someone.thread()).messages.at(-1)!.data).to.deep.include({
      why: 'nobody',
      ways: ['case', 'call', 'wait'],
    })
    await someone.post('/way', { way: 'wait' }).expect(204)
    expect((await someone.thread()).state).to.equal('waiting')
    for (const who of [anton, bria]) await who.put('/presence', { presence: 'here' }).expect(204)
  })
  it('keeps a queue that rules lead to', async () => {
    const lead = await member(janua, 'lead')
    expect((await lead.delete(`/queues/${queues.refunds}`)).body.message).to.equal(
      'The queue cannot be removed: routing rules still lead to it.',
    )
  })
  it('refuses routing that leads nowhere', async () => {
    const lead = await member(janua, 'lead')
    const { body } = await lead.get('/routing')
    expect(
      (await lead.put('/routing', { rules: [], lastResort: 999, base: body.revision, ready: true }))
        .body.code,
    ).to.equal('QUEUE_NOT_FOUND')
  })
})
