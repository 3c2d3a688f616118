import { io, type Socket } from 'socket.io-client'
import { onScopeDispose, ref } from 'vue'
import { words } from './words.ts'

const TYPING_SHOWN_MS = 4_000
/** How long to wait after a refusal, doubled with each one. */
const LEAST_PAUSE_MS = 1_000
const LONGEST_PAUSE_MS = 15_000

interface Hearing {
  /** The connection stands, for the first time or again. */
  connected: () => void
  /** Something of the conversation has changed. */
  changed: () => void
  /** The server does not know this visitor any more. */
  gone: () => void
  lost: () => void
}

/** The live connection of a visitor's thread: what is being written, and that something has changed. */
export function useLiveThread(hearing: Hearing, connect: typeof io = io) {
  /** Who of the team writes. */
  const agentWrites = ref<string>()
  /** The beginning of an answer that is still being written. */
  const saying = ref('')
  let socket: Socket | undefined
  let typingEnds: number | undefined
  let retry: number | undefined
  let pause = LEAST_PAUSE_MS

  function listen(token: string | null): void {
    if (socket) return
    socket = connect({
      path: '/live',
      auth: { token },
      transports: ['websocket', 'polling'],
      reconnectionDelayMax: 4_000,
    })
    socket.on('connect', () => {
      pause = LEAST_PAUSE_MS
      hearing.connected()
    })
    // The library tries again by itself when the line is bad, but not when the server has said no, as while its database starts.
    socket.on('connect_error', () => {
      if (!socket?.active) connectAgain(pause)
      pause = Math.min(LONGEST_PAUSE_MS, pause * 2)
    })
    socket.on('conversation', hearing.changed)
    socket.on('saying', ({ text }: { text: string }) => (saying.value = text))
    socket.on('gone', hearing.gone)
    socket.on('disconnect', (reason) => {
      hearing.lost()
      // It was ended on purpose: one of many windows, perhaps. They must not push each other out all the time.
      if (reason === 'io server disconnect') connectAgain(LONGEST_PAUSE_MS)
    })
    socket.on('typing', ({ name }: { name?: string }) => {
      agentWrites.value = name ?? words.team
      window.clearTimeout(typingEnds)
      typingEnds = window.setTimeout(() => (agentWrites.value = undefined), TYPING_SHOWN_MS)
    })
  }

  function connectAgain(after: number): void {
    window.clearTimeout(retry)
    retry = window.setTimeout(() => socket?.connect(), after)
  }

  /** What was being written stands in the thread now. */
  function written(): void {
    agentWrites.value = undefined
    saying.value = ''
  }
  function close(): void {
    window.clearTimeout(retry)
    socket?.disconnect()
    socket = undefined
  }
  onScopeDispose(close)
  const typing = () => void socket?.volatile.emit('typing')
  return { agentWrites, saying, listen, written, close, typing }
}
