import { t } from '../shell/i18n.ts'
import type { HandoverRow, RoutingDraft, RoutingProof } from '@janua/contracts'
import type { Routing, Rule } from '@janua/core'
import { watchDebounced } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { get, post, put } from '../shell/api.ts'
import { useRemote } from '../shell/useRemote.ts'
import { useDraftEditor } from '../shell/useDraftEditor.ts'
import { useDraftSaving } from '../shell/useDraftSaving.ts'

type Keyed = Rule & { key: number }
const PROVED_AFTER_MS = 700
const MOST_READ = 100

/** The rules of the draft as they are edited, and what they do to past hand-overs. */
export function useRouting() {
  const rules = ref<Keyed[]>([])
  const lastResort = ref(0)
  const model = ref<number | null>(null)
  const learnedAtLeast = ref<number | null>(null)
  const { state: allQueues } = useRemote('/queues')
  const { state: allDoors } = useRemote('/doors')
  const { state: articles } = useRemote('/articles', () => ({ limit: 1 }))
  const { state: named } = useRemote('/topics/names')
  const queues = computed(() => allQueues.value.value ?? [])
  const doors = computed(() => allDoors.value.value ?? [])
  const collections = computed(() => articles.value.value?.collections ?? [])
  const topics = computed(() => named.value.value ?? [])
  const proof = shallowRef<RoutingProof>()
  const reading = shallowRef<{ what: string; rows: HandoverRow[] }>()
  let keys = 0
  let asked = 0

  const content = computed((): Routing => ({
    rules: rules.value.map(({ key: _key, ...rule }) => rule),
    lastResort: lastResort.value,
    model: model.value,
    learnedAtLeast: learnedAtLeast.value,
  }))
  const editor = useDraftEditor<RoutingDraft, Routing>({
    name: 'routing',
    load: () => get('/routing'),
    store: (edited, base, ready) => put('/routing', { ...edited, base, ready }),
    contentOf: ({ rules, lastResort, model, learnedAtLeast }) => ({
      rules,
      lastResort,
      model: model ?? null,
      learnedAtLeast: learnedAtLeast ?? null,
    }),
    edited: () => content.value,
    show,
    ontoNewest: true,
  })
  const { stored: routing } = editor
  const { run, ...saving } = useDraftSaving(editor)
  onMounted(editor.load)
  function show(shown: Routing): void {
    rules.value = structuredClone(shown.rules).map((rule) => ({ ...rule, key: keys++ }))
    lastResort.value = shown.lastResort
    model.value = shown.model ?? null
    learnedAtLeast.value = shown.learnedAtLeast ?? null
  }
  /** A rule that is half written cannot be proved; the last proof stays until it is whole. */
  async function prove(): Promise<void> {
    const mine = ++asked
    const fresh = await post('/routing/proof', content.value).catch(() => undefined)
    if (fresh && mine === asked) proof.value = fresh
  }
  watchDebounced(content, () => routing.value && void prove(), { debounce: PROVED_AFTER_MS })

  async function read(ids: number[], what: string): Promise<void> {
    const rows = await run(() => post('/routing/handovers', { ids: ids.slice(0, MOST_READ) }))
    if (rows) reading.value = { what, rows }
  }
  const add = () =>
    rules.value.push({
      key: keys++,
      name: t('handover.useRouting.newRule'),
      join: 'any',
      conditions: [{ on: 'words', any: [] }],
      queue: queues.value[0]?.id ?? lastResort.value,
    })
  function swap(i: number): void {
    rules.value = rules.value.with(i, rules.value[i + 1]!).with(i + 1, rules.value[i]!)
  }
  return {
    ...editor,
    routing,
    rules,
    lastResort,
    model,
    learnedAtLeast,
    queues,
    doors,
    collections,
    topics,
    proof,
    reading,
    ...saving,
    read,
    add,
    swap,
  }
}
