import { t } from '../shell/i18n.ts'
import type { ReplayInput } from '@janua/contracts'
import type { FlowBand, ReplayChange } from '@janua/core'
import { useThrottleFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { post } from '../shell/api.ts'
import { fromTo } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import { CHANGE_WORDS } from './replayWords.ts'

/** A replay under way says often how far it is: the list is read once in so long. */
const AT_MOST_MS = 250
/** Less is no movement. */
const STILL = 0.0005

/** The replays that were made, and one of them. @param id null for the newest */
export function useReplays(id: () => number | null) {
  const session = useSession()
  const router = useRouter()
  const { run, busy } = useAction()
  const { state: list, reload: loadList } = useRemote('/replays')
  const { state: draft, reload: loadDraft } = useRemote('/draft')
  /** Which questions are shown below the flow. */
  const chosen = ref<{ change: ReplayChange | null; band: FlowBand | null }>({
    change: null,
    band: null,
  })

  const replay = computed(
    () =>
      list.value.value?.find((each) => each.id === id()) ??
      (id() === null ? list.value.value?.[0] : undefined),
  )
  const summary = computed(() => replay.value?.summary ?? null)
  const groups = computed(() =>
    (Object.keys(CHANGE_WORDS) as ReplayChange[]).map((change) => ({
      change,
      ...CHANGE_WORDS[change],
      ...(summary.value?.changes[change] ?? { distinct: 0, times: 0 }),
    })),
  )
  const verdict = computed(() => {
    const { coverage } = summary.value ?? {}
    if (!coverage) return ''
    const change = fromTo(coverage.before, coverage.after)
    if (coverage.interval.low > 0) return t('releases.useReplays.rises', { change })
    if (coverage.interval.high < 0) return t('releases.useReplays.falls', { change })
    return Math.abs(coverage.change) < STILL
      ? t('releases.useReplays.stays', { change })
      : t('releases.useReplays.hardlyMoves', { change })
  })
  const hasLost = () => (replay.value?.lost ?? 0) > 0
  const hasGained = () => (summary.value?.changes.gained.times ?? 0) > 0

  watch(id, () => void Promise.all([loadList(), loadDraft()]))
  watch(
    () => replay.value?.id,
    () => (chosen.value = { change: hasLost() ? 'lost' : null, band: null }),
    { immediate: true },
  )
  watch(
    () => replay.value?.state,
    (now, before) => {
      if (now !== 'done' || before !== 'running') return
      const change = hasLost() ? 'lost' : hasGained() ? 'gained' : null
      chosen.value = { change, band: null }
    },
  )
  onScopeDispose(session.hear('replay', useThrottleFn(loadList, AT_MOST_MS, true)))

  /** @returns whether it has begun */
  async function start(input: ReplayInput): Promise<boolean> {
    const made = await run(() => post('/replays', input))
    if (!made) return false
    await router.push(`/replay/${made.id}`)
    await loadList()
    return true
  }
  async function act(what: 'cancel' | 'resume'): Promise<void> {
    await run(() => post(`/replays/${replay.value!.id}/${what}`))
    await loadList()
  }
  return {
    list,
    draft,
    chosen,
    replay,
    summary,
    groups,
    verdict,
    busy,
    start,
    act,
    reload: loadList,
  }
}
