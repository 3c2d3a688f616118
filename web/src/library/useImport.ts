import { t } from '../shell/i18n.ts'
import {
  type ImportResult,
  type ImportView,
  MAX_FILE_MB,
  type SheetMapping,
  type SheetPreview,
} from '@janua/contracts'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { get, inPlainWords, post, remove } from '../shell/api.ts'

const MB = 1024 * 1024
const POLL_MS = 350

/** One import from choosing files to its last sheet. */
export function useImport(ended: () => void) {
  const view = shallowRef<ImportView>()
  const sending = ref(0)
  const failure = ref('')
  /** Files too large to be worth sending. */
  const kept = shallowRef<ImportResult[]>([])
  let timer: ReturnType<typeof setTimeout> | undefined

  const busy = computed(
    () => sending.value > 0 || view.value?.state === 'reading' || view.value?.state === 'storing',
  )
  const results = computed(() => [...kept.value, ...(view.value?.results ?? [])])

  async function send(all: readonly File[]): Promise<void> {
    const visible = all.filter((file) => !/(^|\/)\./.test(file.name))
    if (visible.length === 0 || busy.value) return
    const small = visible.filter(({ size }) => size <= MAX_FILE_MB * MB)
    failure.value = ''
    view.value = undefined
    kept.value = visible
      .filter((file) => !small.includes(file))
      .map(({ name }) => ({
        file: name,
        result: 'refused',
        reason: t('library.useImport.itIsLargerThan', { maxfilemb: MAX_FILE_MB }),
      }))
    if (small.length === 0) return
    sending.value = small.length
    const form = new FormData()
    for (const file of small) form.append('files', file, file.name)
    await attempt(() => post('/imports', form))
    sending.value = 0
    follow()
  }
  function follow(): void {
    clearTimeout(timer)
    if (view.value?.state === 'reading' || view.value?.state === 'storing')
      timer = setTimeout(() => void poll(), POLL_MS)
    else if (view.value) ended()
  }
  async function poll(): Promise<void> {
    await attempt(() => get(`/imports/${view.value!.id}`))
    follow()
  }
  async function cancel(): Promise<void> {
    await attempt(() => remove(`/imports/${view.value!.id}`))
    follow()
  }
  async function answer(
    { file, sheet }: SheetPreview,
    mapping: SheetMapping | null,
  ): Promise<void> {
    await attempt(() => post(`/imports/${view.value!.id}/sheets`, { file, sheet, mapping }))
    ended()
  }
  const trial = ({ file, sheet }: SheetPreview, mapping: SheetMapping) =>
    post(`/imports/${view.value!.id}/trial`, { file, sheet, mapping })
  function putAway(): void {
    view.value = undefined
    kept.value = []
    failure.value = ''
  }
  async function attempt(ask: () => Promise<ImportView>): Promise<void> {
    try {
      view.value = await ask()
    } catch (cause) {
      failure.value = inPlainWords(cause)
    }
  }
  onScopeDispose(() => clearTimeout(timer))
  return { view, sending, failure, busy, results, send, cancel, answer, trial, putAway }
}
