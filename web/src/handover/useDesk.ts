import type { DeskConversation } from '@janua/contracts'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { get, inPlainWords, Refused } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import { useDeskLists } from './useDeskLists.ts'

const TYPING_SHOWN_MS = 4_000
const TICK_MS = 1_000

/** The desk's lists and the open conversation, kept fresh by the live connection. */
export function useDesk(id: () => number | null) {
  const session = useSession()
  const lists = useDeskLists()
  const conversation = shallowRef<DeskConversation>()
  const failure = ref('')
  const visitorWrites = ref(false)
  const now = ref(Date.now())
  let typingEnds: number | undefined
  let asked = 0

  async function refreshOpen(): Promise<void> {
    const wanted = id()
    const mine = ++asked
    if (wanted === null) {
      conversation.value = undefined
      return
    }
    try {
      const fresh = await get(`/desk/${wanted}`)
      if (mine !== asked) return
      conversation.value = fresh
      failure.value = ''
    } catch (cause) {
      if (mine !== asked) return
      const mayComeBack = !(cause instanceof Refused) || cause.status >= 500 || cause.status === 429
      // What is open stays so, with all that is half-written in it: only what was refused for good goes away.
      if (!mayComeBack || conversation.value?.id !== wanted) conversation.value = undefined
      failure.value = inPlainWords(cause)
    }
  }
  const refresh = () => Promise.all([lists.refresh(), refreshOpen()])
  function watchOpen(): void {
    const wanted = id()
    if (wanted !== null) session.send('watch', wanted)
  }

  const endings = [
    session.hear('conversation', (told: { id: number }) => {
      if (told.id === id()) void refreshOpen()
    }),
    session.hear('queues', () => void lists.refreshSoon()),
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
  const tell = () => (now.value = Date.now() + lists.ahead)
  // At once as well, so that nobody who is on time is shown late by a clock that is wrong.
  watch(() => lists.ahead, tell, { flush: 'sync' })
  const tick = window.setInterval(tell, TICK_MS)
  watch(
    id,
    () => {
      visitorWrites.value = false
      watchOpen()
      void refreshOpen()
    },
    { immediate: true },
  )
  void lists.refreshSoon()
  onScopeDispose(() => {
    endings.forEach((end) => end())
    window.clearInterval(tick)
    window.clearTimeout(typingEnds)
  })
  return {
    desk: computed(() => lists.desk),
    conversation,
    failure: computed(() => failure.value || lists.failure),
    visitorWrites,
    now,
    refresh,
  }
}
