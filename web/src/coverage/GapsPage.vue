<script setup lang="ts">
import { GAP_STATES, type GapState } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Paginator from 'primevue/paginator'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { count, day, moment, whole } from '../shell/format.ts'
import { typingSomewhere } from '../shell/typing.ts'
import GapTable from './GapTable.vue'
import HowCounted from './HowCounted.vue'
import { GAP_ROWS, useGapList } from './useGapList.ts'
import { STATE_WORDS } from './words.ts'

const router = useRouter()
const { gapState, sort, search, offset, state, list, rows, marked, step, topics, regroup, busy } =
  useGapList(useRoute().query.state)
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

onKeyStroke(['j', 'k', 'Enter'], (event) => {
  const isPressed = event.key === 'Enter' && (event.target as HTMLElement).closest('button, a')
  if (typingSomewhere(event) || isPressed) return
  if (event.key === 'Enter') return void (marked.value && router.push(`/gaps/${marked.value}`))
  step(event.key === 'j' ? 1 : -1)
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
        v-if="topics"
        text
        size="small"
        :label="topics.running ? 'Grouping …' : 'Group anew'"
        :disabled="topics.running"
        :loading="busy"
        :title="
          topics.at
            ? `Grouped ${moment(topics.at)}: ${topics.topics} topics of ${topics.wordings} wordings`
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
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <div v-if="state.status === 'ready' && rows.length === 0" class="empty panel">
      <p>{{ search ? 'No such topic.' : EMPTY[gapState] }}</p>
    </div>
    <GapTable v-else-if="rows.length" :rows="rows" :marked="marked" states />
    <Paginator
      v-if="(list?.total ?? 0) > GAP_ROWS"
      :rows="GAP_ROWS"
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
