import type { LogFilter, LogRowView, Verdict } from '@janua/contracts'
import { computed, ref, shallowRef } from 'vue'
import { get, post, remove } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import { useLatest } from '../shell/useLatest.ts'

export const NO_FILTER: LogFilter = {
  search: '',
  from: null,
  to: null,
  outcome: null,
  door: null,
  release: null,
  language: null,
  channel: null,
  topic: null,
  item: null,
  collection: null,
  hour: null,
  vote: null,
  reviewed: null,
  wantsPerson: null,
  sureFrom: null,
  sureTo: null,
}
const ROWS = 50

/** The filter that an address names; what it does not know is left out. */
export function filterFrom(query: Record<string, unknown>): LogFilter {
  const filter: Record<string, unknown> = { ...NO_FILTER }
  for (const name of Object.keys(NO_FILTER)) {
    const value = query[name]
    if (typeof value !== 'string') continue
    filter[name] = NUMBERS.has(name)
      ? value === '' || Number.isNaN(Number(value))
        ? null
        : Number(value)
      : name === 'wantsPerson'
        ? value === 'true'
        : value
  }
  return filter as unknown as LogFilter
}
const NUMBERS = new Set(['door', 'release', 'topic', 'item', 'hour', 'sureFrom', 'sureTo'])

/** What of a filter is set, as an address has it. */
export function queryOf(filter: LogFilter): Record<string, string> {
  return Object.fromEntries(
    Object.entries(filter).flatMap(([name, value]) =>
      value === null || value === '' ? [] : [[name, String(value)]],
    ),
  )
}

/** The log's rows page by page, a marked one, and reviewing it with a way back. */
export function useLog() {
  const { run, busy } = useAction()
  const filter = ref<LogFilter>({ ...NO_FILTER })
  const rows = shallowRef<LogRowView[]>([])
  const next = ref<number | null>(null)
  const marked = ref<number | null>(null)
  const reviewed = shallowRef<{ question: number; review: number; before: Verdict | null }[]>([])
  const { state, run: ask } = useLatest((signal, after: number | null) =>
    get('/log', { ...queryOf(filter.value), after, limit: ROWS }, signal),
  )
  const { state: counted, run: askCount } = useLatest((signal) =>
    get('/log/count', queryOf(filter.value), signal),
  )
  const current = computed(() => rows.value.find(({ id }) => id === marked.value))

  async function load(): Promise<void> {
    await Promise.all([ask(null), askCount()])
    if (state.value.status !== 'ready') return
    rows.value = state.value.value.rows
    next.value = state.value.value.next
    if (!rows.value.some(({ id }) => id === marked.value)) marked.value = rows.value[0]?.id ?? null
  }
  async function more(): Promise<void> {
    await ask(next.value)
    if (state.value.status !== 'ready') return
    rows.value = [...rows.value, ...state.value.value.rows]
    next.value = state.value.value.next
  }
  function step(by: number): void {
    const at = rows.value.findIndex(({ id }) => id === marked.value)
    marked.value = rows.value[Math.min(rows.value.length - 1, Math.max(0, at + by))]?.id ?? null
    if (at + by >= rows.value.length - 3 && next.value !== null && state.value.status === 'ready')
      void more()
  }
  function set(question: number, verdict: Verdict | null): void {
    rows.value = rows.value.map((row) =>
      row.id === question ? { ...row, reviewed: verdict } : row,
    )
  }
  /** Reviews the marked question and goes on to the next. */
  async function review(verdict: Verdict): Promise<void> {
    const row = current.value
    if (!row) return
    const made = await run(() => post(`/log/${row.id}/reviews`, { verdict }))
    if (!made) return
    reviewed.value = [
      ...reviewed.value,
      { question: row.id, review: made.review, before: row.reviewed },
    ]
    set(row.id, verdict)
    step(1)
  }
  async function undo(): Promise<void> {
    const last = reviewed.value.at(-1)
    if (!last) return
    const done = await run(async () => {
      await remove(`/log/${last.question}/reviews/${last.review}`)
      return true
    })
    if (!done) return
    reviewed.value = reviewed.value.slice(0, -1)
    set(last.question, last.before)
    marked.value = last.question
  }
  return {
    filter,
    rows,
    next,
    marked,
    current,
    reviewed,
    state,
    counted,
    busy,
    load,
    more,
    step,
    review,
    undo,
  }
}
