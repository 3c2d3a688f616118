import type { Presence, ReleaseState, Role, SessionInfo, SignedIn } from '@janua/contracts'
import { io, type Socket } from 'socket.io-client'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { get, keepToken, post, put, remove, signedOutElsewhere } from './api.ts'
import { takeLanguage } from './i18n.ts'
import { queryClient } from './queryClient.ts'

export type Heard =
  | 'conversation'
  | 'release'
  | 'draft'
  | 'checks'
  | 'replay'
  | 'figures'
  | 'topics'
  | 'logImport'
  | 'typing'
  | 'connect'
  | 'queues'
  | 'presence'
  | 'askedIn'
  | 'proposal'

const LEAST_PAUSE_MS = 1_000
const LONGEST_PAUSE_MS = 15_000

/** Who is signed in, which release visitors get, and the live connection. */
export const useSession = defineStore('session', () => {
  const user = shallowRef<SignedIn | null>(null)
  const release = shallowRef<ReleaseState>()
  /** Whether the live connection is there: while it is not, what is on the screen may be old. */
  const connected = ref(true)
  const needsSecondFactor = ref(false)
  let loading: Promise<void> | undefined
  let socket: Socket | undefined
  let retry: number | undefined
  let pause = LEAST_PAUSE_MS

  const role = computed<Role | null>(() => user.value?.role ?? null)
  const home = computed(
    () => ({ lead: '/today', editor: '/library', agent: '/desk' })[role.value ?? 'agent'],
  )

  /** Asks once, whoever waits for it; again only after a failure. */
  function load(): Promise<void> {
    return (loading ??= reload().catch((cause: unknown) => {
      loading = undefined
      throw cause
    }))
  }
  /** Asks the server anew who is signed in. */
  async function reload(): Promise<void> {
    await accept(await get('/session'))
  }
  /** Open pages do not wait for the session: whoever types faster than it comes would have no token against forgery yet. */
  async function signIn(mail: string, password: string, code = ''): Promise<void> {
    await load()
    await accept(await post('/session', { mail, password, ...(code && { code }) }))
  }
  async function useLink(given: {
    token: string
    password: string
    name?: string
    mail?: string
  }): Promise<void> {
    await load()
    await accept(await post('/links', given))
  }
  async function signOut(): Promise<void> {
    await remove('/session')
    forget()
    keepToken(await get('/session'))
  }
  function forget(): void {
    user.value = null
    queryClient.clear()
    window.clearTimeout(retry)
    connected.value = true
    socket?.disconnect()
    socket = undefined
  }
  async function setPresence(presence: Presence): Promise<void> {
    await put('/presence', { presence })
    if (user.value) user.value = { ...user.value, presence }
  }
  /** Presence changes by itself when the browser was gone. */
  async function refreshUser(): Promise<void> {
    const fresh = await get('/session').catch(() => null)
    if (!fresh || !user.value) return
    if (fresh.user) user.value = keepToken(fresh).user
    else signedOutElsewhere()
  }
  async function refreshRelease(): Promise<void> {
    release.value = await get('/releases/state').catch(() => release.value)
  }

  async function accept(session: SessionInfo): Promise<void> {
    user.value = keepToken(session).user
    needsSecondFactor.value = session.needsSecondFactor === true
    // Chosen on another device, perhaps.
    takeLanguage(user.value?.language ?? null)
    if (!user.value || needsSecondFactor.value) return
    socket ??= connectLive()
    await refreshRelease()
  }

  /** The live connection. It comes back by itself, whoever ended it, and everything is then read anew. */
  function connectLive(): Socket {
    const live = io({
      path: '/live',
      transports: ['websocket', 'polling'],
      reconnectionDelayMax: LONGEST_PAUSE_MS,
    })
    // Its coverage is counted anew with the figures.
    for (const what of ['release', 'figures']) live.on(what, () => void refreshRelease())
    live.on(
      'presence',
      ({ user: whose }: { user: number }) => whose === user.value?.id && void refreshUser(),
    )
    live.on('connect', () => {
      const isBack = !connected.value
      connected.value = true
      pause = LEAST_PAUSE_MS
      if (isBack) void Promise.all([refreshUser(), refreshRelease()])
    })
    live.on('disconnect', (reason) => {
      if (socket !== live) return
      connected.value = false
      // The library reconnects by itself only when it was not the server that ended the connection.
      if (reason === 'io server disconnect') connectAgain(live)
    })
    live.on('connect_error', () => {
      if (socket !== live) return
      connected.value = false
      // Refused rather than unreachable: it may be that somebody was signed out.
      if (!live.active) void refreshUser().then(() => connectAgain(live))
    })
    return live
  }
  function connectAgain(live: Socket): void {
    window.clearTimeout(retry)
    retry = window.setTimeout(() => {
      if (socket === live && user.value) live.connect()
    }, pause)
    pause = Math.min(LONGEST_PAUSE_MS, pause * 2)
  }

  /** Listens to the server. @returns what ends the listening */
  function hear<T>(what: Heard, listener: (detail: T) => void): () => void {
    socket?.on(what, listener)
    return () => socket?.off(what, listener)
  }
  function send(what: 'watch' | 'typing', conversation: number): void {
    socket?.emit(what, conversation)
  }
  return {
    user,
    role,
    home,
    release,
    connected,
    needsSecondFactor,
    load,
    reload,
    signIn,
    useLink,
    signOut,
    forget,
    setPresence,
    refreshRelease,
    hear,
    send,
  }
})
