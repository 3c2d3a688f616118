<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Queue, QueueSettings } from '@janua/contracts'
import type { QueueHours } from '@janua/core'
import { X } from '@lucide/vue'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import ToggleSwitch from 'primevue/toggleswitch'
import { computed, ref } from 'vue'
import { useAction } from '../shell/useAction.ts'
import { post } from '../shell/api.ts'
import HoursTable from '../doors/HoursTable.vue'
import DayField from '../shell/DayField.vue'

/** How a queue works: how conversations find their agent, within what time, when people are there, and where it overflows. */
const settings = defineModel<QueueSettings>({ required: true })
const { queues, own } = defineProps<{ queues: Queue[]; own: number | null }>()
const { run } = useAction()
const ASSIGNMENTS = [
  { value: 'list', label: t('handover.queueSettingsForm.agentsTakeThemFrom') },
  { value: 'in turn', label: t('handover.queueSettingsForm.eachIsOfferedTo') },
]
const TARGETS = [
  { key: 'high', label: t('handover.queueSettingsForm.first') },
  { key: 'normal', label: t('handover.queueSettingsForm.inItsTurn') },
  { key: 'low', label: t('handover.queueSettingsForm.whenThereIsTime') },
] as const
const zones = Intl.supportedValuesOf('timeZone')
const others = computed(() => queues.filter(({ id }) => id !== own))
const said = ref('')
const change = (part: Partial<QueueSettings>) => (settings.value = { ...settings.value, ...part })
const hours = computed({
  get: () => settings.value.hours,
  set: (value) => change({ hours: value }),
})
const set = (part: Partial<QueueHours>) =>
  hours.value && (hours.value = { ...hours.value, ...part })
const day = [{ from: '09:00', to: '17:00' }]
const starterHours = (): QueueHours => ({
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  weekly: [day, day, day, day, day, [], []],
  closed: [],
  extra: [],
})
const today = () => new Date().toISOString().slice(0, 10)

/** Closed days of a calendar file join those that are there; the same day is not listed twice. */
async function read(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file || !hours.value) return
  const text = await file.text()
  const found = await run(() => post('/calendars', { text }))
  if (!found) return
  const known = new Set(hours.value.closed.map(({ day }) => day))
  const fresh = found.days.filter(({ day }) => !known.has(day))
  set({ closed: [...hours.value.closed, ...fresh].sort((a, b) => a.day.localeCompare(b.day)) })
  said.value = t('handover.queueSettingsForm.ofDaysOfThe', {
    fresh: fresh.length,
    days: found.days.length,
    out: found.skipped ? t('handover.queueSettingsForm.skipped', { n: found.skipped }) : '',
  })
}
</script>

<template>
  <div class="stack settings">
    <label class="field"
      ><span>{{ $t('handover.queueSettingsForm.howAConversationFinds') }}</span
      ><Select
        :model-value="settings.assignment"
        :options="ASSIGNMENTS"
        option-label="label"
        option-value="value"
        size="small"
        :aria-label="$t('handover.queueSettingsForm.assignment')"
        data-test="assignment"
        @update:model-value="change({ assignment: $event })"
    /></label>
    <div class="row targets small">
      <span>{{ $t('handover.queueSettingsForm.somebodyIsThereIn') }}</span><label
        v-for="target in TARGETS"
        :key="target.key"
        >{{ target.label }}
        <InputNumber
          :model-value="settings.targets[target.key]"
          :min="1"
          :max="1440"
          size="small"
          input-class="short"
          :aria-label="$t('handover.queueSettingsForm.minutesFor', { target: target.label })"
          @update:model-value="
            change({ targets: { ...settings.targets, [target.key]: $event ?? 5 } })
          "
      /></label>
    </div>
    <div class="row small">
      <ToggleSwitch
        :model-value="settings.overflow !== null"
        input-id="overflow"
        :disabled="others.length === 0"
        @update:model-value="
          change({ overflow: $event ? { queue: others[0]!.id, minutes: 10 } : null })
        "
      /><label for="overflow">{{ $t('handover.queueSettingsForm.goesOnToAnother') }}</label>
      <template v-if="settings.overflow"
        ><Select
          :model-value="settings.overflow.queue"
          :options="others"
          option-label="name"
          option-value="id"
          size="small"
          :aria-label="$t('handover.queueSettingsForm.overflowTo')"
          @update:model-value="change({ overflow: { ...settings.overflow!, queue: $event } })"
        />
        {{ $t('handover.queueSettingsForm.after') }}
        <InputNumber
          :model-value="settings.overflow.minutes"
          :min="1"
          :max="1440"
          size="small"
          input-class="short"
          :aria-label="$t('handover.queueSettingsForm.overflowAfterMinutes')"
          @update:model-value="
            change({ overflow: { ...settings.overflow!, minutes: $event ?? 10 } })
          "
        />
        {{ $t('handover.queueSettingsForm.minutes') }}</template
      >
    </div>
    <div class="row small">
      <ToggleSwitch
        :model-value="hours !== null"
        input-id="own-hours"
        data-test="own-hours"
        @update:model-value="hours = $event ? starterHours() : null"
      /><label for="own-hours">{{ $t('handover.queueSettingsForm.hasHoursOfIts') }}</label>
    </div>
    <template v-if="hours">
      <label class="field"
        ><span>{{ $t('handover.queueSettingsForm.timeZone') }}</span
        ><InputText
          :model-value="hours.timeZone"
          list="queue-zones"
          size="small"
          @update:model-value="set({ timeZone: $event ?? '' })" /><datalist id="queue-zones">
          <option v-for="zone in zones" :key="zone" :value="zone" /></datalist
      ></label>
      <HoursTable :model-value="hours.weekly" @update:model-value="set({ weekly: $event })" />
      <h3>{{ $t('handover.queueSettingsForm.closedDays') }}</h3>
      <div v-for="(each, i) in hours.closed" :key="i" class="row small line">
        <DayField
          :model-value="each.day"
          :aria-label="$t('handover.queueSettingsForm.closedDay', { i: i + 1 })"
          @update:model-value="
            set({ closed: hours!.closed.with(i, { ...each, day: $event ?? each.day }) })
          "
        />
        <InputText
          :model-value="each.name"
          size="small"
          class="grow"
          maxlength="120"
          :placeholder="$t('common.name')"
          :aria-label="$t('handover.queueSettingsForm.nameOfClosedDay', { i: i + 1 })"
          @update:model-value="
            set({ closed: hours!.closed.with(i, { ...each, name: $event ?? '' }) })
          "
        />
        <label
          ><input
            type="checkbox"
            :checked="each.yearly"
            @change="
              set({
                closed: hours!.closed.with(i, {
                  ...each,
                  yearly: ($event.target as HTMLInputElement).checked,
                }),
              })
            "
          />
          {{ $t('handover.queueSettingsForm.everyYear') }}</label
        >
        <Button
          text
          size="small"
          :aria-label="$t('handover.queueSettingsForm.remove', { each: each.day })"
          @click="set({ closed: hours!.closed.toSpliced(i, 1) })"
          ><X :size="14"
        /></Button>
      </div>
      <p v-if="said" class="small quiet" data-test="calendar-said">{{ said }}</p>
      <div class="row small">
        <Button
          text
          size="small"
          :label="$t('handover.queueSettingsForm.addAClosedDay')"
          @click="set({ closed: [...hours!.closed, { day: today(), name: '', yearly: false }] })"
        /><label class="file"
          >{{ $t('handover.queueSettingsForm.readFromAnIcalendar') }}
          <input
            type="file"
            accept=".ics,text/calendar"
            data-test="calendar"
            @change="read" /></label
        ><a
          v-if="own !== null && hours.closed.length"
          :href="`/api/queues/${own}/calendar.ics`"
          download
          >{{ $t('handover.queueSettingsForm.saveAsIcalendar') }}</a
        >
      </div>
      <h3>{{ $t('handover.queueSettingsForm.extraHours') }}</h3>
      <div v-for="(each, i) in hours.extra" :key="i" class="row small line">
        <input
          v-for="side in ['day', 'from', 'to'] as const"
          :key="side"
          :type="side === 'day' ? 'date' : 'time'"
          :value="each[side]"
          :aria-label="$t('handover.queueSettingsForm.extraHours2', { i: i + 1, side })"
          @change="
            set({
              extra: hours!.extra.with(i, {
                ...each,
                [side]: ($event.target as HTMLInputElement).value,
              }),
            })
          "
        />
        <Button
          text
          size="small"
          :aria-label="$t('handover.queueSettingsForm.removeExtraHoursOf', { each: each.day })"
          @click="set({ extra: hours!.extra.toSpliced(i, 1) })"
          ><X :size="14"
        /></Button>
      </div>
      <div>
        <Button
          text
          size="small"
          :label="$t('handover.queueSettingsForm.addExtraHours')"
          @click="set({ extra: [...hours!.extra, { day: today(), from: '09:00', to: '17:00' }] })"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.settings {
  grid-template-columns: minmax(0, 1fr);
}
.targets {
  gap: 18px;
}
.settings :deep(.short) {
  width: 60px;
}
.line {
  gap: 6px;
  flex-wrap: nowrap;
}
input[type='date'],
input[type='time'] {
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
  padding: 4px 6px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
.file {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
</style>
