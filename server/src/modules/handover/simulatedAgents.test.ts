import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { freshJanua, member, openTestApp, type TestClock, visitor } from '../../testing/harness.ts'
import { SimulatedAgents } from './simulatedAgents.ts'

describe('simulated agents', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let agents: SimulatedAgents
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    const { queues } = await openTestApp(janua)
    const anton = await member(janua, 'agent', 'Anton')
    await janua.handover.queues.save(anton, queues.refunds, {
      name: 'Refunds',
      members: [anton.id],
    })
    const { db, settings, conversations, accounts, handover } = janua
    agents = new SimulatedAgents({
      db,
      settings,
      read: conversations.read,
      accounts: accounts.accounts,
      work: handover.work,
      clock,
    })
  })
  after(() => close())

  const waits = async () => {
    const someone = await visitor(janua)
    await someone.says('my helicopter broke')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' }).expect(204)
    return someone
  }

  it('take what waits at the demo’s pace, say that they are simulated, answer, and close', async () => {
    const someone = await waits()
    await agents.tick()
    expect((await someone.thread()).state, 'not at once').to.equal('waiting')
    clock.pass(13)
    await agents.tick()
    clock.pass(8)
    await agents.tick()
    const { state, messages } = await someone.thread()
    expect(state).to.equal('agent')
    expect(messages.at(-1)).to.include({ author: 'agent', name: 'Anton' })
    expect(messages.at(-1)!.text).to.include('simulated agent')
    await someone.says('thank you')
    clock.pass(8)
    await agents.tick()
    expect((await someone.thread()).messages.at(-1)!.text).to.include('only simulated')
    clock.pass(301)
    await agents.tick()
    expect((await someone.thread()).state).to.equal('closed')
  })
  it('can be switched off, and leave to real agents what is theirs', async () => {
    await agents.switchTo(false)
    const someone = await waits()
    clock.pass(30)
    await agents.tick()
    expect((await someone.thread()).state).to.equal('waiting')
    await agents.switchTo(true)
    await janua.tables.users.update({ beatAt: clock.now() }, { where: { name: 'Anton' } })
    await agents.tick()
    expect((await someone.thread()).state, 'Anton has a browser').to.equal('waiting')
  })
})
