import type { Desk, DeskConversation } from '@janua/contracts'
import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import { get, inPlainWords } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'

const TYPING_SHOWN_MS = 4_000
const TICK_MS = 1_000
const SLOW_REFRESH_MS = 30_000

/** The desk's lists and the open conversation, kept fresh by the live connection. */
export function useDesk(id: () => number | null) {
  const session = useSession()
  const desk = shallowRef<Desk>()
  const conversation = shallowRef<DeskConversation>()
  const failure = ref('')
  const visitorWrites = ref(false)
  const now = ref(Date.now())
  let typingEnds: number | undefined
  let asked = 0
  /** How far the server's clock is ahead of this machine's, in milliseconds. */
  let ahead = 0

  async function refreshLists(): Promise<void> {
    try {
      desk.value = await get<Desk>('/desk')
      ahead = Date.parse(desk.value.now) - Date.now()
      now.value = Date.now() + ahead
    } catch (cause) {
      failure.value = inPlainWords(cause)
    }
  }
  async function refreshOpen(): Promise<void> {
    const wanted = id()
    const mine = ++asked
    if (wanted === null) {
      conversation.value = undefined
      return
    }
    try {
      const fresh = await get<DeskConversation>(`/desk/${wanted}`)
      if (mine !== asked) return
      conversation.value = fresh
      failure.value = ''
    } catch (cause) {
      if (mine !== asked) return
      conversation.value = undefined
      failure.value = inPlainWords(cause)
    }
  }
  const refresh = () => Promise.all([refreshLists(), refreshOpen()])
  function watchOpen(): void {
    const wanted = id()
    if (wanted !== null) session.send('watch', wanted)
  }

  const endings = [
    session.hear('conversation', (told: { id: number }) => {
      void refreshLists()
      if (told.id === id()) void refreshOpen()
    }),
    session.hear('presence', () => void refreshLists()),
    session.hear('askedIn', () => void refreshLists()),
    session.hear('connect', () => {
      watchOpen()
      void refresh()
    }),
    session.hear('typing', (told: { conversation: number }) => {
      if (told.conversation !== id()) return
      visitorWrites.value = true
      window.clearTimeout(typingEnds)
      typingEnds = window.setTimeout(() => (visitorWrites.value = false), TYPING_SHOWN_MS)
    }),
  ]
  const tick = window.setInterval(() => (now.value = Date.now() + ahead), TICK_MS)
  const slow = window.setInterval(() => void refreshLists(), SLOW_REFRESH_MS)
  watch(id, () => {
    visitorWrites.value = false
    watchOpen()
    void refreshOpen()
  }, { immediate: true })
  void refreshLists()
  onScopeDispose(() => {
    endings.forEach((end) => end())
    window.clearInterval(tick)
    window.clearInterval(slow)
    window.clearTimeout(typingEnds)
  })
  return { desk, conversation, failure, visitorWrites, now, refresh }
}
