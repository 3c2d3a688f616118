<script setup lang="ts">
import { CalendarDays } from '@lucide/vue'
import DatePicker from 'primevue/datepicker'
import InputText from 'primevue/inputtext'
import Popover from 'primevue/popover'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { calendarDay, isoDay, shownDay } from './calendarDay.ts'

/** A day: typed as one writes it, or picked from a calendar; kept as "2027-03-01". What is no day is taken back. */
defineOptions({ inheritAttrs: false })
const day = defineModel<string | null>({ required: true })
const { disabled = false } = defineProps<{ disabled?: boolean }>()
const typed = ref(shownDay(day.value))
const popover = useTemplateRef('popover')
watch(day, (now) => (typed.value = shownDay(now)))
const picked = computed({
  get: () => (day.value ? new Date(`${day.value}T00:00:00`) : null),
  set: (date: Date | null) => {
    day.value = date ? isoDay(date) : null
    popover.value?.hide()
  },
})

async function take(): Promise<void> {
  const read = calendarDay(typed.value, isoDay(new Date()))
  if (read !== null) day.value = read
  else if (!typed.value.trim()) day.value = null
  // What was typed is shown first, so that the field changes even where it goes back to what stood there.
  await nextTick()
  typed.value = shownDay(day.value)
}
</script>

<template>
  <span class="day"
    ><InputText
      v-bind="$attrs"
      v-model="typed"
      size="small"
      maxlength="12"
      :disabled="disabled"
      :placeholder="$t('shell.dayField.example')"
      @change="take"
    /><button
      type="button"
      :disabled="disabled"
      :aria-label="$t('shell.dayField.calendar')"
      @click="popover?.toggle($event)"
    >
      <CalendarDays :size="16" aria-hidden="true" />
    </button>
    <Popover ref="popover"><DatePicker v-model="picked" inline /></Popover>
  </span>
</template>

<style scoped>
.day {
  display: inline-flex;
  position: relative;
}
.day :deep(input) {
  width: 134px;
  padding-right: 30px;
  font-variant-numeric: tabular-nums;
}
button {
  position: absolute;
  right: 3px;
  top: 50%;
  translate: 0 -50%;
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--muted);
  cursor: pointer;
}
button:hover {
  color: var(--harbour);
}
</style>
