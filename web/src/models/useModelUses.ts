import type { ModelUse } from '@janua/contracts'
import { computed, onMounted, shallowRef } from 'vue'
import { get } from '../shell/api.ts'

/** What the language model may be used for just now, as the lead has switched it on. */
export function useModelUses() {
  const on = shallowRef<ModelUse[]>([])
  onMounted(async () => {
    // Without an answer nothing is offered: every page works without a model.
    on.value = await get('/models/on').catch(() => [])
  })
  return { isOn: (use: ModelUse) => computed(() => on.value.includes(use)) }
}
