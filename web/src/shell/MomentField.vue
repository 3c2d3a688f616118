<script setup lang="ts">
import { computed } from 'vue'
import DayField from './DayField.vue'
import TimeField from './TimeField.vue'

/** A day and a time of it, by this browser's clock; kept as "2027-03-01T09:30", or "" for none. */
defineOptions({ inheritAttrs: false })
const moment = defineModel<string>({ required: true })
const { label } = defineProps<{
  /** What it says, for who hears the page. */
  label: string
}>()
/** The time of a day that was chosen and has none yet. */
const MORNING = '09:00'
const day = computed({
  get: () => moment.value.slice(0, 10) || null,
  set: (to: string | null) => (moment.value = to ? `${to}T${time.value}` : ''),
})
const time = computed({
  get: () => moment.value.slice(11, 16) || MORNING,
  set: (to: string) => {
    if (day.value) moment.value = `${day.value}T${to}`
  },
})
</script>

<template>
  <span class="moment"
    ><DayField v-bind="$attrs" v-model="day" :aria-label="label" /><TimeField
      v-if="day"
      v-model="time"
      :aria-label="$t('shell.momentField.time', { label })"
  /></span>
</template>

<style scoped>
.moment {
  display: inline-flex;
  gap: 6px;
}
</style>
