import { words } from './words.ts'
import type { DoorPublic, Message, Thread } from '@janua/contracts'
import { io, type Socket } from 'socket.io-client'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { DoorApi, Refused } from './api.ts'
import { recall, remember } from './memory.ts'

interface Outgoing {
  clientId: string
  text: string
}

const EMPTY: Thread = {
  conversation: null,
  state: 'assistant',
  version: 0,
  agent: null,
  contactKnown: false,
  teamSeen: 0,
  caseNumber: null,
  mayRate: false,
  messages: [],
}
const RETRY_MS = 3_000
const TYPING_SHOWN_MS = 4_000
/** How long somebody will wait changes as others are taken, of which nothing is told here. */
const WAIT_ASKED_MS = 20_000

/**
 * The visitor's thread. The server's copy is the truth: after every change it is read anew. What the visitor wrote stays in
 * the outbox, over reloads too, until the server has stored it; sending again under the same id doubles nothing.
 */
export function useThread(key: string, connect: typeof io = io) {
  const tokenName = `janua:${key}:visitor`
  const outboxName = `janua:${key}:outbox`
  const api = new DoorApi(key, () => recall(tokenName))
  const door = shallowRef<DoorPublic>()
  const thread = shallowRef<Thread>(EMPTY)
  const outbox = ref<Outgoing[]>(unsent(recall(outboxName)))
  const offline = ref(false)
  const refusal = ref('')
  const agentWrites = ref<string>()
  /** The beginning of an answer that is still being written. */
  const saying = ref('')
  const missing = ref(false)
  let socket: Socket | undefined
  let retry: number | undefined
  let typingEnds: number | undefined
  let sending = false

  const state = computed(() => thread.value.state)
  const messages = computed<Message[]>(() => thread.value.messages)
  const pending = computed(() =>
    outbox.value.filter(
      ({ clientId }) => !messages.value.some((message) => message.clientId === clientId),
    ),
  )

  async function start(): Promise<void> {
    try {
      door.value = await api.open()
      offline.value = false
      if (recall(tokenName)) {
        await refresh()
        listen()
        await flush()
      }
    } catch (cause) {
      if (cause instanceof Refused && cause.status === 404) missing.value = true
      else if (!(await handled(cause))) later(start)
    }
  }

  async function refresh(): Promise<void> {
    const asker = recall(tokenName)
    const fresh = await api.thread()
    // Forgotten meanwhile: what comes late is nobody's.
    if (recall(tokenName) !== asker) return
    if (isNewer(fresh, thread.value)) thread.value = fresh
    if (fresh.messages.at(-1)?.author !== 'visitor') {
      agentWrites.value = undefined
      saying.value = ''
    }
    offline.value = false
    tellSeen()
  }

  let seen = ''
  /** What an agent wrote is read once it is shown and somebody looks. */
  function tellSeen(): void {
    const last = messages.value.at(-1)?.seq ?? 0
    const now = `${thread.value.conversation} ${last}`
    if (state.value !== 'agent' || now === seen || document.visibilityState !== 'visible') return
    seen = now
    void api.seen(last).catch(() => (seen = ''))
  }

  async function say(text: string): Promise<void> {
    refusal.value = ''
    keep([...outbox.value, { clientId: crypto.randomUUID(), text }])
    await flush()
  }

  /** Sends what lies in the outbox, in its order. Several tabs may do so at once: the server keeps each message once. */
  async function flush(): Promise<void> {
    if (sending) return
    sending = true
    try {
      while (outbox.value.length > 0) {
        await identify()
        const next = outbox.value[0]!
        await api.say(next)
        await refresh()
        keep(outbox.value.filter(({ clientId }) => clientId !== next.clientId))
      }
    } catch (cause) {
      if (
        cause instanceof Refused &&
        cause.status !== 429 &&
        cause.status < 500 &&
        cause.status !== 401
      ) {
        refusal.value = cause.message
        keep(outbox.value.slice(1))
        // What was written after it is sent all the same.
        if (outbox.value.length > 0) later(flush)
      } else if (!(await handled(cause))) later(flush)
    } finally {
      sending = false
    }
  }

  /** Does something for the visitor, then shows what came of it. One whom the server does not know any more does it as somebody new. */
  async function act(deed: () => Promise<unknown>, isAgain = false): Promise<boolean> {
    refusal.value = ''
    try {
      await identify()
      await deed()
      await refresh()
      return true
    } catch (cause) {
      if (cause instanceof Refused && cause.status === 401 && !isAgain) {
        reset()
        return act(deed, true)
      }
      if (cause instanceof Refused) refusal.value = cause.message
      else offline.value = true
      return false
    }
  }

  async function identify(): Promise<void> {
    if (recall(tokenName)) return
    remember(tokenName, (await api.newVisitor()).token)
    listen()
  }

  /** A visitor whom the server does not know any more starts afresh, with what is unsent. */
  async function handled(cause: unknown): Promise<boolean> {
    if (!(cause instanceof Refused) || cause.status !== 401) {
      offline.value = !(cause instanceof Refused)
      return false
    }
    reset()
    if (outbox.value.length > 0) later(flush)
    return true
  }

  function reset(): void {
    remember(tokenName, null)
    socket?.disconnect()
    socket = undefined
    thread.value = EMPTY
  }

  /** @returns whether the visitor is forgotten; one whom the server does not know is */
  async function forget(): Promise<boolean> {
    try {
      await api.forget()
    } catch (cause) {
      if (!(cause instanceof Refused && cause.status === 401)) {
        refusal.value = cause instanceof Refused ? cause.message : ''
        offline.value = !(cause instanceof Refused)
        return false
      }
    }
    keep([])
    reset()
    return true
  }

  function listen(): void {
    if (socket) return
    socket = connect({
      path: '/live',
      auth: { token: recall(tokenName) },
      transports: ['websocket', 'polling'],
      reconnectionDelayMax: 4_000,
    })
    socket.on('connect', () => void refresh().then(flush, () => undefined))
    socket.on('conversation', () => void refresh().catch(() => undefined))
    socket.on('saying', ({ text }: { text: string }) => (saying.value = text))
    socket.on('gone', () => void refresh().catch(handled))
    socket.on('disconnect', () => (offline.value = true))
    socket.on('typing', ({ name }: { name?: string }) => {
      agentWrites.value = name ?? words.team
      window.clearTimeout(typingEnds)
      typingEnds = window.setTimeout(() => (agentWrites.value = undefined), TYPING_SHOWN_MS)
    })
  }

  function later(work: () => Promise<void>): void {
    window.clearTimeout(retry)
    retry = window.setTimeout(() => void work(), RETRY_MS)
  }

  function keep(messages: Outgoing[]): void {
    outbox.value = messages
    remember(outboxName, messages.length > 0 ? JSON.stringify(messages) : null)
  }

  const asking = window.setInterval(
    () => state.value === 'waiting' && void refresh().catch(() => undefined),
    WAIT_ASKED_MS,
  )
  const online = () => void flush()
  const otherTab = (event: StorageEvent) => event.key === tokenName && location.reload()
  window.addEventListener('online', online)
  document.addEventListener('visibilitychange', tellSeen)
  window.addEventListener('storage', otherTab)
  onScopeDispose(() => {
    window.removeEventListener('online', online)
    document.removeEventListener('visibilitychange', tellSeen)
    window.removeEventListener('storage', otherTab)
    window.clearTimeout(retry)
    window.clearInterval(asking)
    socket?.disconnect()
  })

  const typing = () => void socket?.volatile.emit('typing')
  return {
    api,
    door,
    state,
    thread,
    messages,
    pending,
    offline,
    refusal,
    agentWrites,
    saying,
    missing,
    start,
    say,
    act,
    forget,
    typing,
  }
}

/** Of one conversation the higher version is newer; of two the later one. */
function isNewer(fresh: Thread, shown: Thread): boolean {
  return fresh.conversation === shown.conversation
    ? fresh.version >= shown.version
    : (fresh.conversation ?? 0) > (shown.conversation ?? 0)
}

/** What was left unsent before; nothing when it cannot be read. */
function unsent(kept: string | null): Outgoing[] {
  try {
    const read: unknown = JSON.parse(kept ?? '[]')
    return Array.isArray(read)
      ? read.filter(
          (each): each is Outgoing =>
            typeof (each as Outgoing)?.clientId === 'string' &&
            typeof (each as Outgoing).text === 'string',
        )
      : []
  } catch {
    return []
  }
}
