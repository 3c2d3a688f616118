<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Door, Queue } from '@janua/contracts'
import type { Condition } from '@janua/core'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import MultiSelect from 'primevue/multiselect'
import Select from 'primevue/select'
import WordChips from './WordChips.vue'

/** The fields of one condition. */
const condition = defineModel<Condition>({ required: true })
const { topics } = defineProps<{
  queues: Queue[]
  doors: Door[]
  collections: string[]
  topics: { id: number; name: string }[]
}>()
const FORMS = [
  { value: 'any form', label: t('handover.conditionFields.inAnyForm') },
  { value: 'written', label: t('handover.conditionFields.asWritten') },
]
const LANGUAGES = [
  { value: 'en', label: t('handover.conditionFields.english') },
  { value: 'de', label: t('handover.conditionFields.german') },
]
/** Every option of a topic condition, those chosen before among them, although they may be gone by now. */
const topicOptions = (chosen: { id: number; name: string }[]) => [
  ...chosen.filter(({ id }) => !topics.some((topic) => topic.id === id)),
  ...topics,
]
</script>

<template>
  <template v-if="condition.on === 'told'">
    <InputText
      :model-value="condition.field"
      size="small"
      class="field"
      :placeholder="$t('handover.conditionFields.mail')"
      :aria-label="$t('handover.conditionFields.field')"
      @update:model-value="condition = { ...condition, field: $event ?? '' }"
    />
    <WordChips
      :model-value="condition.any"
      class="grow"
      @update:model-value="condition = { ...condition, any: $event }"
    />
  </template>
  <template v-else-if="condition.on === 'words'">
    <WordChips
      :model-value="condition.any"
      class="grow"
      @update:model-value="condition = { ...condition, any: $event }"
    />
    <Select
      :model-value="condition.as ?? 'any form'"
      :options="FORMS"
      option-label="label"
      option-value="value"
      size="small"
      :aria-label="$t('handover.conditionFields.howWordsAreMatched')"
      data-test="word-form"
      @update:model-value="condition = { ...condition, as: $event }"
    />
  </template>
  <MultiSelect
    v-else-if="condition.on === 'collection'"
    :model-value="condition.any"
    :options="collections"
    size="small"
    display="chip"
    :aria-label="$t('handover.conditionFields.collections')"
    class="grow"
    @update:model-value="condition = { ...condition, any: $event }"
  />
  <MultiSelect
    v-else-if="condition.on === 'door'"
    :model-value="condition.any"
    :options="doors"
    option-label="title"
    option-value="id"
    size="small"
    :aria-label="$t('common.doors')"
    @update:model-value="condition = { ...condition, any: $event }"
  />
  <MultiSelect
    v-else-if="condition.on === 'language'"
    :model-value="condition.any"
    :options="LANGUAGES"
    option-label="label"
    option-value="value"
    size="small"
    :aria-label="$t('handover.conditionFields.languages')"
    @update:model-value="condition = { ...condition, any: $event }"
  />
  <MultiSelect
    v-else-if="condition.on === 'topic'"
    :model-value="condition.any"
    :options="topicOptions(condition.any)"
    option-label="name"
    data-key="id"
    filter
    size="small"
    display="chip"
    :aria-label="$t('handover.conditionFields.topics')"
    class="grow"
    @update:model-value="condition = { ...condition, any: $event }"
  />
  <span v-else-if="condition.on === 'hour'" class="row"
    >{{ $t('handover.conditionFields.from') }}
    <InputNumber
      :model-value="condition.from"
      :min="0"
      :max="23"
      size="small"
      input-class="short"
      :aria-label="$t('handover.conditionFields.fromTheHour')"
      @update:model-value="condition = { ...condition, from: $event ?? 0 }"
    />
    {{ $t('common.to') }}
    <InputNumber
      :model-value="condition.to"
      :min="0"
      :max="24"
      size="small"
      input-class="short"
      :aria-label="$t('handover.conditionFields.toTheHour')"
      @update:model-value="condition = { ...condition, to: $event ?? 24 }"
    />
    {{ $t('handover.conditionFields.oclock') }}</span
  >
  <span v-else-if="condition.on === 'looks like'" class="row">
    <Select
      :model-value="condition.queue"
      :options="queues"
      option-label="name"
      option-value="id"
      size="small"
      :aria-label="$t('handover.conditionFields.looksLikeWhichQueue')"
      @update:model-value="condition = { ...condition, queue: $event }"
    />
    {{ $t('handover.conditionFields.sureAtLeast') }}
    <InputNumber
      :model-value="condition.atLeast"
      :min="0.05"
      :max="0.99"
      :step="0.05"
      :max-fraction-digits="2"
      size="small"
      input-class="short"
      :aria-label="$t('handover.conditionFields.sureAtLeast2')"
      @update:model-value="condition = { ...condition, atLeast: $event ?? 0.8 }"
    />
  </span>
  <InputNumber
    v-else-if="condition.on === 'tone'"
    :model-value="condition.atLeast"
    :min="0.05"
    :max="1"
    :step="0.05"
    :max-fraction-digits="2"
    size="small"
    input-class="short"
    :aria-label="$t('handover.conditionFields.toneAtLeast')"
    @update:model-value="condition = { ...condition, atLeast: $event ?? 0.5 }"
  />
  <InputNumber
    v-else
    :model-value="condition.atLeast"
    :min="1"
    :max="50"
    size="small"
    input-class="short"
    :aria-label="$t('handover.conditionFields.earlierContactsAtLeast')"
    @update:model-value="condition = { ...condition, atLeast: $event ?? 1 }"
  />
</template>

<style scoped>
.field {
  width: 110px;
}
:deep(.short) {
  width: 72px;
}
</style>
