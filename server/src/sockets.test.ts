import { expect } from 'chai'
import type { AddressInfo } from 'node:net'
import { io, type Socket } from 'socket.io-client'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  visitor,
  type TestVisitor,
} from './testing/harness.ts'
import type { OpenJanua } from '../../demo/allTables.ts'

const WAIT_MS = 3_000
/** Long enough for a notice that must not come to have come. */
const SILENCE_MS = 250

describe('the live connection', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let url: string
  let agent: Member
  let outsider: Member
  const open: Socket[] = []
  before(async () => {
    ;({ janua, close } = await freshJanua())
    const { queues } = await openTestApp(janua)
    ;[agent, outsider] = [await member(janua, 'agent'), await member(janua, 'agent')]
    await janua.handover.queues.save(agent, queues.refunds, {
      name: 'Refunds',
      members: [agent.id],
    })
    await new Promise<void>((done) => janua.server.listen(0, '127.0.0.1', done))
    url = `http://127.0.0.1:${(janua.server.address() as AddressInfo).port}`
  })
  afterEach(() => open.splice(0).forEach((socket) => socket.disconnect()))
  after(() => close())

  function connect(options: { token?: string; cookie?: string }): Promise<Socket> {
    const socket = io(url, {
      path: '/live',
      transports: ['websocket'],
      reconnection: false,
      auth: options.token ? { token: options.token } : {},
      extraHeaders: options.cookie ? { cookie: options.cookie } : {},
    })
    open.push(socket)
    return new Promise((done, failed) =>
      socket.once('connect', () => done(socket)).once('connect_error', failed),
    )
  }
  const cookieOf = (who: Member) => {
    const jar = (
      who.http as unknown as { jar: { getCookies(at: object): { toValueString(): string } } }
    ).jar
    return jar
      .getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false })
      .toValueString()
  }
  const hears = (socket: Socket, what: string) =>
    new Promise((done, failed) => {
      const timer = setTimeout(() => failed(new Error(`heard no “${what}”`)), WAIT_MS)
      socket.once(what, (detail) => (clearTimeout(timer), done(detail)))
    })
  const hearsNo = (socket: Socket, what: string) =>
    new Promise<void>((done, failed) => {
      setTimeout(done, SILENCE_MS)
      socket.once(what, () => failed(new Error(`heard “${what}”`)))
    })
  async function handOver(someone: TestVisitor): Promise<void> {
    await someone.says('where is the helicopter')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' })
  }

  it('refuses strangers', async () => {
    const refused = async (options: object) =>
      connect(options).then(
        () => 'let in',
        (cause: Error) => cause.message,
      )
    expect(await refused({})).to.equal('NOT_SIGNED_IN')
    expect(await refused({ token: 'f'.repeat(64) })).to.equal('NOT_SIGNED_IN')
    expect(await refused({ cookie: 'janua=s%3Aforged.signature' })).to.equal('NOT_SIGNED_IN')
  })
  it('tells a visitor of their own conversation, and of no other', async () => {
    const [ann, bob] = [await visitor(janua), await visitor(janua)]
    const [hearing, other] = [
      await connect({ token: ann.token }),
      await connect({ token: bob.token }),
    ]
    const [told] = await Promise.all([
      hears(hearing, 'conversation'),
      hearsNo(other, 'conversation'),
      ann.says('can I bring my dog'),
    ])
    expect(told).to.have.property('id')
  })
  it('tells the queue’s agents of a hand-over, and no others', async () => {
    const [mine, others] = [
      await connect({ cookie: cookieOf(agent) }),
      await connect({ cookie: cookieOf(outsider) }),
    ]
    await Promise.all([
      hears(mine, 'conversation'),
      hearsNo(others, 'conversation'),
      handOver(await visitor(janua)),
    ])
  })
  it('tells the queue that a conversation leaves as well as the one that it comes into', async () => {
    const someone = await visitor(janua)
    await handOver(someone)
    const { conversation } = await someone.thread()
    const lead = await member(janua, 'lead')
    const { body: queues } = await lead.get('/queues')
    const to = queues.find(({ name }: { name: string }) => name !== 'Refunds').id
    const left = await connect({ cookie: cookieOf(agent) })
    await Promise.all([
      hears(left, 'conversation'),
      lead.post(`/desk/${conversation}/move`, { queue: to, reason: 'theirs' }).expect(204),
    ])
  })
  it('tells who a conversation is offered to, and its queue, that its visitor waits no longer', async () => {
    const offered = await member(janua, 'agent')
    const someone = await visitor(janua)
    await handOver(someone)
    const { conversation } = await someone.thread()
    await janua.tables.conversations.update(
      { offeredTo: offered.id, offeredUntil: new Date(Date.now() + 60_000) },
      { where: { id: conversation! } },
    )
    const [theirs, queue] = [
      await connect({ cookie: cookieOf(offered) }),
      await connect({ cookie: cookieOf(agent) }),
    ]
    await Promise.all([
      hears(theirs, 'conversation'),
      hears(queue, 'conversation'),
      someone.post('/end').expect(204),
    ])
  })
  it('carries the typing sign both ways, only within the conversation', async () => {
    const someone = await visitor(janua)
    await handOver(someone)
    const { conversation } = await someone.thread()
    await agent.post(`/desk/${conversation}/take`).expect(204)
    const [desk, stranger, window] = [
      await connect({ cookie: cookieOf(agent) }),
      await connect({ cookie: cookieOf(outsider) }),
      await connect({ token: someone.token }),
    ]
    for (const socket of [desk, stranger]) socket.emit('watch', conversation)
    await new Promise((done) => setTimeout(done, SILENCE_MS))
    await Promise.all([
      hears(desk, 'typing'),
      hearsNo(stranger, 'typing'),
      Promise.resolve(window.emit('typing')),
    ])
    await Promise.all([hears(window, 'typing'), Promise.resolve(desk.emit('typing', conversation))])
  })
  it('ends with the session of who is deactivated', async () => {
    const leaver = await member(janua, 'agent')
    const socket = await connect({ cookie: cookieOf(leaver) })
    const lead = await member(janua, 'lead')
    await Promise.all([
      hears(socket, 'disconnect'),
      lead.patch(`/team/${leaver.id}`, { active: false }).expect(204),
    ])
  })
  it('takes nonsense without falling over', async () => {
    const socket = await connect({ cookie: cookieOf(agent) })
    for (const nonsense of [null, 'x', -1, { a: 1 }, [1], 999_999])
      socket.emit('watch', nonsense).emit('typing', nonsense)
    await new Promise((done) => setTimeout(done, SILENCE_MS))
    expect(socket.connected).to.equal(true)
  })
})
