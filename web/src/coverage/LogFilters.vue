<script setup lang="ts">
import {
  type Door,
  LOG_OUTCOMES,
  type LogFilter,
  type ReleaseRow,
  type TopicList,
  VERDICTS,
} from '@janua/contracts'
import { useDebounceFn } from '@vueuse/core'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed, onMounted, shallowRef } from 'vue'
import { OUTCOMES } from '../answering/outcomes.ts'
import { get } from '../shell/api.ts'
import { NO_FILTER } from './useLog.ts'

/** What of the log is shown: the usual filters at hand, the others behind "more". */
const filter = defineModel<LogFilter>({ required: true })
const doors = shallowRef<Door[]>([])
const releases = shallowRef<ReleaseRow[]>([])
const topics = shallowRef<TopicList>([])
const items = shallowRef<{ id: number; title: string }[]>([])
const OUTCOME = LOG_OUTCOMES.map((value) => ({
  value,
  label: value === 'elsewhere' ? 'not from your content' : OUTCOMES[value].name,
}))
const REVIEWED = [
  { value: 'none', label: 'not reviewed' },
  { value: 'any', label: 'reviewed' },
  ...VERDICTS.map((value) => ({ value, label: value })),
]
const VOTES = [
  { value: 'down', label: 'voted down' },
  { value: 'up', label: 'voted up' },
  { value: 'any', label: 'voted on' },
]
const SURE = [
  { value: '0-0.3', label: 'sure below 0.3' },
  { value: '0.3-0.6', label: 'sure 0.3 to 0.6' },
  { value: '0.6-0.8', label: 'sure 0.6 to 0.8' },
  { value: '0.8-1', label: 'sure above 0.8' },
]
const sureness = computed(
  () =>
    SURE.find(({ value }) => value === `${filter.value.sureFrom ?? 0}-${filter.value.sureTo ?? 1}`)
      ?.value ?? null,
)
function setSure(range: string | null): void {
  const [from, to] = range?.split('-').map(Number) ?? []
  set({ sureFrom: from ?? null, sureTo: to ?? null })
}
const LANGUAGES = [
  { value: 'en', label: 'English' },
  { value: 'de', label: 'German' },
]
const CHANNELS = [
  { value: 'chat', label: 'visitor’s window' },
  { value: 'imported', label: 'imported log' },
]
const set = (part: Partial<LogFilter>) => (filter.value = { ...filter.value, ...part })
const search = useDebounceFn((text: string) => set({ search: text }), 250)
const extra = computed(() =>
  [
    filter.value.hour !== null && `asked at ${filter.value.hour}:00`,
    filter.value.collection !== null && `collection: ${filter.value.collection || 'none'}`,
    (filter.value.sureFrom !== null || filter.value.sureTo !== null) &&
      sureness.value === null &&
      `sure ${filter.value.sureFrom ?? 0} to ${filter.value.sureTo ?? 1}`,
  ].filter(Boolean),
)
const isSet = computed(() => JSON.stringify(filter.value) !== JSON.stringify(NO_FILTER))

onMounted(async () => {
  const [theDoors, theReleases, theTopics, library, fixed] = await Promise.all([
    get('/doors'),
    get('/releases'),
    get('/topics'),
    get('/articles', { kind: 'library', limit: 200, sort: 'title', order: 'asc' }),
    get('/articles', { kind: 'fixed', limit: 200, sort: 'title', order: 'asc' }),
  ])
  doors.value = theDoors
  releases.value = theReleases
  topics.value = theTopics
  items.value = [...library.rows, ...fixed.rows]
})
</script>

<template>
  <div class="filters">
    <InputText
      :model-value="filter.search"
      size="small"
      class="search"
      placeholder="Words of the question"
      aria-label="Words of the question"
      data-test="log-search"
      @update:model-value="search($event ?? '')"
    />
    <label
      ><span class="visually-hidden">From</span
      ><InputText
        :model-value="filter.from ?? ''"
        type="date"
        size="small"
        aria-label="From"
        @update:model-value="set({ from: $event || null })"
    /></label>
    <label
      ><span class="visually-hidden">To</span
      ><InputText
        :model-value="filter.to ?? ''"
        type="date"
        size="small"
        aria-label="To"
        @update:model-value="set({ to: $event || null })"
    /></label>
    <Select
      :model-value="filter.outcome"
      :options="OUTCOME"
      option-label="label"
      option-value="value"
      show-clear
      size="small"
      placeholder="Any outcome"
      aria-label="Outcome"
      data-test="log-outcome"
      @update:model-value="set({ outcome: $event ?? null })"
    />
    <Select
      :model-value="filter.reviewed"
      :options="REVIEWED"
      option-label="label"
      option-value="value"
      show-clear
      size="small"
      placeholder="Reviewed or not"
      aria-label="Reviewed"
      data-test="log-reviewed"
      @update:model-value="set({ reviewed: $event ?? null })"
    />
    <Select
      :model-value="filter.vote"
      :options="VOTES"
      option-label="label"
      option-value="value"
      show-clear
      size="small"
      placeholder="Votes"
      aria-label="Votes"
      @update:model-value="set({ vote: $event ?? null })"
    />
    <Select
      :model-value="filter.topic"
      :options="[{ id: 0, label: 'stands alone', times: 0 }, ...topics]"
      option-label="label"
      option-value="id"
      show-clear
      filter
      size="small"
      placeholder="Topic"
      aria-label="Topic"
      class="topic"
      @update:model-value="set({ topic: $event ?? null })"
    />
    <Select
      :model-value="sureness"
      :options="SURE"
      option-label="label"
      option-value="value"
      show-clear
      size="small"
      placeholder="How sure"
      aria-label="How sure"
      @update:model-value="setSure($event)"
    />
    <Select
      :model-value="filter.item"
      :options="items"
      option-label="title"
      option-value="id"
      show-clear
      filter
      size="small"
      placeholder="Answered from"
      aria-label="Answered from"
      class="topic"
      @update:model-value="set({ item: $event ?? null })"
    />
    <Select
      :model-value="filter.door"
      :options="doors"
      option-label="title"
      option-value="id"
      show-clear
      size="small"
      placeholder="Door"
      aria-label="Door"
      @update:model-value="set({ door: $event ?? null })"
    />
    <Select
      :model-value="filter.release"
      :options="releases"
      :option-label="(row: ReleaseRow) => `Release ${row.number}`"
      option-value="number"
      show-clear
      size="small"
      placeholder="Release"
      aria-label="Release"
      @update:model-value="set({ release: $event ?? null })"
    />
    <Select
      :model-value="filter.language"
      :options="LANGUAGES"
      option-label="label"
      option-value="value"
      show-clear
      size="small"
      placeholder="Language"
      aria-label="Language"
      @update:model-value="set({ language: $event ?? null })"
    />
    <Select
      :model-value="filter.channel"
      :options="CHANNELS"
      option-label="label"
      option-value="value"
      show-clear
      size="small"
      placeholder="Channel"
      aria-label="Channel"
      @update:model-value="set({ channel: $event ?? null })"
    />
    <span v-for="each in extra" :key="String(each)" class="small chip">{{ each }}</span>
    <button
      v-if="isSet"
      type="button"
      class="bare small"
      data-test="log-clear"
      @click="filter = { ...NO_FILTER }"
    >
      Show all
    </button>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-bottom: 12px;
}
.search {
  width: 240px;
}
.topic {
  max-width: 220px;
}
.chip {
  background: var(--harbour-soft);
  border-radius: var(--round-small);
  padding: 3px 8px;
}
</style>
