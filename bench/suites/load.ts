import type { DeskConversation } from '@janua/contracts'
import { io, type Socket } from 'socket.io-client'
import { FaultyApp } from '../../e2e/support/faultyApp.ts'
import { agentOver, visitorOver } from '../../e2e/support/overHttp.ts'
import { createJanua } from '../../server/src/app.ts'
import { type Figure, withLimit } from '../figure.ts'

const VISITORS = 500
/** Each with as many conversations open as a person may have at once. */
const AGENTS = 25
/** Messages that each side writes in each conversation, and how long a visitor thinks between two. An agent so writes a message in less than two seconds, which is more than people do. */
const EACH = 3
const PAUSE_MS = 40_000
/** An agent's window reads its lists again at most once in so long, however much happens. */
const LISTS_MS = 1_000
const LIMIT_P95_MS = 1_000

type Agent = Awaited<ReturnType<typeof agentOver>> & {
  socket: Socket
  waits: Map<number, () => void>
  stop(): void
}
type Visitor = Awaited<ReturnType<typeof visitorOver>> & {
  socket: Socket
  agent: Agent
  id: number
}

/**
 * 500 visitors and 25 agents who write to each other at once, against a server of a process of its own on this machine: from sending a message
 * until the other side, told over the live connection, has read it. Agents' windows read their lists meanwhile, as the app does.
 */
export async function loadSuite(): Promise<Figure[]> {
  const house = new FaultyApp()
  const names = Array.from({ length: AGENTS }, (_, i) => `Agent ${i}`)
  await house.open(names)
  try {
    const agents = await Promise.all(names.map((name) => sitsDown(house, name)))
    const visitors = await arrive(house, agents)
    const talks = await Promise.all(visitors.map((visitor, i) => talk(visitor, i)))
    for (const { socket } of visitors) socket.disconnect()
    for (const agent of agents) agent.stop()
    return figures(talks)
  } finally {
    await house.close()
  }
}

function figures(talks: readonly { delays: number[]; lost: number }[]): Figure[] {
  const delays = talks.flatMap((each) => each.delays).sort((a, b) => a - b)
  const figure = (measure: string, value: number, unit: string): Figure => ({
    suite: 'load',
    case: `${VISITORS} visitors, ${AGENTS} agents`,
    subject: 'janua',
    measure,
    value,
    unit,
    n: delays.length,
  })
  const at = (share: number) =>
    delays[Math.min(delays.length - 1, Math.floor(delays.length * share))]!
  const lost = talks.reduce((sum, each) => sum + each.lost, 0)
  return [
    figure('message to its arrival on the other side, p50', at(0.5), 'ms'),
    withLimit(figure('message to its arrival on the other side, p95', at(0.95), 'ms'), {
      atMost: LIMIT_P95_MS,
    }),
    withLimit(figure('messages lost or doubled', lost, 'messages'), { atMost: 0 }),
  ]
}

/** An agent with the app open: told of what happens, and reading the lists again. */
async function sitsDown(house: FaultyApp, name: string): Promise<Agent> {
  const agent = await agentOver(house.url, name)
  const socket = io(house.url.replace('/api', ''), {
    path: '/live',
    extraHeaders: { cookie: agent.cookie },
    transports: ['websocket'],
    forceNew: true,
  })
  const waits = new Map<number, () => void>()
  let isStale = false
  socket.on('conversation', ({ id }: { id: number }) => {
    isStale = true
    waits.get(id)?.()
  })
  await connected(socket)
  const lists = setInterval(() => {
    if (isStale) void agent.get('/desk').then((response) => response.arrayBuffer())
    isStale = false
  }, LISTS_MS)
  return { ...agent, socket, waits, stop: () => (clearInterval(lists), socket.disconnect()) }
}

/** The visitors' conversations are begun past the doors' limit on newcomers from one address. */
async function arrive(house: FaultyApp, agents: readonly Agent[]): Promise<Visitor[]> {
  const db = house.connect()
  const janua = createJanua({ db, sessionSecret: 'unused' })
  const arrives = async (i: number): Promise<Visitor> => {
    const token = await janua.conversations.conversations.newVisitor()
    const known = {
      id: (await janua.conversations.conversations.visitorBy(token))!.id,
      door: 'help',
    }
    await janua.handover.handover.ask(known, 'en')
    await janua.handover.handover.contact(known, {
      name: 'Osk',
      mail: 'osk@mail.example',
      details: {},
    })
    const { id } = (await janua.conversations.conversations.current(known))!
    const agent = agents[i % AGENTS]!
    await done(agent.post(`/desk/${id}/take`))
    const address = `192.0.2.${i % 250}`
    const socket = io(house.url.replace('/api', ''), {
      path: '/live',
      auth: { token },
      transports: ['websocket'],
      forceNew: true,
      extraHeaders: { 'x-forwarded-for': address },
    })
    await connected(socket)
    return { ...(await visitorOver(house.url, token, address)), socket, agent, id }
  }
  const visitors: Visitor[] = []
  // Of each agent one at a time.
  for (let i = 0; i < VISITORS; i += AGENTS)
    visitors.push(...(await Promise.all(agents.map((_, each) => arrives(i + each)))))
  await janua.close()
  await db.close()
  return visitors
}

/** Both sides write by turns; a message has arrived once the other side, told of it, has read it from the server. */
async function talk(
  { id, socket, agent, post, thread }: Visitor,
  place: number,
): Promise<{ delays: number[]; lost: number }> {
  const delays: number[] = []
  await pause((place / VISITORS) * PAUSE_MS)
  for (let i = 0; i < EACH; i++) {
    const toAgent = new Promise<void>((told) => agent.waits.set(id, told))
    const asked = performance.now()
    await done(
      post('/messages', {
        clientId: crypto.randomUUID(),
        text: `visitor ${id} ${i}`,
        language: 'en',
      }),
    )
    await toAgent
    const { messages } = (await (await agent.get(`/desk/${id}`)).json()) as DeskConversation
    if (messages.some(({ text }) => text === `visitor ${id} ${i}`))
      delays.push(performance.now() - asked)
    agent.waits.delete(id)
    const toVisitor = new Promise<void>((told) => socket.once('conversation', () => told()))
    const answered = performance.now()
    await done(
      agent.post(`/desk/${id}/replies`, {
        clientId: crypto.randomUUID(),
        text: `agent ${id} ${i}`,
      }),
    )
    await toVisitor
    if ((await thread()).messages.some(({ text }) => text === `agent ${id} ${i}`))
      delays.push(performance.now() - answered)
    await pause(PAUSE_MS)
  }
  const texts = (await thread()).messages.map(({ text }) => text)
  const wanted = Array.from({ length: EACH }, (_, i) => [
    `visitor ${id} ${i}`,
    `agent ${id} ${i}`,
  ]).flat()
  return {
    delays,
    lost: wanted.filter((text) => texts.filter((each) => each === text).length !== 1).length,
  }
}

const connected = (socket: Socket): Promise<void> =>
  new Promise((done, failed) => socket.once('connect', done).once('connect_error', failed))

/** Who is refused is never told of anything: the suite says so and ends instead of waiting. */
async function done(request: Promise<Response>): Promise<void> {
  const response = await request
  if (!response.ok) throw new Error(`${response.status} ${response.url}: ${await response.text()}`)
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))
