<script setup lang="ts">
import { t } from '../shell/i18n.ts'
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
import DayField from '../shell/DayField.vue'

/** What of the log is shown: the usual filters at hand, the others behind "more". */
const filter = defineModel<LogFilter>({ required: true })
const doors = shallowRef<Door[]>([])
const releases = shallowRef<ReleaseRow[]>([])
const topics = shallowRef<TopicList>([])
const items = shallowRef<{ id: number; title: string }[]>([])
const OUTCOME = LOG_OUTCOMES.map((value) => ({
  value,
  label: value === 'elsewhere' ? t('coverage.logFilters.notFromYourContent') : OUTCOMES[value].name,
}))
const REVIEWED = [
  { value: 'none', label: t('coverage.logFilters.notReviewed') },
  { value: 'any', label: t('coverage.logFilters.reviewed2') },
  ...VERDICTS.map((value) => ({ value, label: value })),
]
const VOTES = [
  { value: 'down', label: t('coverage.logFilters.votedDown') },
  { value: 'up', label: t('coverage.logFilters.votedUp') },
  { value: 'any', label: t('coverage.logFilters.votedOn') },
]
const SURE = [
  { value: '0-0.3', label: t('coverage.logFilters.sureBelow03') },
  { value: '0.3-0.6', label: t('coverage.logFilters.sure03To') },
  { value: '0.6-0.8', label: t('coverage.logFilters.sure06To') },
  { value: '0.8-1', label: t('coverage.logFilters.sureAbove08') },
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
  { value: 'en', label: t('coverage.logFilters.english') },
  { value: 'de', label: t('coverage.logFilters.german') },
]
const CHANNELS = [
  { value: 'chat', label: t('coverage.logFilters.visitorsWindow') },
  { value: 'imported', label: t('coverage.logFilters.importedLog') },
]
const set = (part: Partial<LogFilter>) => (filter.value = { ...filter.value, ...part })
const search = useDebounceFn((text: string) => set({ search: text }), 250)
const extra = computed(() =>
  [
    filter.value.hour !== null && t('coverage.logFilters.askedAt00', { hour: filter.value.hour }),
    filter.value.collection !== null &&
      t('coverage.logFilters.collection', {
        name: filter.value.collection || t('coverage.logFilters.none'),
      }),
    (filter.value.sureFrom !== null || filter.value.sureTo !== null) &&
      sureness.value === null &&
      t('coverage.logFilters.sureTo', {
        sureFrom: filter.value.sureFrom ?? 0,
        sureTo: filter.value.sureTo ?? 1,
      }),
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
      :placeholder="$t('coverage.logFilters.wordsOfTheQuestion')"
      :aria-label="$t('coverage.logFilters.wordsOfTheQuestion')"
      data-test="log-search"
      @update:model-value="search($event ?? '')"
    />
    <label
      ><span class="visually-hidden">{{ $t('coverage.logFilters.from') }}</span
      ><DayField
        :model-value="filter.from ?? null"
        :aria-label="$t('coverage.logFilters.from')"
        @update:model-value="set({ from: $event })"
    /></label>
    <label
      ><span class="visually-hidden">{{ $t('coverage.logFilters.to') }}</span
      ><DayField
        :model-value="filter.to ?? null"
        :aria-label="$t('coverage.logFilters.to')"
        @update:model-value="set({ to: $event })"
    /></label>
    <Select
      :model-value="filter.outcome"
      :options="OUTCOME"
      option-label="label"
      option-value="value"
      show-clear
      size="small"
      :placeholder="$t('coverage.logFilters.anyOutcome')"
      :aria-label="$t('coverage.logFilters.outcome')"
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
      :placeholder="$t('coverage.logFilters.reviewedOrNot')"
      :aria-label="$t('coverage.logFilters.reviewed')"
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
      :placeholder="$t('coverage.logFilters.votes')"
      :aria-label="$t('coverage.logFilters.votes')"
      @update:model-value="set({ vote: $event ?? null })"
    />
    <Select
      :model-value="filter.topic"
      :options="[{ id: 0, label: $t('coverage.logFilters.standsAlone'), times: 0 }, ...topics]"
      option-label="label"
      option-value="id"
      show-clear
      filter
      size="small"
      :placeholder="$t('coverage.logFilters.topic')"
      :aria-label="$t('coverage.logFilters.topic')"
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
      :placeholder="$t('coverage.logFilters.howSure')"
      :aria-label="$t('coverage.logFilters.howSure')"
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
      :placeholder="$t('coverage.logFilters.answeredFrom')"
      :aria-label="$t('coverage.logFilters.answeredFrom')"
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
      :placeholder="$t('common.door')"
      :aria-label="$t('common.door')"
      @update:model-value="set({ door: $event ?? null })"
    />
    <Select
      :model-value="filter.release"
      :options="releases"
      :option-label="(row: ReleaseRow) => $t('coverage.logFilters.release', { number: row.number })"
      option-value="number"
      show-clear
      size="small"
      :placeholder="$t('coverage.logFilters.release2')"
      :aria-label="$t('coverage.logFilters.release2')"
      @update:model-value="set({ release: $event ?? null })"
    />
    <Select
      :model-value="filter.language"
      :options="LANGUAGES"
      option-label="label"
      option-value="value"
      show-clear
      size="small"
      :placeholder="$t('coverage.logFilters.language')"
      :aria-label="$t('coverage.logFilters.language')"
      @update:model-value="set({ language: $event ?? null })"
    />
    <Select
      :model-value="filter.channel"
      :options="CHANNELS"
      option-label="label"
      option-value="value"
      show-clear
      size="small"
      :placeholder="$t('coverage.logFilters.channel')"
      :aria-label="$t('coverage.logFilters.channel')"
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
      {{ $t('coverage.logFilters.showAll') }}
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
