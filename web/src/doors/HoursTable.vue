<script setup lang="ts">
import { X } from '@lucide/vue'
import Button from 'primevue/button'
import { weekdays } from '../shell/format.ts'
import TimeField from '../shell/TimeField.vue'

const hours = defineModel<{ from: string; to: string }[][]>({ required: true })
const DAYS = weekdays()

function set(day: number, spans: { from: string; to: string }[]): void {
  hours.value = hours.value.with(day, spans)
}
function change(day: number, i: number, side: 'from' | 'to', value: string): void {
  const spans = hours.value[day]!
  set(
    day,
    spans.with(i, { ...spans[i]!, [side]: side === 'to' && value === '00:00' ? '24:00' : value }),
  )
}
const shown = (clock: string) => (clock === '24:00' ? '00:00' : clock)
</script>

<template>
  <div class="sideways">
    <table class="hours">
      <tbody>
        <tr v-for="(name, day) in DAYS" :key="name">
          <th scope="row">{{ name }}</th>
          <td>
            <span v-if="hours[day]!.length === 0" class="quiet">{{
              $t('doors.hoursTable.nobody')
            }}</span>
            <span v-for="(span, i) in hours[day]" :key="i" class="span">
              <TimeField
                :model-value="shown(span.from)"
                :aria-label="$t('doors.hoursTable.from', { name })"
                @update:model-value="change(day, i, 'from', $event)"
              />
              {{ $t('common.to') }}
              <TimeField
                :model-value="shown(span.to)"
                :aria-label="$t('doors.hoursTable.to', { name })"
                @update:model-value="change(day, i, 'to', $event)"
              />
              <Button
                text
                size="small"
                :aria-label="$t('doors.hoursTable.remove', { name, from: span.from })"
                @click="set(day, hours[day]!.toSpliced(i, 1))"
                ><X :size="14"
              /></Button>
            </span>
          </td>
          <td>
            <Button
              v-if="hours[day]!.length < 4"
              text
              size="small"
              :label="$t('doors.hoursTable.add')"
              :aria-label="$t('doors.hoursTable.addHoursOn', { name })"
              @click="set(day, [...hours[day]!, { from: '09:00', to: '17:00' }])"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.hours {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-small);
}
th {
  text-align: left;
  font-weight: 500;
  padding: 2px 8px 2px 0;
}
td {
  padding: 2px 0;
}
.span {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  margin-right: 10px;
}
</style>
