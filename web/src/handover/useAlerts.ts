import { t } from '../shell/i18n.ts'
import { type AlertSettings, type DeskRow, isQuiet, STARTER_ALERTS } from '@janua/contracts'
import { defineStore } from 'pinia'
import { computed, onScopeDispose, ref, watch } from 'vue'
import { get, put } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import { chime } from './chime.ts'
import { useDeskLists } from './useDeskLists.ts'

const REFRESH_MS = 30_000

/** What needs this person: a count in the app, a notice by the browser, a sound; each as they want it, and not in their quiet hours. */
export const useAlerts = defineStore('alerts', () => {
  const session = useSession()
  const settings = ref<AlertSettings>(STARTER_ALERTS)
  const lists = useDeskLists()
  let known: Set<string> | undefined

  const needs = computed(() =>
    lists.desk
      ? [
          ...lists.desk.waiting,
          ...lists.desk.mine.filter(({ lastBy }) => lastBy === 'visitor'),
          ...lists.desk.cases.filter(
            ({ lastBy, agent }) => lastBy === 'visitor' && agent?.id === session.user?.id,
          ),
          ...lists.desk.askedIn.filter(({ lastBy }) => lastBy === 'team'),
        ]
      : [],
  )
  const count = computed(() => needs.value.length)

  async function load(): Promise<void> {
    if (!session.user || session.role === 'editor') return
    settings.value = await get('/alerts').catch(() => settings.value)
    await lists.refresh()
  }
  async function save(wanted: AlertSettings): Promise<void> {
    await put('/alerts', wanted)
    settings.value = wanted
    if (wanted.browser && 'Notification' in window && Notification.permission === 'default')
      await Notification.requestPermission()
  }

  /** What was there when the page opened is no news. */
  watch(needs, (rows) => {
    const keys = new Set(rows.map(keyOf))
    const fresh = known ? rows.filter((row) => !known!.has(keyOf(row))) : []
    known = keys
    if (fresh.length > 0) tell(fresh)
  })
  function tell(fresh: readonly DeskRow[]): void {
    const now = new Date()
    if (
      session.user?.presence === 'off' ||
      isQuiet(
        settings.value,
        `${String(now.getHours()).padStart(2, '0')}:${String(now.getMinutes()).padStart(2, '0')}`,
      )
    )
      return
    if (settings.value.sound) chime()
    if (
      !settings.value.browser ||
      document.visibilityState === 'visible' ||
      !('Notification' in window) ||
      Notification.permission !== 'granted'
    )
      return
    const [first] = fresh
    const notice = new Notification(
      first!.state === 'waiting'
        ? t('handover.useAlerts.somebodyWaitsIn', {
            queue: first!.queue?.name ?? t('handover.useAlerts.aQueue'),
          })
        : t('handover.useAlerts.wrote', {
            aVisitor: first!.visitor ?? t('handover.useAlerts.aVisitor'),
          }),
      { body: first!.subject, tag: `janua ${first!.id}` },
    )
    notice.onclick = () => window.focus()
  }

  const timer = window.setInterval(() => void lists.refreshSoon(), REFRESH_MS)
  onScopeDispose(() => window.clearInterval(timer))
  /** Begins to listen once somebody is signed in. */
  function listen(): void {
    for (const what of ['conversation', 'askedIn', 'presence'] as const)
      session.hear(what, () => void lists.refreshSoon())
  }
  watch(
    () => session.user?.id,
    (id) => {
      lists.forget()
      known = undefined
      if (id === undefined) return
      listen()
      void load()
    },
    { immediate: true },
  )
  watch(
    count,
    (n) => (document.title = `${n > 0 ? `(${n}) ` : ''}${document.title.replace(/^\(\d+\) /, '')}`),
  )
  return { settings, count, save }
})

function keyOf({ id, state, lastBy, lastAt }: DeskRow): string {
  return state === 'waiting' ? `${id}` : `${id} ${lastBy} ${lastAt}`
}
