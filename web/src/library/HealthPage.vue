<script setup lang="ts">
import type { FindingKind } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { post, remove } from '../shell/api.ts'
import { count, moment } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { useAction } from '../shell/useAction.ts'
import FindingPair from './FindingPair.vue'
import FindingRow from './FindingRow.vue'
import { useTakeOut } from './useTakeOut.ts'
import { FINDINGS, useHealth } from './useHealth.ts'

const session = useSession()
const route = useRoute()
const router = useRouter()
const { run, busy } = useAction()
const wanted = useTakeOut()
const { health, failure, counts, load, keep } = useHealth()
/** What the lead chose to see; until then the first kind with something in it. */
const chosen = ref<FindingKind | undefined>(
  FINDINGS.find(({ kind }) => kind === route.query.show)?.kind,
)
const shown = computed(
  () =>
    chosen.value ??
    (health.value?.computedAt === null
      ? undefined
      : FINDINGS.find(({ kind }) => counts.value[kind] > 0)?.kind) ??
    'conflict',
)
const marked = ref(0)
/** Kinds that need the comparison, before the first one has ended. */
const isOpen = (kind: FindingKind) =>
  health.value?.computedAt === null && ['conflict', 'copy', 'unanswerable'].includes(kind)
const finding = computed(() => FINDINGS.find(({ kind }) => kind === shown.value)!)
const all = computed(() => Object.values(counts.value).reduce((sum, n) => sum + n, 0))
const pairs = computed(() =>
  shown.value === 'conflict'
    ? (health.value?.conflicts ?? [])
    : shown.value === 'copy'
      ? (health.value?.copies ?? [])
      : [],
)
const rows = computed(() => {
  const {
    links = [],
    overdue = [],
    unused = [],
    unanswerable = [],
    failed = [],
  } = health.value ?? {}
  return { link: links, overdue, unused, unanswerable, failed, conflict: [], copy: [] }[shown.value]
})
const keys = computed(() => [...pairs.value, ...rows.value].map(({ key }) => key))

onMounted(load)
watch(shown, () => (marked.value = 0))
watch(chosen, (kind) => void router.replace({ query: { show: kind } }))
async function settle(action: () => Promise<unknown>, done: string): Promise<void> {
  await run(action, done)
  await Promise.all([load(), session.refreshRelease()])
  marked.value = Math.max(0, Math.min(marked.value, keys.value.length - 1))
}
const meant = (key: string) =>
  settle(
    () => keep(shown.value, key),
    'Left as it is. It comes back when one of the texts changes.',
  )
async function takeOut(item: number, title: string): Promise<void> {
  if (!(await wanted(title))) return
  await settle(
    () => remove(`/articles/${item}`),
    'Taken out of the draft. Visitors keep it until you publish; Releases can put it back.',
  )
}
const reviewed = (item: number) =>
  settle(
    () => post(`/health/reviewed/${item}`, { months: 6 }),
    'Still right: look at it again in six months',
  )
const teach = (item: number, phrasing: string) =>
  settle(
    () => post(`/articles/${item}/phrasings`, { phrasing, ready: true }),
    'Taught in the draft, ready to publish',
  )
const fixLink = (item: number, address: string, to: string | null) =>
  settle(
    () => post('/health/links/fix', { item, address, to }),
    to ? 'The link leads there now, in the draft' : 'The link is plain words now, in the draft',
  )

function onKey(names: string[], action: () => void): void {
  onKeyStroke(names, (event) => {
    if (typingSomewhere(event) || keys.value.length === 0) return
    event.preventDefault()
    action()
  })
}
onKey(['j', 'J'], () => (marked.value = Math.min(keys.value.length - 1, marked.value + 1)))
onKey(['k', 'K'], () => (marked.value = Math.max(0, marked.value - 1)))
onKey(['m', 'M'], () => void meant(keys.value[marked.value]!))
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>Health</h1>
        <p class="quiet" data-test="health-state">
          <template v-if="health?.computing">Comparing every passage with every other …</template
          ><template v-else-if="health?.computedAt"
            >{{ count(all, 'finding') }} in the draft ·
            {{ count(health.passages, 'passage') }} compared in
            {{ health.seconds.toFixed(1) }} s</template
          >
        </p>
      </div>
      <span v-if="health?.linksCheckedAt" class="quiet small"
        >links checked {{ moment(health.linksCheckedAt) }}</span
      >
      <Button
        outlined
        size="small"
        label="Check the links now"
        :loading="busy"
        data-test="check-links"
        @click="settle(() => post('/health/links'), 'All links checked')"
      />
    </div>
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <nav class="kinds" aria-label="Kinds of findings">
      <button
        v-for="each in FINDINGS"
        :key="each.kind"
        type="button"
        :aria-pressed="each.kind === shown"
        :class="{ none: counts[each.kind] === 0 }"
        :data-test="`kind-${each.kind}`"
        @click="chosen = each.kind"
      >
        <b class="figures">{{ isOpen(each.kind) ? '…' : counts[each.kind] }}</b><span>{{
          each.name
        }}</span>
      </button>
    </nav>
    <p class="means quiet">
      {{ finding.means
      }}<template v-if="shown === 'link' && health?.uncheckedHosts.length">
        Not checked, as the hosts are not allowed: {{ health.uncheckedHosts.join(', ') }}.</template
      >
    </p>
    <div class="stack" data-test="findings">
      <FindingPair
        v-for="(pair, i) in pairs"
        :key="pair.key"
        :pair="pair"
        :here="i === marked"
        :busy="busy"
        @meant="meant(pair.key)"
        @take-out="takeOut"
        @mouseenter="marked = i"
      />
      <FindingRow
        v-for="(row, i) in rows"
        :key="row.key"
        :kind="shown"
        :row="row"
        :here="i === marked"
        :busy="busy"
        @meant="meant(row.key)"
        @take-out="takeOut"
        @reviewed="reviewed"
        @teach="teach"
        @fix-link="fixLink"
        @mouseenter="marked = i"
      />
      <p v-if="health?.computing && health.computedAt === null" class="quiet" role="status">
        Looking for conflicts, near copies and unreachable passages …
      </p>
      <div v-else-if="keys.length === 0 && health" class="empty panel">
        <p>
          Nothing of this kind.
          {{ all ? 'The other counts above want a look.' : 'The library is in good health.' }}
        </p>
      </div>
    </div>
  </div>
</template>

<style scoped>
.kinds {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  border: 1px solid var(--line);
  border-radius: var(--round-large);
  overflow: hidden;
  background: var(--surface);
}
.kinds button {
  display: grid;
  gap: 2px;
  padding: 10px 12px;
  border: 0;
  border-right: 1px solid var(--line);
  background: none;
  color: var(--ink);
  text-align: left;
  cursor: pointer;
  border-top: 4px solid transparent;
}
.kinds button:last-child {
  border-right: 0;
}
.kinds b {
  font: 650 var(--text-heading) / 1 var(--display);
}
.kinds span {
  font-size: var(--text-small);
}
.kinds .none b {
  color: var(--muted);
}
.kinds [aria-pressed='true'] {
  border-top-color: var(--harbour);
  background: var(--harbour-soft);
}
.means {
  margin: 12px 0;
}
@media (width <= 960px) {
  .kinds {
    grid-template-columns: repeat(3, 1fr);
  }
}
</style>
