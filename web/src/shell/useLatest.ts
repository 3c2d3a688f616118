import { onScopeDispose, shallowRef } from 'vue'
import { inPlainWords } from './api.ts'

export type Remote<T> =
  | { status: 'idle' | 'loading'; value?: T }
  | { status: 'ready'; value: T }
  | { status: 'failed'; reason: string; value?: T }

/** Asks the server and shows the newest answer only: a new question drops the one before it. What was shown stays until then. */
export function useLatest<Q extends unknown[], T>(
  ask: (signal: AbortSignal, ...question: Q) => Promise<T>,
) {
  const state = shallowRef<Remote<T>>({ status: 'idle' })
  let pending: AbortController | undefined

  async function run(...question: Q): Promise<void> {
    pending?.abort()
    const mine = (pending = new AbortController())
    const before = state.value.value
    state.value = { status: 'loading', value: before }
    const next = await ask(mine.signal, ...question).then(
      (value): Remote<T> => ({ status: 'ready', value }),
      (cause): Remote<T> => ({ status: 'failed', reason: inPlainWords(cause), value: before }),
    )
    if (!mine.signal.aborted) state.value = next
  }

  onScopeDispose(() => pending?.abort())
  return { state, run }
}
