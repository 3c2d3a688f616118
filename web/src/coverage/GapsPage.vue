<script setup lang="ts">
import { GAP_STATES, type GapState } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Paginator from 'primevue/paginator'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { post } from '../shell/api.ts'
import { count, day, moment, whole } from '../shell/format.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { useAction } from '../shell/useAction.ts'
import { useListing } from '../shell/useListing.ts'
import { useRemote } from '../shell/useRemote.ts'
import GapTable from './GapTable.vue'
import HowCounted from './HowCounted.vue'
import { STATE_WORDS } from './words.ts'

const ROWS = 15
const route = useRoute()
const router = useRouter()
const { run, busy } = useAction()
const gapState = ref<GapState>(GAP_STATES.find((each) => each === route.query.state) ?? 'open')
const sort = ref<'worth' | 'volume' | 'newest' | 'coverage'>('worth')
const { search, words, offset } = useListing(() => [gapState.value, sort.value])
const marked = ref<number | null>(null)
const { state: page } = useRemote(
  '/gaps',
  () => ({
    state: gapState.value,
    sort: sort.value,
    search: words.value,
    offset: offset.value,
    limit: ROWS,
  }),
  { hears: ['figures', 'topics'] },
)
const { state: topics, reload: loadTopics } = useRemote('/topics/state', undefined, {
  hears: ['topics'],
})
const list = computed(() => page.value.value)
const rows = computed(() => list.value?.rows ?? [])
const STATES = computed(() =>
  GAP_STATES.map((value) => ({
    value,
    label: `${STATE_WORDS[value]} ${whole(list.value?.counts[value] ?? 0)}`,
  })),
)
const SORTS = [
  { value: 'worth', label: 'Worth most' },
  { value: 'volume', label: 'Asked most' },
  { value: 'newest', label: 'Growing' },
  { value: 'coverage', label: 'Covered least' },
]
const EMPTY: Record<GapState, string> = {
  open: 'No gap is open: what people ask is answered, or is being fixed.',
  'in work': 'Nobody works on a gap. Open one and say who does, until when.',
  'in draft': 'No fix of a gap waits in the draft.',
  published: 'No published fix waits for questions.',
  fixed:
    'No gap is fixed yet. Janua says so by itself, once a published release answers a gap’s questions as promised.',
  'will not cover': 'There is nothing that you have decided not to cover.',
}

watch(
  rows,
  (now) => {
    if (!now.some(({ topic }) => topic === marked.value)) marked.value = now[0]?.topic ?? null
  },
  { immediate: true },
)
async function regroup(): Promise<void> {
  await run(() => post('/topics/regroup'), 'All questions are being grouped anew')
  await loadTopics()
}
onKeyStroke(['j', 'k', 'Enter'], (event) => {
  if (
    typingSomewhere(event) ||
    (event.key === 'Enter' && (event.target as HTMLElement).closest('button, a'))
  )
    return
  if (event.key === 'Enter') return void (marked.value && router.push(`/gaps/${marked.value}`))
  const at = rows.value.findIndex(({ topic }) => topic === marked.value)
  marked.value =
    rows.value[Math.min(rows.value.length - 1, Math.max(0, at + (event.key === 'j' ? 1 : -1)))]
      ?.topic ?? null
  document.querySelector('[data-marked="true"]')?.scrollIntoView({ block: 'nearest' })
})
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1 data-test="gaps-head">
          <template v-if="list"
            >{{ count(list.counts.open, 'open gap') }}, worth up to
            {{ Math.round(list.worth) }} right answers a week</template
          ><template v-else>Gaps</template>
        </h1>
        <p v-if="list" class="quiet">
          What people ask in many words and get no right answer to, from
          {{ day(list.weeks.from) }} to {{ day(list.weeks.to) }}.
          {{ count(list.alone, 'wording') }} stand alone; any can be
          <RouterLink to="/unsettled">fixed one by one</RouterLink>.
        </p>
      </div>
      <Button
        v-if="topics.value"
        text
        size="small"
        :label="topics.value.running ? 'Grouping …' : 'Group anew'"
        :disabled="topics.value.running"
        :loading="busy"
        :title="
          topics.value.at
            ? `Grouped ${moment(topics.value.at)}: ${topics.value.topics} topics of ${topics.value.wordings} wordings`
            : ''
        "
        data-test="regroup"
        @click="regroup"
      />
    </div>
    <div class="row tools">
      <SelectButton
        v-model="gapState"
        :options="STATES"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        size="small"
        aria-label="State"
        data-test="gap-states"
      />
      <InputText
        v-model="search"
        size="small"
        class="grow"
        placeholder="Search topics"
        aria-label="Search topics"
        data-test="search"
      />
      <Select
        v-model="sort"
        :options="SORTS"
        option-label="label"
        option-value="value"
        size="small"
        aria-label="Order"
      />
    </div>
    <Message v-if="page.status === 'failed'" severity="error">{{ page.reason }}</Message>
    <div v-if="page.status === 'ready' && rows.length === 0" class="empty panel">
      <p>{{ search ? 'No such topic.' : EMPTY[gapState] }}</p>
    </div>
    <GapTable v-else-if="rows.length" :rows="rows" :marked="marked" states />
    <Paginator
      v-if="(list?.total ?? 0) > ROWS"
      :rows="ROWS"
      :total-records="list?.total"
      :first="offset"
      template="PrevPageLink CurrentPageReport NextPageLink"
      :current-page-report-template="`{first} to {last} of ${count(list?.total ?? 0, 'gap')}`"
      @page="offset = $event.first"
    />
    <HowCounted class="how"
      >A topic is a group of questions that ask the same. It is a gap while its questions are not
      answered from your content, or wrongly. “Up to” is what is uncovered a week, times the share
      that fixes of this kind have reached{{ ' ' }}(until ten of yours are known, Janua’s own).
      “New” and red courses stand at a false-discovery rate of 10 %.</HowCounted
    >
  </div>
</template>

<style scoped>
.tools {
  margin-bottom: 10px;
  flex-wrap: nowrap;
}
.how {
  margin-top: 14px;
}
@media (width <= 960px) {
  .tools {
    flex-wrap: wrap;
  }
}
</style>
