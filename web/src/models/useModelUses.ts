import type { ModelUse } from '@janua/contracts'
import { computed } from 'vue'
import { useRemote } from '../shell/useRemote.ts'

/** What the language model may be used for just now, as the lead has switched it on. */
export function useModelUses() {
  const { state } = useRemote('/models/on')
  // Without an answer nothing is offered: every page works without a model.
  return { isOn: (use: ModelUse) => computed(() => state.value.value?.includes(use) === true) }
}
