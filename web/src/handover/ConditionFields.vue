<script setup lang="ts">
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
  { value: 'any form', label: 'in any form' },
  { value: 'written', label: 'as written' },
]
const LANGUAGES = [
  { value: 'en', label: 'English' },
  { value: 'de', label: 'German' },
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
      placeholder="mail"
      aria-label="Field"
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
      aria-label="How words are matched"
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
    aria-label="Collections"
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
    aria-label="Doors"
    @update:model-value="condition = { ...condition, any: $event }"
  />
  <MultiSelect
    v-else-if="condition.on === 'language'"
    :model-value="condition.any"
    :options="LANGUAGES"
    option-label="label"
    option-value="value"
    size="small"
    aria-label="Languages"
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
    aria-label="Topics"
    class="grow"
    @update:model-value="condition = { ...condition, any: $event }"
  />
  <span v-else-if="condition.on === 'hour'" class="row"
    >from
    <InputNumber
      :model-value="condition.from"
      :min="0"
      :max="23"
      size="small"
      input-class="short"
      aria-label="From the hour"
      @update:model-value="condition = { ...condition, from: $event ?? 0 }"
    />
    to
    <InputNumber
      :model-value="condition.to"
      :min="0"
      :max="24"
      size="small"
      input-class="short"
      aria-label="To the hour"
      @update:model-value="condition = { ...condition, to: $event ?? 24 }"
    />
    o’clock</span
  >
  <span v-else-if="condition.on === 'looks like'" class="row">
    <Select
      :model-value="condition.queue"
      :options="queues"
      option-label="name"
      option-value="id"
      size="small"
      aria-label="Looks like which queue"
      @update:model-value="condition = { ...condition, queue: $event }"
    />
    sure at least
    <InputNumber
      :model-value="condition.atLeast"
      :min="0.05"
      :max="0.99"
      :step="0.05"
      :max-fraction-digits="2"
      size="small"
      input-class="short"
      aria-label="Sure at least"
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
    aria-label="Tone at least"
    @update:model-value="condition = { ...condition, atLeast: $event ?? 0.5 }"
  />
  <InputNumber
    v-else
    :model-value="condition.atLeast"
    :min="1"
    :max="50"
    size="small"
    input-class="short"
    aria-label="Earlier contacts at least"
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
