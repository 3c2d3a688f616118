import type { Door, HandoverRow, Queue, RoutingDraft, RoutingProof } from '@janua/contracts'
import type { Routing, Rule } from '@janua/core'
import { watchDebounced } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { get, inPlainWords, post, put } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useKept } from '../shell/useKept.ts'

type Keyed = Rule & { key: number }
const PROVED_AFTER_MS = 700
const MOST_READ = 100

/** The rules of the draft as they are edited, and what they do to past hand-overs. */
export function useRouting() {
  const session = useSession()
  const { run, busy } = useAction()
  const routing = shallowRef<RoutingDraft>()
  const rules = ref<Keyed[]>([])
  const lastResort = ref(0)
  const model = ref<number | null>(null)
  const learnedAtLeast = ref<number | null>(null)
  const queues = shallowRef<Queue[]>([])
  const doors = shallowRef<Door[]>([])
  const collections = shallowRef<string[]>([])
  const topics = shallowRef<{ id: number; name: string }[]>([])
  const proof = shallowRef<RoutingProof>()
  const reading = shallowRef<{ what: string; rows: HandoverRow[] }>()
  const failure = ref('')
  let keys = 0
  let asked = 0

  const content = computed((): Routing => ({
    rules: rules.value.map(({ key: _key, ...rule }) => rule),
    lastResort: lastResort.value,
    model: model.value,
    learnedAtLeast: learnedAtLeast.value,
  }))
  const plain = ({ rules, lastResort, model, learnedAtLeast }: Routing) =>
    JSON.stringify([rules, lastResort, model ?? null, learnedAtLeast ?? null])
  const changed = computed(
    () => routing.value !== undefined && plain(content.value) !== plain(routing.value),
  )

  const { read: kept } = useKept('routing', () =>
    changed.value ? { base: routing.value!.revision, content: content.value } : undefined,
  )
  /** The revision that edits of before stood on, once they are put back. */
  const restored = ref<number>()

  onMounted(async () => {
    const before = kept()
    try {
      const [draft, allQueues, allDoors, articles] = await Promise.all([
        get('/routing'),
        get('/queues'),
        get('/doors'),
        get('/articles', { limit: 1 }),
      ])
      queues.value = allQueues
      doors.value = allDoors
      collections.value = articles.collections
      accept(draft)
      if (before) {
        show(before.content)
        if (changed.value) restored.value = before.base
      }
      topics.value = await get('/topics/names').catch(() => [])
    } catch (cause) {
      failure.value = inPlainWords(cause)
    }
  })
  function accept(draft: RoutingDraft): void {
    routing.value = draft
    restored.value = undefined
    show(draft)
  }
  function show(shown: Routing): void {
    rules.value = structuredClone(shown.rules).map((rule) => ({ ...rule, key: keys++ }))
    lastResort.value = shown.lastResort
    model.value = shown.model ?? null
    learnedAtLeast.value = shown.learnedAtLeast ?? null
  }
  async function save(ready: boolean): Promise<void> {
    const sent = plain(content.value)
    const saved = await run(
      () => put('/routing', { ...content.value, base: routing.value!.revision, ready }),
      ready ? 'Saved, ready to publish' : 'Saved in the draft',
    )
    // What was written while it was stored stays, as a change of what is stored now.
    if (saved && plain(content.value) === sent) accept(saved)
    else if (saved) {
      routing.value = saved
      restored.value = undefined
    }
    await session.refreshRelease()
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
      name: 'New rule',
      join: 'any',
      conditions: [{ on: 'words', any: [] }],
      queue: queues.value[0]!.id,
    })
  function swap(i: number): void {
    rules.value = rules.value.with(i, rules.value[i + 1]!).with(i + 1, rules.value[i]!)
  }
  return {
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
    failure,
    changed,
    restored,
    busy,
    accept,
    save,
    read,
    add,
    swap,
  }
}
