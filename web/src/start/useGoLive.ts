import type { StartView } from '@janua/contracts'
import { useClipboard, useNow } from '@vueuse/core'
import { computed } from 'vue'
import { embedTag } from '../doors/embedTag.ts'
import { get, post, put } from '../shell/api.ts'
import { t } from '../shell/i18n.ts'
import { useAction } from '../shell/useAction.ts'
import { useForm } from '../shell/useForm.ts'

/** The last step: a site is allowed, all that is ready is published, and the tag is copied. */
export function useGoLive(view: () => StartView, changed: () => void) {
  const { run, busy: publishing } = useAction()
  const tag = computed(() => embedTag(location.origin, view().door!))
  const { copy: toClipboard, copied } = useClipboard({ source: tag, legacy: true })
  const now = useNow({ interval: 1_000 })

  const {
    values: site,
    faults,
    busy: adding,
    submit,
    reset,
  } = useForm(() => ({ site: '' }), allowSite)

  async function allowSite(given: { site: string }) {
    const {
      id,
      revision: base,
      state: _state,
      published: _published,
      ...content
    } = await get(`/doors/${view().door!.id}`)
    const origin = originOf(given.site)
    const allowedSites = [...new Set([...content.allowedSites, origin])]
    return put(`/doors/${id}`, { ...content, allowedSites, base, ready: true })
  }
  async function allow(): Promise<void> {
    if (await submit()) reset()
    changed()
  }
  async function publish(): Promise<void> {
    await run(async () => {
      const ready = (await get('/draft')).filter((change) => change.ready)
      await post('/releases', {
        items: ready.map(({ item }) => item),
        note: t('start.live.note'),
        audience: 'all',
        share: 0.1,
        because: '',
        at: null,
      })
    }, t('start.live.published'))
    changed()
  }
  const secondsSince = (at: string) => Math.max(0, Math.round((+now.value - Date.parse(at)) / 1000))
  return {
    site,
    faults,
    adding,
    allow,
    publishing,
    publish,
    tag,
    copied,
    copy: () => toClipboard(),
    secondsSince,
  }
}

/** The origin of an address as people type it: "www.osk.example/help" is https://www.osk.example. What is none is left as it is, for the server to refuse. */
export function originOf(typed: string): string {
  const address = /^https?:\/\//i.test(typed) ? typed : `https://${typed}`
  return URL.canParse(address) ? new URL(address).origin : typed
}
