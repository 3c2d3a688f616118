import { START_STEPS, type StartStep } from '@janua/contracts'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { put } from '../shell/api.ts'
import { t } from '../shell/i18n.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'

export const STEP_NAMES: Record<StartStep, string> = {
  team: t('start.steps.team'),
  content: t('start.steps.content'),
  try: t('start.steps.try'),
  people: t('start.steps.people'),
  live: t('start.steps.live'),
}

/** How often the last step looks whether the tag was seen, in milliseconds. */
const LOOK_MS = 3_000

/** The first day: its five steps, which of them is open, and how to go on. */
export function useStart(current: () => StartStep | null) {
  const router = useRouter()
  const { run, busy } = useAction()
  const { state, reload } = useRemote('/start', undefined, {
    hears: ['draft', 'release'],
    every: () => (current() === 'live' ? LOOK_MS : 0),
  })
  const view = computed(() => state.value.value)
  const done = computed(() => view.value?.steps.filter((step) => step.state === 'done').length ?? 0)
  /** Who comes without a step is shown the first that is not done, and stays there when it is: it ends by going on. */
  const first = ref<StartStep>()
  watch(view, (now) => (first.value ??= now?.steps.find(({ state }) => state === 'open')?.name), {
    immediate: true,
  })
  const shown = computed<StartStep>(() => current() ?? first.value ?? START_STEPS.at(-1)!)
  const next = computed(() => START_STEPS[START_STEPS.indexOf(shown.value) + 1])

  async function goOn(): Promise<void> {
    const to = next.value ? `/start/${next.value}` : '/today'
    await router.push(to)
    await reload()
  }
  async function skip(): Promise<void> {
    const step = shown.value
    await run(async () => {
      await put(`/start/steps/${step}`, { skipped: true })
      await goOn()
    })
  }
  return { state, view, done, shown, next, busy, reload, goOn, skip }
}
