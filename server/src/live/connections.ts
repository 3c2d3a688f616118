import type { IncomingMessage } from 'node:http'
import type { Server, Socket } from 'socket.io'
import { clientAddress, networkOf } from '../platform/http/limits.ts'

/** Nothing that a browser sends us by a socket is longer. */
export const MOST_BYTES = 10_000
/** Connections at once of one visitor or person, and of one network address. */
const MOST_OF_ONE = 12
const MOST_OF_AN_ADDRESS = 300
/** Who sends more events than this in the time is cut off; somebody writing sends one every two seconds. */
const MOST_EVENTS = 60
const EVENTS_MS = 10_000
/** "Is writing" is passed on no more often than this. */
const TYPING_MS = 800

/** Who is behind a connection. */
export interface Identity {
  user?: number
  session?: string
  visitor?: number
}
const identityOf = (socket: { data: unknown }): Identity => socket.data as Identity

export function peopleOf(io: Server): number[] {
  return [...new Set(all(io).flatMap((socket) => identityOf(socket).user ?? []))]
}

/** Whether the network that a request comes from has as many connections as it may. */
export function isCrowded(io: Server, request: IncomingMessage): boolean {
  const network = networkOf(clientAddress(request))
  const own = all(io).filter((socket) => networkOf(clientAddress(socket.request)) === network)
  return own.length >= MOST_OF_AN_ADDRESS
}

/** Cuts off who floods us with events. */
export function limitEvents(socket: Socket): void {
  let [since, events] = [performance.now(), 0]
  socket.use((_event, next) => {
    if (performance.now() - since > EVENTS_MS) [since, events] = [performance.now(), 0]
    if (++events > MOST_EVENTS) socket.disconnect(true)
    else next()
  })
}

/** Does its work, that of passing on that somebody writes, no more often than is of use. */
export function seldom<A extends unknown[]>(
  work: (...args: A) => Promise<void>,
): (...args: A) => void {
  let last = -Infinity
  return (...args) => {
    if (performance.now() - last < TYPING_MS) return
    last = performance.now()
    void work(...args).catch(() => undefined)
  }
}

/** Makes room for one more connection of somebody: the oldest of theirs go when there are too many. */
export function endOldest(io: Server, isOwn: (identity: Identity) => boolean): void {
  const own = all(io).filter((socket) => isOwn(identityOf(socket)))
  for (const socket of own.slice(0, Math.max(0, own.length - MOST_OF_ONE + 1)))
    socket.disconnect(true)
}

/** Ends the connections for which something holds. */
export function endConnections(io: Server, isMeant: (identity: Identity) => boolean): void {
  for (const socket of all(io)) if (isMeant(identityOf(socket))) socket.disconnect()
}

/** Queues or their members have changed: everybody hears of the queues that are theirs now, on the connection that they have. */
export async function rejoinQueues(
  io: Server,
  queuesOf: (user: number) => Promise<number[]>,
): Promise<void> {
  for (const socket of all(io)) {
    const { user } = identityOf(socket)
    if (user === undefined) continue
    const mine = new Set((await queuesOf(user)).map((queue) => `queue:${queue}`))
    for (const room of socket.rooms)
      if (room.startsWith('queue:') && !mine.has(room)) await socket.leave(room)
    await socket.join([...mine])
    socket.emit('queues')
  }
}

function all(io: Server): Socket[] {
  return [...io.sockets.sockets.values()]
}
