import type { Site, SiteInput } from '@janua/contracts'
import { onScopeDispose, ref, shallowRef } from 'vue'
import { get, inPlainWords, post, put, remove } from '../shell/api.ts'

const POLL_MS = 500

/** Sites and the hosts that may be read; a reading is followed while it goes on. */
export function useSites() {
  const sites = shallowRef<Site[]>()
  const hosts = shallowRef<string[]>([])
  const failure = ref('')
  let timer: ReturnType<typeof setTimeout> | undefined

  async function load(): Promise<void> {
    clearTimeout(timer)
    try {
      ;[sites.value, { hosts: hosts.value }] = await Promise.all([
        get('/sites'),
        get('/sites/hosts'),
      ])
      failure.value = ''
    } catch (cause) {
      failure.value = inPlainWords(cause)
    }
    if (sites.value?.some(({ reading }) => reading?.state === 'reading'))
      timer = setTimeout(() => void load(), POLL_MS)
  }
  const then = async (action: Promise<unknown>) => {
    await action
    await load()
    return true
  }
  onScopeDispose(() => clearTimeout(timer))
  return {
    sites,
    hosts,
    failure,
    load,
    look: (address: string) => get('/sites/look', { address }),
    save: (id: number | null, input: SiteInput) =>
      then(id === null ? post('/sites', input) : put(`/sites/${id}`, input)),
    forget: (id: number) => then(remove(`/sites/${id}`)),
    read: (id: number) => then(post(`/sites/${id}/read`)),
    stop: (id: number) => then(post(`/sites/${id}/stop`)),
    drop: (id: number) => then(post(`/sites/${id}/drop`)),
    takeOver: (id: number, addresses: string[]) =>
      then(post(`/sites/${id}/take-over`, { addresses })),
    allow: (all: string[]) => then(put('/sites/hosts', { hosts: all })),
  }
}
