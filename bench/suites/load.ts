import type { DeskConversation, Thread } from '@janua/contracts'
import { io, type Socket } from 'socket.io-client'
import supertest from 'supertest'
import { JANUA } from '../../server/src/accounts/audit.ts'
import type { Janua } from '../../server/src/janua.ts'
import { member, type Member } from '../../server/src/testing/harness.ts'
import { type Figure, withLimit } from '../figure.ts'
import { inHouse, publishAll } from '../house.ts'

const VISITORS = 500
const AGENTS = 20
/** Messages that each side writes in each conversation, and how long it waits between two. */
const EACH = 4
const PAUSE_MS = 12_000
/** Marks that are held, in milliseconds. */
const LIMIT_P95 = 1_000

/** 500 visitors and 20 agents who write to each other at once, over the live connection: how long a message takes to the other side, and whether all arrive. */
export function loadSuite(): Promise<Figure[]> {
  return inHouse(async (janua) => {
    await janua.articles.add(JANUA, { kind: 'article', title: 'Dogs', body: 'Dogs travel on a lead.\n', phrasings: [], collection: '', reviewOn: null, ready: true })
    const agents = await Promise.all(Array.from({ length: AGENTS }, (_, i) => member(janua, 'agent', `Agent ${i}`)))
    const queue = (await janua.queues.list())[0]!
    await janua.queues.save(JANUA, queue.id, { name: queue.name, members: agents.map(({ id }) => id) })
    await publishAll(janua)
    await new Promise<void>((ready) => janua.server.listen(0, '127.0.0.1', ready))
    const { port } = janua.server.address() as { port: number }
    const visitors = await inTurns(Array.from({ length: VISITORS }, (_, i) => i), 25, (i) => arrives(janua, port, agents[i % AGENTS]!))
    const talks = await Promise.all(visitors.map((visitor, i) => talk(visitor, i)))
    const delays = talks.flatMap(({ delays }) => delays).sort((a, b) => a - b)
    const lost = talks.reduce((sum, { lost }) => sum + lost, 0)
    for (const { socket } of visitors) socket.disconnect()
    const figure = (measure: string, value: number, unit: string): Figure => ({ suite: 'load', case: `${VISITORS} visitors, ${AGENTS} agents`, subject: 'janua', measure, value, unit, n: delays.length })
    const at = (share: number) => delays[Math.min(delays.length - 1, Math.floor(delays.length * share))]!
    return [figure('message to its arrival on the other side, p50', at(0.5), 'ms'), withLimit(figure('message to its arrival on the other side, p95', at(0.95), 'ms'), { atMost: LIMIT_P95 }), withLimit(figure('messages lost or doubled', lost, 'messages'), { atMost: 0 })]
  })
}

interface Talker {
  id: number
  token: string
  socket: Socket
  agent: Member
  http: ReturnType<typeof supertest>
}

async function arrives(janua: Janua, port: number, agent: Member): Promise<Talker> {
  const http = supertest(`http://127.0.0.1:${port}`)
  const token = await janua.conversations.newVisitor()
  const visitor = { id: (await janua.conversations.visitorBy(token))!.id, door: 'help' }
  await janua.handover.ask(visitor, 'en')
  await janua.handover.contact(visitor, { name: 'Osk', mail: 'osk@mail.example', details: {} })
  await janua.handover.choose(visitor, { way: 'wait', phone: '' }).catch(() => undefined)
  const { id } = (await janua.conversations.current(visitor))!
  await janua.work.take((await janua.accounts.find(agent.id))!, id)
  const socket = io(`http://127.0.0.1:${port}`, { path: '/live', auth: { token }, transports: ['websocket'], forceNew: true })
  await new Promise<void>((connected) => socket.once('connect', connected))
  return { id, token, socket, agent, http }
}

/** Both sides write by turns; what one wrote has arrived once the other has read it from the server after being told. */
async function talk({ id, token, socket, agent, http }: Talker, place: number): Promise<{ delays: number[]; lost: number }> {
  const delays: number[] = []
  const thread = async () => (await http.get('/api/visit/help/thread').set('authorization', `Bearer ${token}`)).body as Thread
  await pause((place / VISITORS) * PAUSE_MS)
  for (let i = 0; i < EACH; i++) {
    const mine = `visitor ${id} ${i}`
    const asked = performance.now()
    await http.post('/api/visit/help/messages').set('authorization', `Bearer ${token}`).send({ clientId: crypto.randomUUID(), text: mine, language: 'en' })
    const seen = (await agent.get(`/desk/${id}`)).body as DeskConversation
    if (seen.messages.some(({ text }) => text === mine)) delays.push(performance.now() - asked)
    const told = new Promise<void>((done) => socket.once('conversation', () => done()))
    const answered = performance.now()
    await agent.post(`/desk/${id}/replies`, { clientId: crypto.randomUUID(), text: `agent ${id} ${i}` })
    await told
    if ((await thread()).messages.some(({ text }) => text === `agent ${id} ${i}`)) delays.push(performance.now() - answered)
    await pause(PAUSE_MS)
  }
  const texts = (await thread()).messages.map(({ text }) => text)
  const wanted = Array.from({ length: EACH }, (_, i) => [`visitor ${id} ${i}`, `agent ${id} ${i}`]).flat()
  return { delays, lost: wanted.filter((text) => texts.filter((each) => each === text).length !== 1).length }
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

async function inTurns<T, R>(things: readonly T[], atOnce: number, work: (thing: T) => Promise<R>): Promise<R[]> {
  const done: R[] = []
  for (let i = 0; i < things.length; i += atOnce) done.push(...(await Promise.all(things.slice(i, i + atOnce).map(work))))
  return done
}
