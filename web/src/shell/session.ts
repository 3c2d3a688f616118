import type { Presence, ReleaseState, Role, SessionInfo, SignedIn } from '@janua/contracts'
import { io, type Socket } from 'socket.io-client'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { get, keepToken, post, put, remove } from './api.ts'

type Heard =
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
  | 'presence'
  | 'askedIn'
  | 'taught'

/** Who is signed in, which release visitors get, and the live connection. */
export const useSession = defineStore('session', () => {
  const user = shallowRef<SignedIn | null>(null)
  const release = shallowRef<ReleaseState>()
  let known = false
  let socket: Socket | undefined

  const role = computed<Role | null>(() => user.value?.role ?? null)
  const home = computed(
    () => ({ lead: '/today', editor: '/library', agent: '/desk' })[role.value ?? 'agent'],
  )

  async function load(): Promise<void> {
    if (known) return
    await accept(await get<SessionInfo>('/session'))
    known = true
  }
  async function signIn(mail: string, password: string): Promise<void> {
    await accept(await post<SessionInfo>('/session', { mail, password }))
  }
  async function useLink(given: {
    token: string
    password: string
    name?: string
    mail?: string
  }): Promise<void> {
    await accept(await post<SessionInfo>('/links', given))
  }
  async function signOut(): Promise<void> {
    await remove('/session')
    forget()
    keepToken(await get<SessionInfo>('/session'))
  }
  function forget(): void {
    user.value = null
    socket?.disconnect()
    socket = undefined
  }
  async function setPresence(presence: Presence): Promise<void> {
    await put('/presence', { presence })
    if (user.value) user.value = { ...user.value, presence }
  }
  /** Presence changes by itself when the browser was gone. */
  async function refreshUser(): Promise<void> {
    const fresh = await get<SessionInfo>('/session').catch(() => null)
    if (fresh?.user && user.value) user.value = fresh.user
  }
  async function refreshRelease(): Promise<void> {
    release.value = await get<ReleaseState>('/releases/state').catch(() => release.value)
  }

  async function accept(session: SessionInfo): Promise<void> {
    user.value = keepToken(session).user
    if (!user.value) return
    socket ??= io({
      path: '/live',
      transports: ['websocket', 'polling'],
      reconnectionDelayMax: 4_000,
    })
    // Its coverage is counted anew with the figures.
    for (const what of ['release', 'figures']) socket.on(what, () => void refreshRelease())
    socket.on(
      'presence',
      ({ user: whose }: { user: number }) => whose === user.value?.id && void refreshUser(),
    )
    await refreshRelease()
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
    load,
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
