import type { DoorPublic, Message, Thread } from '@janua/contracts'
import type { io } from 'socket.io-client'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { DoorApi, Refused } from './api.ts'
import { recall, remember } from './memory.ts'
import { useLiveThread } from './useLiveThread.ts'
import { useOutbox } from './useOutbox.ts'

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
/** How long somebody will wait changes as others are taken, of which nothing is told here. */
const WAIT_ASKED_MS = 20_000

/**
 * The visitor's thread. The server's copy is the truth: after every change it is read anew. What the visitor wrote stays in
 * the outbox, over reloads too, until the server has stored it; sending again under the same id doubles nothing.
 */
export function useThread(key: string, connect?: typeof io) {
  const tokenName = `janua:${key}:visitor`
  const api = new DoorApi(key, () => recall(tokenName))
  const door = shallowRef<DoorPublic>()
  const thread = shallowRef<Thread>(EMPTY)
  const outbox = useOutbox(`janua:${key}:outbox`)
  const offline = ref(false)
  const refusal = ref('')
  const missing = ref(false)
  const live = useLiveThread(
    {
      connected: () => void refresh().then(flush, () => undefined),
      changed: () => void refresh().catch(() => undefined),
      gone: () => void refresh().catch(handled),
      lost: () => (offline.value = true),
    },
    connect,
  )
  const listen = () => live.listen(recall(tokenName))
  let retry: number | undefined
  let sending = false

  const state = computed(() => thread.value.state)
  const messages = computed<Message[]>(() => thread.value.messages)
  const pending = computed(() =>
    outbox.outgoing.value.filter(
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
    if (fresh.messages.at(-1)?.author !== 'visitor') live.written()
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
    outbox.add(text)
    await flush()
  }

  /** Sends what lies in the outbox, in its order. Several tabs may do so at once: the server keeps each message once. */
  async function flush(): Promise<void> {
    if (sending) return
    sending = true
    try {
      while (outbox.next.value) {
        const next = outbox.next.value
        await identify()
        await api.say(next)
        await refresh()
        outbox.remove(next)
      }
    } catch (cause) {
      if (
        cause instanceof Refused &&
        cause.status !== 429 &&
        cause.status < 500 &&
        cause.status !== 401
      ) {
        refusal.value = cause.message
        if (outbox.next.value) outbox.remove(outbox.next.value)
        // What was written after it is sent all the same.
        if (outbox.next.value) later(flush)
      } else if (!(await handled(cause))) later(flush)
    } finally {
      sending = false
    }
  }

  /** Does something for the visitor, then shows what came of it. One whom the server does not know any more does it as somebody new. */
  async function act(action: () => Promise<unknown>, isAgain = false): Promise<boolean> {
    refusal.value = ''
    try {
      await identify()
      await action()
      await refresh()
      return true
    } catch (cause) {
      if (cause instanceof Refused && cause.status === 401 && !isAgain) {
        reset()
        return act(action, true)
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
    if (outbox.next.value) later(flush)
    return true
  }

  function reset(): void {
    remember(tokenName, null)
    live.close()
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
    outbox.clear()
    reset()
    return true
  }

  function later(work: () => Promise<void>): void {
    window.clearTimeout(retry)
    retry = window.setTimeout(() => void work(), RETRY_MS)
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
  })

  return {
    api,
    door,
    state,
    thread,
    messages,
    pending,
    offline,
    refusal,
    agentWrites: live.agentWrites,
    saying: live.saying,
    missing,
    start,
    say,
    act,
    forget,
    typing: live.typing,
  }
}

/** Of one conversation the higher version is newer; of two the later one. */
function isNewer(fresh: Thread, shown: Thread): boolean {
  return fresh.conversation === shown.conversation
    ? fresh.version >= shown.version
    : (fresh.conversation ?? 0) > (shown.conversation ?? 0)
}
