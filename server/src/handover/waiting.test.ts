import type { Queue } from '@janua/contracts'
import { expect } from 'chai'
import type { Janua } from '../janua.ts'
import { freshJanua, member, type Member, openHouse, type TestClock, type TestVisitor, visitor } from '../testing/harness.ts'

describe('how long a visitor waits', () => {
  let janua: Janua
  let clock: TestClock
  let close: () => Promise<void>
  let agent: Member
  let bookings: number
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    const { queues } = await openHouse(janua)
    bookings = queues.bookings
    agent = await member(janua, 'agent')
    await janua.queues.save({ id: agent.id, name: agent.name }, bookings, { name: 'Bookings', members: [agent.id] })
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

  it('is told, with how many are before, and grows with them', async () => {
    const [first, second] = [await waits(), await waits()]
    const [one, two] = [(await first.thread()).waiting!, (await second.thread()).waiting!]
    expect([one.ahead, two.ahead]).to.eql([0, 1])
    expect(two.seconds!).to.be.greaterThan(one.seconds!)
    const [queue] = ((await agent.get('/queues')).body as Queue[]).filter(({ id }) => id === bookings)
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
  it('is not known when nobody is at their desk', async () => {
    await agent.put('/presence', { presence: 'away' })
    const someone = await waits()
    await someone.post('/way', { way: 'wait' }).expect(204)
    expect((await someone.thread()).waiting!.seconds).to.equal(null)
  })
})
