import type { Request, Response } from 'express'
import type { Server as HttpServer } from 'node:http'
import type { Logger } from 'pino'
import { Server, type Socket } from 'socket.io'
import type { Events } from '../platform/events.ts'
import {
  endConnections,
  endOldest,
  type Identity,
  isCrowded,
  limitEvents,
  MOST_BYTES,
  peopleOf,
  rejoinQueues,
  seldom,
} from './connections.ts'
import { isFromOurPages } from '../platform/http/security.ts'
import type { Accounts, sessionsIn } from '../modules/accounts/index.ts'
import type { Conversations, ConversationViews, Threads } from '../modules/conversations/index.ts'
import type { Desk, Presence, Queues } from '../modules/handover/index.ts'

interface Dependencies {
  sessions: ReturnType<typeof sessionsIn>
  accounts: Accounts
  conversations: Conversations
  desk: Desk
  queues: Queues
  presence: Presence
  threads: Threads
  read: Pick<ConversationViews, 'conversations'>
  events: Events
  log: Logger
}

/** How often the browsers that are open are noted. */
const BEAT_MS = 20_000

/**
 * Sockets only tell that something is new; what it is, the client asks for. So a lost connection loses nothing.
 * Rooms: `visitor:ID`, `user:ID`, `queue:ID`, `leads`, `team`, and `watch:ID` for who has a conversation open.
 */
export function openSockets(
  http: HttpServer,
  dependencies: Dependencies,
): { close(): Promise<void> } {
  const { sessions, events, log } = dependencies
  const io = new Server(http, {
    path: '/live',
    serveClient: false,
    transports: ['websocket', 'polling'],
    maxHttpBufferSize: MOST_BYTES,
    allowRequest: (req, decide) => decide(null, isFromOurPages(req.headers)),
  })
  io.engine.use((req: Request, res: Response, next: () => void) =>
    sessions.middleware(req, res, next),
  )
  io.use((socket, next) => {
    if (isCrowded(io, socket.request)) return next(new Error('TOO_MANY'))
    limitEvents(socket)
    admit(socket, io, dependencies).then(
      (admitted) => next(admitted ? undefined : new Error('NOT_SIGNED_IN')),
      (cause: unknown) => {
        log.error({ err: cause }, 'socket refused')
        next(new Error('BROKEN'))
      },
    )
  })
  const endings = [
    events.on('conversation', ({ id, queues, people, visitor, listed = true }) => {
      const rooms = [
        `visitor:${visitor}`,
        `watch:${id}`,
        ...(listed ? ['leads', ...queues.map((queue) => `queue:${queue}`)] : []),
        ...people.map((person) => `user:${person}`),
      ]
      io.to(rooms).emit('conversation', { id })
    }),
    events.on(
      'saying',
      ({ visitor, text }) => void io.to(`visitor:${visitor}`).emit('saying', { text }),
    ),
    events.on('proposal', (detail) => void io.to('team').emit('proposal', detail)),
    events.on('presence', (detail) => void io.to('team').emit('presence', detail)),
    events.on(
      'askedIn',
      ({ user, conversation }) => void io.to(`user:${user}`).emit('askedIn', { conversation }),
    ),
    events.on('release', ({ number }) => void io.to('team').emit('release', { number })),
    events.on('draft', (changed) => void io.to('team').emit('draft', changed)),
    events.on('checks', (run) => void io.to('team').emit('checks', run)),
    ...(['figures', 'topics', 'logImport'] as const).map((what) =>
      events.on(what, (detail) => void io.to('team').emit(what, detail)),
    ),
    events.on('replay', (moved) => void io.to('team').emit('replay', moved)),
    events.on('access', ({ user, except }) =>
      endConnections(io, (one) => one.user === user && (!except || one.session !== except)),
    ),
    events.on('sessionEnded', ({ user, session }) =>
      endConnections(io, (one) => one.user === user && one.session === session),
    ),
    events.on('queues', () => {
      rejoinQueues(io, (user) => dependencies.queues.of(user)).catch((cause: unknown) =>
        log.error({ err: cause }, 'queues were not joined anew'),
      )
    }),
    events.on('visitorGone', ({ visitor }) => void io.in(`visitor:${visitor}`).emit('gone')),
  ]
  const beating = setInterval(
    () =>
      void dependencies.presence
        .beat(peopleOf(io))
        .catch((cause: unknown) => log.error({ err: cause }, 'presence not noted')),
    BEAT_MS,
  )
  return {
    async close() {
      clearInterval(beating)
      endings.forEach((end) => end())
      await io.close()
    },
  }
}

async function admit(socket: Socket, io: Server, dependencies: Dependencies): Promise<boolean> {
  const { token } = socket.handshake.auth as { token?: unknown }
  return typeof token === 'string'
    ? admitVisitor(socket, io, token, dependencies)
    : admitUser(socket, io, dependencies)
}

async function admitVisitor(
  socket: Socket,
  io: Server,
  token: string,
  { conversations, read }: Dependencies,
): Promise<boolean> {
  const visitor = await conversations.visitorBy(token)
  if (!visitor) return false
  endOldest(io, (one) => one.visitor === visitor.id)
  socket.data = { visitor: visitor.id } satisfies Identity
  await socket.join(`visitor:${visitor.id}`)
  const typing = seldom(async () => {
    const conversation = await read.conversations.first({
      where: { visitorId: visitor.id, state: 'agent' },
      order: [['id', 'DESC']],
    })
    if (conversation)
      socket
        .to(`watch:${conversation.id}`)
        .emit('typing', { conversation: conversation.id, who: 'visitor' })
  })
  socket.on('typing', () => typing())
  return true
}

async function admitUser(
  socket: Socket,
  io: Server,
  { accounts, queues, desk, presence, threads, read }: Dependencies,
): Promise<boolean> {
  const { session, sessionID } = socket.request as Request
  const user = session?.user === undefined ? null : await accounts.find(session.user)
  if (!user || (await accounts.needsSecondFactor(user))) return false
  endOldest(io, (one) => one.user === user.id)
  const mine = await queues.of(user.id)
  socket.data = { user: user.id, session: sessionID } satisfies Identity
  await presence.beat([user.id])
  await socket.join([
    'team',
    `user:${user.id}`,
    ...mine.map((queue) => `queue:${queue}`),
    ...(user.role === 'lead' ? ['leads'] : []),
  ])
  const find = async (conversation: unknown) =>
    typeof conversation === 'number' ? read.conversations.find(conversation) : null
  const watch = async (conversation: unknown) => {
    for (const room of socket.rooms) if (room.startsWith('watch:')) await socket.leave(room)
    const found = await find(conversation)
    if (found && (await desk.mayRead(user, found))) await socket.join(`watch:${found.id}`)
  }
  const typing = seldom(async (conversation: unknown) => {
    const found = await find(conversation)
    if (found?.agentId === user.id)
      socket
        .to(`visitor:${found.visitorId}`)
        .emit('typing', (await threads.namedIn(found.id)).has(user.id) ? { name: user.name } : {})
  })
  socket.on('watch', (conversation: unknown) => void watch(conversation).catch(() => undefined))
  socket.on('typing', (conversation: unknown) => typing(conversation))
  return true
}
