import type { Queue } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
  type TestVisitor,
  visitor,
} from '../../testing/harness.ts'

describe('how long a visitor waits', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let agent: Member
  let bookings: number
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    const { queues } = await openTestApp(janua)
    bookings = queues.bookings
    agent = await member(janua, 'agent')
    await janua.handover.queues.save({ id: agent.id, name: agent.name }, bookings, {
      name: 'Bookings',
      members: [agent.id],
    })
  })
  after(() => close())

  const waits = async (): Promise<TestVisitor> => {
    const someone = await visitor(janua)
    await someone.says('who is the captain')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk Verrall', mail: 'osk@mail.example' })
    return someone
  }
  const idOf = async (someone: TestVisitor) => (await someone.thread()).conversation!

  const take = async (someone: TestVisitor) => {
    const id = await idOf(someone)
    await agent.post(`/desk/${id}/take`).expect(204)
    return id
  }

  it('is told, with how many are before, and grows with them', async () => {
    const [first, second] = [await waits(), await waits()]
    const [one, two] = [(await first.thread()).waiting!, (await second.thread()).waiting!]
    expect([one.ahead, two.ahead]).to.eql([0, 1])
    expect(two.seconds!).to.be.greaterThan(one.seconds!)
    const [queue] = ((await agent.get('/queues')).body as Queue[]).filter(
      ({ id }) => id === bookings,
    )
    expect(queue!.expectedWaitSeconds!).to.be.at.least(two.seconds!)
    await agent.post(`/desk/${await idOf(first)}/take`)
    expect((await first.thread()).waiting).to.equal(undefined)
    expect((await second.thread()).waiting!.ahead).to.equal(0)
    clock.pass(300)
    await agent.post(`/desk/${await idOf(first)}/close`)
    await agent.post(`/desk/${await idOf(second)}/take`)
    await agent.post(`/desk/${await idOf(second)}/close`)
  })
  it('comes from the queue’s own conversations, once ten of them are known', async () => {
    for (let i = 0; i < 12; i++) {
      const id = await idOf(await waits())
      clock.pass(5)
      await agent.post(`/desk/${id}/take`)
      clock.pass(120)
      await agent.post(`/desk/${id}/close`)
    }
    const busy = await waits()
    await agent.post(`/desk/${await idOf(busy)}/take`)
    clock.pass(30)
    const { seconds } = (await (await waits()).thread()).waiting!
    // 90 seconds of 120 to go, or of the first one's 300; and a pick-up of 5.
    expect(seconds!).to.be.within(95, 275)
  })
  it('counts a second conversation that an agent is used to take beside the first', async () => {
    const lead = await member(janua, 'lead')
    const close = (id: number) => agent.post(`/desk/${id}/close`)
    for (const { id, state } of await janua.tables.conversations.findAll({
      where: { state: ['agent', 'waiting'] },
    })) {
      if (state === 'waiting') await agent.post(`/desk/${id}/take`).expect(204)
      await close(id)
    }
    const told = async () => {
      const first = await take(await waits())
      clock.pass(10)
      const second = await waits()
      const { seconds } = (await second.thread()).waiting!
      return {
        seconds: seconds!,
        leave: async () => (
          await take(second),
          clock.pass(60),
          await close(first),
          await close(await idOf(second))
        ),
      }
    }
    const used = await told()
    expect(used.seconds, 'one at a time until now').to.be.greaterThan(60)
    for (let i = 0; i < 4; i++) await (i === 0 ? used : await told()).leave()
    const now = await told()
    expect(now.seconds, 'a slot is free').to.be.lessThan(30)
    await now.leave()
    await lead
      .put(`/people/${agent.id}/skills`, { languages: [], topics: [], atOnce: 1 })
      .expect(204)
    const less = await told()
    expect(less.seconds, 'one at once by the lead’s setting').to.be.greaterThan(60)
    await lead
      .put(`/people/${agent.id}/skills`, { languages: [], topics: [], atOnce: 2 })
      .expect(204)
    await less.leave()
  })
  it('is not known when nobody is at their desk', async () => {
    await agent.put('/presence', { presence: 'away' })
    const someone = await waits()
    await someone.post('/way', { way: 'wait' }).expect(204)
    expect((await someone.thread()).waiting!.seconds).to.equal(null)
  })
})
