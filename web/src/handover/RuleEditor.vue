<script setup lang="ts">
import type { Door, Queue } from '@janua/contracts'
import type { Condition, Rule } from '@janua/core'
import { X } from '@lucide/vue'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import MultiSelect from 'primevue/multiselect'
import Select from 'primevue/select'
import WordChips from './WordChips.vue'

const rule = defineModel<Rule & { key: number }>({ required: true })
defineProps<{ queues: Queue[]; doors: Door[]; collections: string[] }>()

const KINDS = [{ label: 'words in what is unsettled', value: 'words' }, { label: 'nearest passages are in', value: 'collection' }, { label: 'came through', value: 'door' }, { label: 'told us', value: 'told' }]
const JOINS = [{ label: 'any of these', value: 'any' }, { label: 'all of these', value: 'all' }]
const FIELDS = [{ label: 'name', value: 'name' }, { label: 'mail', value: 'mail' }]

function fresh(on: Condition['on']): Condition {
  if (on === 'told') return { on, field: 'mail', any: [] }
  return on === 'door' ? { on, any: [] } : { on, any: [] }
}
const set = (i: number, condition: Condition) => (rule.value = { ...rule.value, conditions: rule.value.conditions.with(i, condition) })
const drop = (i: number) => (rule.value = { ...rule.value, conditions: rule.value.conditions.toSpliced(i, 1) })
const add = () => (rule.value = { ...rule.value, conditions: [...rule.value.conditions, fresh('words')] })
const change = (part: Partial<Rule>) => (rule.value = { ...rule.value, ...part })
</script>

<template>
  <div class="rule">
    <div class="row">
      <InputText :model-value="rule.name" size="small" aria-label="Name of the rule" class="name" @update:model-value="change({ name: $event ?? '' })" />
      <span>goes to</span><Select :model-value="rule.queue" :options="queues" option-label="name" option-value="id" size="small" aria-label="Queue" @update:model-value="change({ queue: $event })" />
      <span>when</span><Select :model-value="rule.join" :options="JOINS" option-label="label" option-value="value" size="small" aria-label="Any or all" @update:model-value="change({ join: $event })" /><span>hold:</span>
    </div>
    <div v-for="(condition, i) in rule.conditions" :key="i" class="row condition">
      <Select :model-value="condition.on" :options="KINDS" option-label="label" option-value="value" size="small" aria-label="Kind of condition" @update:model-value="(on: Condition['on']) => set(i, fresh(on))" />
      <Select v-if="condition.on === 'told'" :model-value="condition.field" :options="FIELDS" option-label="label" option-value="value" size="small" aria-label="Field" @update:model-value="set(i, { ...condition, field: $event })" />
      <MultiSelect v-if="condition.on === 'door'" :model-value="condition.any" :options="doors" option-label="title" option-value="id" size="small" aria-label="Doors" @update:model-value="set(i, { ...condition, any: $event })" />
      <MultiSelect v-else-if="condition.on === 'collection'" :model-value="condition.any" :options="collections" size="small" display="chip" aria-label="Collections" class="grow" @update:model-value="set(i, { ...condition, any: $event })" />
      <WordChips v-else :model-value="condition.any" class="grow" @update:model-value="set(i, { ...condition, any: $event })" />
      <Button text size="small" aria-label="Remove this condition" @click="drop(i)"><X :size="15" /></Button>
    </div>
    <Button text size="small" label="Add a condition" @click="add" />
  </div>
</template>

<style scoped>
.rule { display: grid; gap: 8px; justify-items: start; }
.rule > .row { width: 100%; }
.name { font-weight: 600; width: 240px; }
</style>
