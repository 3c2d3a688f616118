<script setup lang="ts">
import type { DraftChange, ReplayInput, ReplayValidity } from '@janua/contracts'
import Button from 'primevue/button'
import MultiSelect from 'primevue/multiselect'
import Select from 'primevue/select'
import { ref } from 'vue'

const { changes, items, busy } = defineProps<{
  changes: DraftChange[]
  items: number[]
  busy: boolean
}>()
const emit = defineEmits<{ start: [input: ReplayInput] }>()
const DAY = 86_400_000
const dayBefore = (days: number) => new Date(Date.now() - days * DAY).toISOString().slice(0, 10)
const from = ref(dayBefore(28))
const to = ref(dayBefore(-1))
const validity = ref<ReplayValidity>('asked')
const chosen = ref<number[]>(items)
const VALIDITY = [
  { value: 'asked', label: 'as of when it was asked' },
  { value: 'now', label: 'as of now' },
]

function start(): void {
  emit('start', {
    from: `${from.value}T00:00:00Z`,
    to: `${to.value}T00:00:00Z`,
    validity: validity.value,
    items: chosen.value.length ? chosen.value : null,
  })
}
</script>

<template>
  <form class="panel start" @submit.prevent="start">
    <label class="field"
      ><span>Questions from</span
      ><input
        v-model="from"
        type="date"
        class="p-inputtext p-inputtext-sm"
        required
        data-test="replay-from"
    /></label>
    <label class="field"
      ><span>up to, not including</span
      ><input v-model="to" type="date" class="p-inputtext p-inputtext-sm" required
    /></label>
    <label class="field"
      ><span>Dates and seasons</span
      ><Select
        v-model="validity"
        :options="VALIDITY"
        option-label="label"
        option-value="value"
        size="small"
    /></label>
    <label class="field grow"
      ><span>Changes</span
      ><MultiSelect
        v-model="chosen"
        :options="changes"
        option-label="title"
        option-value="item"
        size="small"
        placeholder="The whole draft"
        :max-selected-labels="2"
        selected-items-label="{0} changes"
    /></label>
    <Button type="submit" label="Ask again" :loading="busy" data-test="replay-start" />
  </form>
</template>

<style scoped>
.start {
  display: flex;
  gap: 14px;
  align-items: flex-end;
  flex-wrap: wrap;
  margin-bottom: 16px;
  background: var(--harbour-soft);
}
.field > span {
  color: var(--ink);
}
</style>
