import { t } from '../shell/i18n.ts'
import { GAP_STATES, type GapState } from '@janua/contracts'
import { computed, ref, watch } from 'vue'
import { post } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import { useListing } from '../shell/useListing.ts'
import { useRemote } from '../shell/useRemote.ts'

/** Gaps on one page of the list. */
export const GAP_ROWS = 15

/**
 * The gaps of one state, page by page, with one of them marked for the keyboard.
 * @param first the state to begin with, as an address may name it; anything else stands for open gaps
 */
export function useGapList(first?: unknown) {
  const { run, busy } = useAction()
  const gapState = ref<GapState>(GAP_STATES.find((each) => each === first) ?? 'open')
  const sort = ref<'worth' | 'volume' | 'newest' | 'coverage'>('worth')
  const { search, words, offset } = useListing(() => [gapState.value, sort.value])
  /** Its topic. */
  const marked = ref<number | null>(null)
  const { state } = useRemote(
    '/gaps',
    () => ({
      state: gapState.value,
      sort: sort.value,
      search: words.value,
      offset: offset.value,
      limit: GAP_ROWS,
    }),
    { hears: ['figures', 'topics'] },
  )
  const { state: topics, reload: loadTopics } = useRemote('/topics/state', undefined, {
    hears: ['topics'],
  })
  const list = computed(() => state.value.value)
  const rows = computed(() => list.value?.rows ?? [])

  watch(
    rows,
    (now) => {
      if (!now.some(({ topic }) => topic === marked.value)) marked.value = now[0]?.topic ?? null
    },
    { immediate: true },
  )
  /** Marks the next gap, or the one before; stops at the ends of the page. */
  function step(by: 1 | -1): void {
    const at = rows.value.findIndex(({ topic }) => topic === marked.value)
    const to = Math.min(rows.value.length - 1, Math.max(0, at + by))
    marked.value = rows.value[to]?.topic ?? null
  }
  async function regroup(): Promise<void> {
    await run(() => post('/topics/regroup'), t('coverage.useGapList.allQuestionsAreBeing'))
    await loadTopics()
  }
  return {
    gapState,
    sort,
    search,
    offset,
    state,
    list,
    rows,
    marked,
    step,
    topics: computed(() => topics.value.value),
    regroup,
    busy,
  }
}
