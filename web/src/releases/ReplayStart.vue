<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { DraftChange, ReplayInput, ReplayValidity } from '@janua/contracts'
import Button from 'primevue/button'
import MultiSelect from 'primevue/multiselect'
import Select from 'primevue/select'
import { ref } from 'vue'
import DayField from '../shell/DayField.vue'

const { changes, items, busy } = defineProps<{
  changes: DraftChange[]
  items: number[]
  busy: boolean
}>()
const emit = defineEmits<{ start: [input: ReplayInput] }>()
const DAY = 86_400_000
const dayBefore = (days: number) => new Date(Date.now() - days * DAY).toISOString().slice(0, 10)
const from = ref<string | null>(dayBefore(28))
const to = ref<string | null>(dayBefore(-1))
const validity = ref<ReplayValidity>('asked')
const chosen = ref<number[]>(items)
const VALIDITY = [
  { value: 'asked', label: t('releases.replayStart.asOfWhenIt') },
  { value: 'now', label: t('releases.replayStart.asOfNow') },
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
      ><span>{{ $t('releases.replayStart.questionsFrom') }}</span
      ><DayField v-model="from" required data-test="replay-from"
    /></label>
    <label class="field"
      ><span>{{ $t('releases.replayStart.upToNotIncluding') }}</span
      ><DayField v-model="to" required
    /></label>
    <label class="field"
      ><span>{{ $t('releases.replayStart.datesAndSeasons') }}</span
      ><Select
        v-model="validity"
        :options="VALIDITY"
        option-label="label"
        option-value="value"
        size="small"
    /></label>
    <label class="field grow"
      ><span>{{ $t('releases.replayStart.changes') }}</span
      ><MultiSelect
        v-model="chosen"
        :options="changes"
        option-label="title"
        option-value="item"
        size="small"
        :placeholder="$t('releases.replayStart.theWholeDraft')"
        :max-selected-labels="2"
        selected-items-label="{0} changes"
    /></label>
    <Button
      type="submit"
      :label="$t('releases.replayStart.askAgain')"
      :loading="busy"
      data-test="replay-start"
    />
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
