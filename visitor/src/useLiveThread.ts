import { io, type Socket } from 'socket.io-client'
import { onScopeDispose, ref } from 'vue'
import { words } from './words.ts'

const TYPING_SHOWN_MS = 4_000

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

  function listen(token: string | null): void {
    if (socket) return
    socket = connect({
      path: '/live',
      auth: { token },
      transports: ['websocket', 'polling'],
      reconnectionDelayMax: 4_000,
    })
    socket.on('connect', hearing.connected)
    socket.on('conversation', hearing.changed)
    socket.on('saying', ({ text }: { text: string }) => (saying.value = text))
    socket.on('gone', hearing.gone)
    socket.on('disconnect', hearing.lost)
    socket.on('typing', ({ name }: { name?: string }) => {
      agentWrites.value = name ?? words.team
      window.clearTimeout(typingEnds)
      typingEnds = window.setTimeout(() => (agentWrites.value = undefined), TYPING_SHOWN_MS)
    })
  }

  /** What was being written stands in the thread now. */
  function written(): void {
    agentWrites.value = undefined
    saying.value = ''
  }
  function close(): void {
    socket?.disconnect()
    socket = undefined
  }
  onScopeDispose(close)
  const typing = () => void socket?.volatile.emit('typing')
  return { agentWrites, saying, listen, written, close, typing }
}
