import {
  type Desk,
  type DeskConversation,
  type QueueSettings,
  STARTER_QUEUE,
} from '@janua/contracts'
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
import { OFFER_SECONDS } from './assignment.ts'

describe('assignment', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let anton: Member
  let bria: Member
  let lead: Member
  let queues: { bookings: number; refunds: number }
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    ;({ queues } = await openTestApp(janua))
    ;[anton, bria, lead] = [
      await member(janua, 'agent', 'Anton'),
      await member(janua, 'agent', 'Bria'),
      await member(janua, 'lead', 'Lead'),
    ]
    await janua.handover.queues.save(lead, queues.bookings, {
      name: 'Bookings',
      members: [bria.id],
    })
  })
  after(() => close())

  const set = (settings: Partial<QueueSettings>) =>
    lead
      .put(`/queues/${queues.refunds}`, {
        name: 'Refunds',
        members: [anton.id, bria.id],
        settings: { ...STARTER_QUEUE, ...settings },
      })
      .expect(200)
  const waitingFor = async (question = 'a helicopter') => {
    const someone = await visitor(janua)
    await someone.says(question)
    await someone.post('/person', { language: 'en' }).expect(204)
    await someone.post('/contact', { name: 'Osk Verrall', mail: 'osk@mail.example' }).expect(204)
    return { someone, id: (await someone.thread()).conversation! }
  }
  const row = (id: number) => janua.tables.conversations.findByPk(id).then((found) => found!)
  const ended = async () => {
    await janua.tables.conversations.update(
      { state: 'closed', closedAt: clock.now(), offeredTo: null, offeredUntil: null },
      { where: { state: ['waiting', 'agent', 'case'] } },
    )
    for (const who of [anton, bria]) await who.put('/presence', { presence: 'here' }).expect(204)
    await janua.tables.users.update({ beatAt: null }, { where: {} })
  }
  afterEach(ended)

  it('offers in turn: 30 seconds to the one, then to the next, and nobody else may take it meanwhile', async () => {
    await set({ assignment: 'in turn' })
    const { id } = await waitingFor()
    await janua.handover.assignment.tick()
    const first = (await row(id)).offeredTo!
    const [one, two] = first === anton.id ? [anton, bria] : [bria, anton]
    expect(((await one.get('/desk')).body as Desk).waiting[0]!.offeredUntil).to.equal(
      new Date(+clock.now() + OFFER_SECONDS * 1_000).toISOString(),
    )
    expect((await two.post(`/desk/${id}/take`)).body.message).to.equal(
      `This conversation is offered to ${one.name} just now. It comes to you when they let it go.`,
    )
    clock.pass(OFFER_SECONDS + 1)
    await janua.handover.assignment.tick()
    expect((await row(id)).offeredTo).to.equal(two.id)
    expect((await one.post(`/desk/${id}/pass`)).body.code).to.equal('OFFER_GONE')
    await two.post(`/desk/${id}/pass`).expect(204)
    expect((await row(id)).offeredTo, 'all have let it go: it begins anew').to.equal(one.id)
    await one.post(`/desk/${id}/take`).expect(204)
    expect(await row(id)).to.include({ state: 'agent', agentId: one.id, offeredTo: null })
  })
  it('offers nothing that nobody waits for any more', async () => {
    await set({ assignment: 'in turn' })
    const { id, someone } = await waitingFor()
    await janua.handover.assignment.tick()
    expect((await row(id)).offeredTo).not.to.equal(null)
    await someone.post('/end').expect(204)
    expect(await row(id)).to.include({ state: 'closed', offeredTo: null, offeredUntil: null })
  })
  it('takes the settings of two who save a queue at the same moment one after the other', async () => {
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        lead.put(`/queues/${queues.refunds}`, {
          name: 'Refunds',
          members: [anton.id, bria.id],
          settings: { ...STARTER_QUEUE, assignment: i % 2 ? 'list' : 'in turn' },
        }),
      ),
    )
    expect(answers.map(({ status }) => status)).to.eql(answers.map(() => 200))
    expect(await janua.tables.queueMembers.count({ where: { queueId: queues.refunds } })).to.equal(
      2,
    )
  })
  it('offers nobody more than they can have at once', async () => {
    await set({ assignment: 'in turn' })
    for (const who of [anton, bria])
      await lead
        .put(`/people/${who.id}/skills`, { languages: [], topics: [], atOnce: 1 })
        .expect(204)
    const ids = [(await waitingFor()).id, (await waitingFor()).id, (await waitingFor()).id]
    await janua.handover.assignment.tick()
    expect((await Promise.all(ids.map(row))).map(({ offeredTo }) => offeredTo === null)).to.eql([
      false,
      false,
      true,
    ])
  })
  it('offers to those who write the language', async () => {
    await set({ assignment: 'in turn' })
    await lead
      .put(`/people/${anton.id}/skills`, { languages: ['de'], topics: [], atOnce: 3 })
      .expect(204)
    await lead
      .put(`/people/${bria.id}/skills`, { languages: ['en'], topics: [], atOnce: 3 })
      .expect(204)
    for (let i = 0; i < 3; i++) {
      const { id } = await waitingFor()
      await janua.handover.assignment.tick()
      expect((await row(id)).offeredTo).to.equal(bria.id)
    }
    await lead
      .put(`/people/${anton.id}/skills`, { languages: [], topics: [], atOnce: 3 })
      .expect(204)
  })
  it('has one order: who is due first, whatever came first', async () => {
    await set({ assignment: 'list' })
    const normal = await waitingFor()
    clock.pass(5)
    const late = await waitingFor()
    await janua.tables.conversations.update(
      { priority: 'high', dueAt: new Date(+clock.now() + 60_000) },
      { where: { id: late.id } },
    )
    expect(((await anton.get('/desk')).body as Desk).waiting.map(({ id }) => id)).to.eql([
      late.id,
      normal.id,
    ])
    expect((await normal.someone.thread()).waiting!.ahead).to.equal(1)
  })
  it('lets overflow what nobody takes, once, with the due time that it had', async () => {
    await set({ overflow: { queue: queues.bookings, minutes: 4 } })
    const { id, someone } = await waitingFor()
    const { dueAt } = await row(id)
    await janua.handover.assignment.tick()
    expect((await row(id)).queueId).to.equal(queues.refunds)
    clock.pass(241)
    await janua.handover.assignment.tick()
    expect(await row(id)).to.deep.include({ queueId: queues.bookings, overflowed: true, dueAt })
    const moved = await janua.tables.messages.findOne({
      where: { conversationId: id, kind: 'moved' },
    })
    expect(moved!.data).to.deep.include({ queue: 'Bookings' })
    expect((await someone.thread()).messages.at(-1)).not.to.have.property('data')
    await set({})
  })
  it('marks away who lost their connection, and gives back what they had not answered', async () => {
    const [unanswered, answered] = [await waitingFor(), await waitingFor()]
    for (const { id } of [unanswered, answered]) await anton.post(`/desk/${id}/take`).expect(204)
    await anton
      .post(`/desk/${answered.id}/replies`, { clientId: crypto.randomUUID(), text: 'Hello' })
      .expect(204)
    await janua.handover.presence.beat([anton.id])
    clock.pass(80)
    await janua.handover.presence.tick()
    expect((await janua.accounts.accounts.find(anton.id))!.presence).to.equal('away')
    expect((await row(unanswered.id)).state, 'a short break loses nothing').to.equal('agent')
    clock.pass(120)
    await janua.handover.presence.tick()
    expect(await row(unanswered.id)).to.include({
      state: 'waiting',
      agentId: null,
      queueId: queues.refunds,
    })
    expect((await row(answered.id)).state).to.equal('agent')
    await answered.someone.says('are you there?')
    await janua.handover.presence.tick()
    expect((await row(answered.id)).state).to.equal('waiting')
    await janua.handover.presence.beat([anton.id])
    expect(
      (await janua.accounts.accounts.find(anton.id))!.presence,
      'back with the browser',
    ).to.equal('here')
  })
  it('gives back at once what somebody who goes home has not answered', async () => {
    const { id } = await waitingFor()
    await bria.post(`/desk/${id}/take`).expect(204)
    await bria.put('/presence', { presence: 'off' }).expect(204)
    const { messages } = (await anton.get(`/desk/${id}`)).body as DeskConversation
    expect(messages.at(-1)).to.deep.include({
      kind: 'given back',
      name: 'Bria',
      data: { why: 'went off duty' },
    })
  })
  it('has every conversation in a queue or with an owner after a storm of actions', async () => {
    await set({ assignment: 'in turn', overflow: { queue: queues.bookings, minutes: 1 } })
    const all = await Promise.all(Array.from({ length: 6 }, () => waitingFor()))
    const actions = all.flatMap(({ id }) => [
      () => anton.post(`/desk/${id}/take`),
      () => bria.post(`/desk/${id}/take`),
      () => janua.handover.assignment.tick(),
      () => bria.post(`/desk/${id}/move`, { queue: queues.bookings, reason: 'x' }),
      () => anton.post(`/desk/${id}/hand-back`),
      () => janua.handover.presence.set(bria.id, 'off'),
      () => lead.post(`/desk/${id}/move`, { agent: anton.id, reason: '' }),
      () => bria.post(`/desk/${id}/close`, {}),
    ])
    await Promise.allSettled(actions.sort(() => 0.5 - Math.random()).map((action) => action()))
    for (const { id } of all) {
      const { state, queueId, agentId } = await row(id)
      if (state === 'waiting')
        expect(queueId, `conversation ${id} waits in a queue`).not.to.equal(null)
      if (state === 'agent') expect(agentId, `conversation ${id} has an owner`).not.to.equal(null)
    }
  })
  it('offers a case where a queue has no members, and lets an overflow bring it to those who are there', async () => {
    await lead
      .put(`/queues/${queues.refunds}`, {
        name: 'Refunds',
        members: [],
        settings: { ...STARTER_QUEUE, overflow: { queue: queues.bookings, minutes: 1 } },
      })
      .expect(200)
    const { someone, id } = await waitingFor()
    expect((await someone.thread()).messages.at(-1)!.data).to.include({ why: 'nobody' })
    await someone.post('/way', { way: 'wait' }).expect(204)
    clock.pass(61)
    await janua.handover.assignment.tick()
    expect((await row(id)).queueId).to.equal(queues.bookings)
    await bria.post(`/desk/${id}/take`).expect(204)
    await bria.post(`/desk/${id}/close`, {}).expect(204)
    const handover = await janua.tables.handovers.findOne({ where: { conversationId: id } })
    expect(handover, 'an overflow says nothing of where it belonged').to.include({
      queueId: queues.refunds,
      rightQueue: queues.refunds,
      rightBy: 'unmoved',
    })
    await set({})
  })
  it('goes by the hours of the queue where it has its own', async () => {
    const closed = {
      timeZone: 'Europe/London',
      weekly: [[], [], [], [], [], [], []],
      closed: [],
      extra: [],
    }
    await set({ hours: closed })
    const { someone } = await waitingFor()
    expect((await someone.thread()).messages.at(-1)!.data).to.include({ why: 'closed' })
    expect(
      (
        await lead.put(`/queues/${queues.refunds}`, {
          name: 'Refunds',
          members: [],
          settings: { ...STARTER_QUEUE, hours: { ...closed, timeZone: 'Mars/Base' } },
        })
      ).body.code,
    ).to.equal('TIME_ZONE_UNKNOWN')
    await set({})
  })
})
