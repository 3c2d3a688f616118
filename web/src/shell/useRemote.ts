import type { Known, OutputFor, QueryFor } from '@janua/contracts/routes'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type ComputedRef, onScopeDispose, toValue } from 'vue'
import { get, inPlainWords } from './api.ts'
import { type Heard, useSession } from './session.ts'
import type { Remote } from './useLatest.ts'

interface Options<T> {
  /** Events of the live connection after which it is asked again. */
  hears?: readonly Heard[]
  /** Milliseconds after which it is asked again, or 0 for never; by what was last said. */
  every?: number | ((value: T | undefined) => number)
  /** It is asked only while this holds. */
  when?: () => boolean
}

/** What a page shows of the server. */
export interface RemoteQuery<T> {
  state: ComputedRef<Remote<T>>
  /** Asks again, and waits for the answer. */
  reload: () => Promise<void>
  /** Waits for the first answer; that it failed is told by the state. */
  settled: () => Promise<void>
}

/** The types of paths are told outside. */
const ask = get as unknown as <T>(path: string, query: object, signal: AbortSignal) => Promise<T>

/**
 * What the server says at a path: asked at once, again when path or query change, and after what is heard. The newest
 * answer counts, what was shown stays until it is there; a page that is opened again shows at once what it last showed.
 */
export function useRemote<const Path extends string>(
  path: Known<'GET', Path>,
  query?: () => QueryFor<'GET', Path>,
  options?: Options<OutputFor<'GET', Path>>,
): RemoteQuery<OutputFor<'GET', Path>>
export function useRemote<const Path extends string>(
  path: () => Path,
  query?: () => QueryFor<'GET', Path>,
  options?: Options<OutputFor<'GET', Path>>,
): [Known<'GET', Path>] extends [never] ? never : RemoteQuery<OutputFor<'GET', Path>>
export function useRemote<T>(
  path: string | (() => string),
  query: () => object = () => ({}),
  { hears = [], every = 0, when }: Options<T> = {},
): RemoteQuery<T> {
  const session = useSession()
  const isWanted = computed(() => when?.() ?? true)
  const asked = useQuery<T>({
    queryKey: computed(() => [toValue(path), query()]),
    queryFn: ({ queryKey: [at, given], signal }) => ask(at as never, given as never, signal),
    enabled: isWanted,
    placeholderData: keepPreviousData as never,
    refetchInterval: ({ state: { data } }) =>
      (typeof every === 'function' ? every(data) : every) || false,
    shallow: true,
  })
  const state = computed((): Remote<T> => {
    const value = asked.data.value as T | undefined
    if (asked.isFetching.value) return { status: 'loading', value }
    if (asked.error.value)
      return { status: 'failed', reason: inPlainWords(asked.error.value), value }
    return value === undefined ? { status: 'idle' } : { status: 'ready', value }
  })
  const reload = async () => void (await asked.refetch())
  const again = () => {
    if (isWanted.value) void reload()
  }
  for (const what of hears) onScopeDispose(session.hear(what, again))
  return {
    state,
    reload,
    settled: async () => void (await asked.suspense().catch(() => undefined)),
  }
}
