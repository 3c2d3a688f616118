import { t } from '../shell/i18n.ts'
import type { CheckImport, CheckInput, CheckView } from '@janua/contracts'
import { computed, ref, shallowRef } from 'vue'
import { post, put, remove } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import { useConfirmed } from '../shell/useConfirmed.ts'
import { useRemote } from '../shell/useRemote.ts'

/** The checks of the draft: kept, run, brought in from a file. */
export function useChecks() {
  const { run, busy } = useAction()
  const confirmed = useConfirmed()
  const { state, reload: load } = useRemote('/checks', undefined, { hears: ['checks'] })
  const show = ref<'all' | 'failing'>('all')
  /** What the last file brought. */
  const read = shallowRef<CheckImport>()

  const list = computed(() => state.value.value)
  const all = computed(() => list.value?.checks ?? [])
  const failing = computed(() => all.value.filter(({ result }) => result && !result.passed))
  /** What fails comes first. */
  const rows = computed(() =>
    show.value === 'failing'
      ? failing.value
      : [...failing.value, ...all.value.filter((check) => !failing.value.includes(check))],
  )

  /** @param known the check that is changed; without one it is a new one. @returns whether it is kept, and was run */
  async function store(input: CheckInput, known?: CheckView): Promise<boolean> {
    const done = await run(
      async () => {
        await (known ? put(`/checks/${known.id}`, input) : post('/checks', input))
        await post('/checks/run')
        return true
      },
      known ? t('releases.useChecks.checkChanged') : t('releases.useChecks.checkAdded'),
    )
    if (done) await load()
    return done === true
  }
  async function takeOut(check: CheckView): Promise<void> {
    const wanted = await confirmed({
      header: t('releases.useChecks.removeThisCheck'),
      message: t('releases.useChecks.itsResultsGoWith'),
      accept: t('releases.useChecks.removeCheck'),
    })
    if (!wanted) return
    await run(() => remove(`/checks/${check.id}`), t('releases.useChecks.checkRemoved'))
    await load()
  }
  async function runNow(): Promise<void> {
    await run(() => post('/checks/run'))
    await load()
  }
  async function fromReviewed(): Promise<void> {
    await run(() => post('/checks/reviewed'), t('releases.useChecks.everyQuestionReviewedRight'))
    await runNow()
  }
  async function bring(file: File): Promise<void> {
    read.value = await run(async () =>
      post('/checks/file', { name: file.name, csv: await file.text() }),
    )
    await runNow()
  }
  return {
    state,
    list,
    show,
    failing,
    rows,
    read,
    busy,
    store,
    takeOut,
    runNow,
    fromReviewed,
    bring,
  }
}
