import { t } from './i18n.ts'
import { useToast } from 'primevue/usetoast'
import { ref } from 'vue'
import { inPlainWords } from './api.ts'

/** Does something that changes data, once at a time; says what came of it. */
export function useAction() {
  const toast = useToast()
  const busy = ref(false)

  async function run<T>(action: () => Promise<T>, done?: string): Promise<T | undefined> {
    if (busy.value) return undefined
    busy.value = true
    try {
      const value = await action()
      if (done) toast.add({ severity: 'success', summary: done, life: 3_500 })
      return value
    } catch (cause) {
      toast.add({
        severity: 'error',
        summary: t('shell.useAction.thatDidNotWork'),
        detail: inPlainWords(cause),
        life: 9_000,
      })
      return undefined
    } finally {
      busy.value = false
    }
  }
  return { run, busy }
}
