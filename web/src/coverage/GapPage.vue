<script setup lang="ts">
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, ref, watch } from 'vue'
import { count, percent, whole } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useRemote } from '../shell/useRemote.ts'
import GapFixed from './GapFixed.vue'
import GapWork from './GapWork.vue'
import FixExtend from './FixExtend.vue'
import FixTeach from './FixTeach.vue'
import FixWrite from './FixWrite.vue'
import NearestWhy from './NearestWhy.vue'
import TopicTools from './TopicTools.vue'
import TopicWordings from './TopicWordings.vue'
import SparkLine from './SparkLine.vue'
import { STATE_WORDS, withMargin, worth } from './words.ts'

/** One topic: its own words, why the nearest passages were not enough, and the fix beside it. */
const { id } = defineProps<{ id: number }>()
const session = useSession()
const { state, reload: load } = useRemote(() => `/gaps/${id}` as const, undefined, {
  hears: ['figures'],
})
const { state: effect, reload: loadEffect } = useRemote(() => `/gaps/${id}/effect` as const)
/** Only what holds for the draft as it is: what a fix did not yet change would be read as what it does. */
const shownEffect = computed(() => (effect.value.status === 'ready' ? effect.value.value : null))
const sheet = computed(() => state.value.value)
const kind = ref<'teach' | 'extend' | 'write'>('teach')
const chosen = ref<string[]>([])
const KINDS = [
  { value: 'teach', label: 'Teach phrasings' },
  { value: 'extend', label: 'Extend an article' },
  { value: 'write', label: 'Write an article' },
]
const FITS = {
  teach: 'An article nearly has it: teach it the wording.',
  extend: 'An article has part of it: add what is missing.',
  write: 'Nothing has it: write it.',
}
const isDone = computed(
  () => sheet.value !== undefined && ['in draft', 'published', 'fixed'].includes(sheet.value.state),
)

watch(
  () => sheet.value?.topic,
  () => sheet.value && (kind.value = sheet.value.fix.kind),
  { immediate: true },
)
// Figures may tell of a fix before the answer to its request does: what was counted without it is no longer shown.
watch(
  () => sheet.value?.fixes[0]?.id,
  () => effect.value.status === 'ready' && void loadEffect(),
)
async function changed(): Promise<void> {
  chosen.value = []
  await Promise.all([load(), loadEffect(), session.refreshRelease()])
}
</script>

<template>
  <div class="page">
    <Message v-if="state.status === 'failed'" severity="error"
      >{{ state.reason }} <RouterLink to="/gaps">All gaps</RouterLink></Message
    >
    <div v-if="sheet" class="columns">
      <section class="stack">
        <header class="stack">
          <p class="small">
            <RouterLink to="/gaps">Gaps</RouterLink
            ><span class="quiet">
              › {{ STATE_WORDS[sheet.state]
              }}<template v-if="sheet.reopened">, opened again</template></span
            >
          </p>
          <h1 data-test="gap-title">{{ sheet.label }}</h1>
          <p class="row facts">
            <span
              ><strong>{{
                sheet.aWeek >= 10 ? whole(Math.round(sheet.aWeek)) : sheet.aWeek.toFixed(1)
              }}</strong>
              a week</span
            ><SparkLine
              :values="sheet.weeks"
              :rising="sheet.trend.stands && (sheet.trend.ratio ?? 2) > 1"
              :label="`By week: ${sheet.weeks.join(', ')}`"
            /><span v-if="sheet.trend.stands && sheet.trend.isNew" class="new">new this week</span
            ><span v-else-if="sheet.trend.stands && sheet.trend.ratio" class="new"
              >{{ sheet.trend.ratio.toFixed(1) }} × the weeks before</span
            ><span
              >covered <strong>{{ withMargin(sheet.coverage, sheet.low, sheet.high) }}</strong><span
                v-if="sheet.few"
                class="quiet"
              >
                few</span
              ></span
            ><span
              >fixing is worth up to <strong>{{ worth(sheet.potential) }}</strong> right answers a
              week</span
            ><span v-if="sheet.saves"
              >{{ sheet.saves.hours.toFixed(1) }} hours<template v-if="sheet.saves.cost !== null">
                or {{ sheet.saves.currency }}{{ Math.round(sheet.saves.cost) }}</template
              >
              of agents’ work a week</span
            >
          </p>
          <p v-if="sheet.words.length" class="small quiet">
            set apart by: {{ sheet.words.join(', ') }}
          </p>
        </header>
        <div v-if="sheet.after.asked" class="small after">
          <strong>What became of them:</strong> of
          {{ count(sheet.after.asked, 'conversation') }} without an answer,
          {{ sheet.after.left }} left, {{ sheet.after.insisted }} asked again,
          {{ sheet.after.handedOver }} went to a person<template v-if="sheet.after.queues.length">
            ({{ sheet.after.queues.map(({ name, n }) => `${name} ${n}`).join(', ') }})</template
          ><template v-if="sheet.after.handleMinutes !== null"
            >, which took an agent {{ sheet.after.handleMinutes.toFixed(0) }} minutes
            (median)</template
          >.
        </div>
        <TopicWordings v-model="chosen" :sheet="sheet" :effect="shownEffect" />
        <TopicTools :sheet="sheet" :chosen="chosen" @changed="changed" />
        <NearestWhy :sheet="sheet" />
      </section>
      <aside class="stack">
        <section v-if="sheet.closed" class="panel stack answered-now" data-test="gap-closed">
          <h2>Answered since</h2>
          <p class="small">
            Release {{ sheet.closed.release }} answers its questions although nobody fixed this gap
            on purpose: asked again, or since, <strong>{{ percent(sheet.closed.share) }}</strong> of
            {{ sheet.closed.n }} come out right. It opens again by itself when that no longer holds.
          </p>
        </section>
        <GapFixed v-if="sheet.fixes.length" :sheet="sheet" :effect="shownEffect" />
        <section class="panel stack" data-test="fix-panel">
          <h2>{{ isDone ? 'Fix it otherwise' : 'Fix it' }}</h2>
          <p class="small quiet">
            {{ FITS[sheet.fix.kind]
            }}<template v-if="sheet.fix.title && sheet.fix.kind !== 'write'">
              Of its questions {{ percent(sheet.fix.share) }} come nearest to “{{
                sheet.fix.title
              }}”.</template
            >
          </p>
          <SelectButton
            v-model="kind"
            :options="KINDS"
            option-label="label"
            option-value="value"
            :allow-empty="false"
            size="small"
            aria-label="How to fix it"
            data-test="fix-kind"
          />
          <FixTeach v-if="kind === 'teach'" :key="`teach ${id}`" :sheet="sheet" @fixed="changed" />
          <FixExtend
            v-else-if="kind === 'extend'"
            :key="`extend ${id}`"
            :sheet="sheet"
            @fixed="changed"
          />
          <FixWrite v-else :key="`write ${id}`" :sheet="sheet" @fixed="changed" />
        </section>
        <GapWork :sheet="sheet" @changed="changed" />
      </aside>
    </div>
  </div>
</template>

<style scoped>
section.stack {
  gap: 18px;
}
header {
  gap: 6px;
}
.facts {
  gap: 6px 18px;
  font-variant-numeric: tabular-nums;
}
.new {
  background: var(--brick-soft);
  color: var(--brick);
  border-radius: var(--round-small);
  padding: 1px 6px;
  font-weight: 600;
  font-size: var(--text-small);
}
.after {
  border-left: 3px solid var(--plum);
  padding-left: 12px;
}
aside .answered-now {
  border-left: 4px solid var(--moss);
}
aside .panel {
  gap: 12px;
}
</style>
