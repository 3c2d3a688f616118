import { sure } from '../shell/format.ts'
import { t } from '../shell/i18n.ts'
import { adviseOn, cheapest, type Costs } from '@janua/core'
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { put } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import type { HourlyCost } from './thresholdAdvice.ts'
import { weekAt } from './thresholdWeek.ts'
import { useCurve } from './useCurve.ts'

/** In minutes of somebody's time, to begin with; the lead puts in what it is worth. */
const COSTS: Costs = { wrong: 20, askedBack: 1, handedOver: 6, unhelped: 8 }
/** While no door is known. */
const SOME_THRESHOLD = 0.4
const LEAST = 0.05

/** The threshold of a door, or of a collection at it: what a week would be, by the questions of a replay. */
export function useThreshold() {
  const session = useSession()
  const { run, busy } = useAction()
  const { state, reload: load } = useRemote('/threshold')
  const { curve, compute } = useCurve()
  const door = ref<number>()
  /** Of which articles; null for all. */
  const collection = ref<string | null>(null)
  const threshold = ref(SOME_THRESHOLD)
  /** The lead has chosen a value, which stays whatever is counted anew. */
  const isDragged = ref(false)
  const costs = useLocalStorage<Costs>('janua:costs', COSTS)

  const view = computed(() => state.value.value)
  const here = computed(() => view.value?.doors.find(({ id }) => id === door.value))
  const present = computed(
    () =>
      (collection.value !== null ? here.value?.thresholds[collection.value] : undefined) ??
      here.value?.threshold ??
      SOME_THRESHOLD,
  )
  const isHere = (each: { door: number; collection: string }) =>
    each.door === door.value && (collection.value === null || each.collection === collection.value)
  const volume = computed(() => view.value?.volume.filter(isHere) ?? [])
  const askedBack = computed(() =>
    volume.value
      .filter(({ outcome }) => outcome === 'clarifying')
      .reduce((sum, { weight }) => sum + weight, 0),
  )
  const points = computed(() => curve.value?.points ?? [])
  const at = computed(() => points.value[Math.round(threshold.value * 100)])
  const before = computed(() => points.value[Math.round(present.value * 100)])
  const best = computed(() => {
    const found = cheapest(points.value, askedBack.value, costs.value)
    return found && Math.max(LEAST, found.threshold)
  })
  const advice = computed(() => adviseOn(points.value, present.value, askedBack.value, costs.value))
  const { state: reporting } = useRemote('/reporting')
  const hourlyCost = computed<HourlyCost>(
    () => reporting.value.value ?? { costPerHour: null, currency: '' },
  )
  const week = computed(() => weekAt(at.value, before.value, askedBack.value, costs.value))

  watch(view, () => (door.value ??= view.value?.doors[0]?.id), { immediate: true })
  watch([door, collection], () => {
    isDragged.value = false
    threshold.value = present.value
  })
  watch([volume, present], weigh, { immediate: true })

  function drag(to: number): void {
    isDragged.value = true
    threshold.value = to
  }
  function weigh(): void {
    if (!view.value) return
    if (!isDragged.value) threshold.value = present.value
    compute({
      volume: volume.value
        .filter(({ outcome }) => outcome !== 'clarifying' && outcome !== 'declined')
        .map(({ p, weight, offered }) => ({ p, weight, offered })),
      reviewed: view.value.reviewed.filter(isHere).map(({ p, right, chance, word }) => ({
        p,
        right,
        chance,
        ...(word !== undefined && { word }),
      })),
      askedBack: askedBack.value,
      offersTaken: view.value.offersTaken,
      handsOver: view.value.handsOver,
      present: present.value,
    })
  }
  async function set(): Promise<void> {
    const chosen = {
      door: door.value!,
      collection: collection.value,
      threshold: threshold.value,
    }
    const done = await run(
      () => put('/threshold', chosen).then(() => true),
      t('releases.useThreshold.theThresholdIsIn', { threshold: sure(chosen.threshold) }),
    )
    if (done) await Promise.all([load(), session.refreshRelease()])
  }
  return {
    state,
    view,
    curve,
    door,
    collection,
    threshold,
    costs,
    present,
    points,
    at,
    best,
    advice,
    hourlyCost,
    week,
    busy,
    drag,
    set,
    load,
  }
}
