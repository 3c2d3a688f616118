import type { Role, StartView } from '@janua/contracts'
import { computed, ref, watch } from 'vue'
import { get, post, put } from '../shell/api.ts'
import { t } from '../shell/i18n.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useForm } from '../shell/useForm.ts'
import { useRemote } from '../shell/useRemote.ts'

type Hours = { from: string; to: string }[][]

/** Members and hours of the first queue, and invitations. */
export function usePeople(view: () => StartView, changed: () => void) {
  const session = useSession()
  const { run, busy } = useAction()
  const { state: team, reload } = useRemote('/team', undefined, {
    when: () => session.role === 'lead',
  })
  const { state: mail } = useRemote('/mail', undefined, { when: () => session.role === 'lead' })
  const lacksMail = computed(() => mail.value.value?.source === 'none')
  const people = computed(() => (team.value.value ?? []).filter(({ active }) => active))
  const members = ref<number[]>([])
  const hours = ref<Hours>()

  watch(
    () => [view().queue?.id, view().door?.id],
    async () => {
      const { queue, door } = view()
      const [queues, shown] = await Promise.all([
        get('/queues'),
        door ? get(`/doors/${door.id}`) : undefined,
      ])
      const found = queues.find(({ id }) => id === queue?.id)
      // Whoever sets Janua up is usually the first who answers.
      members.value = found?.members.length ? found.members.map(({ id }) => id) : [session.user!.id]
      hours.value = shown?.hours
    },
    { immediate: true },
  )

  async function store(): Promise<void> {
    const { queue, door } = view()
    await run(async () => {
      await put(`/queues/${queue!.id}`, { name: queue!.name, members: members.value })
      const {
        id,
        revision: base,
        state: _state,
        published: _published,
        ...content
      } = await get(`/doors/${door!.id}`)
      await put(`/doors/${id}`, { ...content, hours: hours.value!, base, ready: true })
      if (members.value.includes(session.user!.id)) await session.setPresence('here')
    }, t('start.people.saved'))
    changed()
  }

  const link = ref<{ name: string; url: string }>()
  const {
    values: invited,
    faults,
    busy: inviting,
    submit,
    reset,
  } = useForm(
    () => ({ name: '', mail: '', role: 'agent' as Role }),
    (body) => post('/team', body),
  )
  async function invite(): Promise<void> {
    const { name } = invited.value
    const made = await submit()
    if (!made) return
    link.value = { name, url: `${location.origin}/link/${made.token}` }
    reset()
    await reload()
    changed()
  }
  return { lacksMail, people, members, hours, busy, store, invited, faults, inviting, invite, link }
}
