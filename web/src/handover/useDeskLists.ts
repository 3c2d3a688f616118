import type { Desk } from '@janua/contracts'
import { useThrottleFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { get, inPlainWords } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'

/** However much happens, the lists are read once in so long. */
const AT_MOST_MS = 1_000

/** The desk's lists, read once for the desk and for the alerts. */
export const useDeskLists = defineStore('deskLists', () => {
  const session = useSession()
  const desk = shallowRef<Desk>()
  const failure = ref('')
  /** How far the server's clock is ahead of this machine's, in milliseconds. */
  const ahead = ref(0)

  async function refresh(): Promise<void> {
    if (!session.user || session.role === 'editor') return
    try {
      desk.value = await get('/desk')
      ahead.value = Date.parse(desk.value.now) - Date.now()
      failure.value = ''
    } catch (cause) {
      failure.value = inPlainWords(cause)
    }
  }
  /** Reads them at once, or at the end of the current second: all that happens within it is in that one reading. */
  const refreshSoon = useThrottleFn(refresh, AT_MOST_MS, true)
  const forget = () => (desk.value = undefined)
  return { desk, failure, ahead, refresh, refreshSoon, forget }
})
