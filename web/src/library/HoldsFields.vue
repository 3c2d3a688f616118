<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Door } from '@janua/contracts'
import type { Holds } from '@janua/core'
import Checkbox from 'primevue/checkbox'
import Select from 'primevue/select'
import { computed, shallowRef } from 'vue'
import { get } from '../shell/api.ts'
import DayField from '../shell/DayField.vue'

/** When, where and for whom something holds. Outside of it it is left out, and the reason is shown in Rehearsal. */
const { disabled } = defineProps<{ disabled: boolean }>()
const holds = defineModel<Holds>({ required: true })
const doors = shallowRef<Door[]>([])
void get('/doors').then(
  (found) => (doors.value = found),
  () => undefined,
)
const gone = computed(() =>
  holds.value.doors.filter(
    (key) => doors.value.length > 0 && !doors.value.some((door) => door.key === key),
  ),
)
const set = (change: Partial<Holds>) => (holds.value = { ...holds.value, ...change })
const AUDIENCES = [
  { value: 'everyone', label: t('library.holdsFields.everyone') },
  { value: 'team', label: t('library.holdsFields.theTeamOnly') },
]
function setAudience(to: string): void {
  const { audience: _before, ...others } = holds.value
  holds.value = { ...others, ...(to === 'team' && { audience: 'team' as const }) }
}
</script>

<template>
  <fieldset class="row" data-test="holds">
    <legend class="small">{{ $t('library.holdsFields.valid') }}</legend>
    <label class="row small"
      >{{ $t('library.holdsFields.from') }}
      <DayField
        :model-value="holds.from"
        :disabled="disabled"
        data-test="holds-from"
        @update:model-value="set({ from: $event })"
    /></label>
    <label class="row small"
      >{{ $t('library.holdsFields.until') }}
      <DayField
        :model-value="holds.until"
        :disabled="disabled"
        data-test="holds-until"
        @update:model-value="set({ until: $event })"
    /></label>
    <span class="small">{{ $t('library.holdsFields.at') }}</span>
    <label v-for="door in doors" :key="door.key" class="row small"
      ><Checkbox
        :model-value="holds.doors"
        :value="door.key"
        :disabled="disabled"
        :input-id="`door-${door.key}`"
        @update:model-value="set({ doors: $event })"
      />
      {{ door.title }}</label
    >
    <span v-if="holds.doors.length === 0" class="quiet small">{{
      $t('library.holdsFields.noneChosenAllDoors')
    }}</span>
    <label class="row small"
      >{{ $t('library.holdsFields.for') }}
      <Select
        :model-value="holds.audience ?? 'everyone'"
        :options="AUDIENCES"
        option-label="label"
        option-value="value"
        size="small"
        :disabled="disabled"
        :aria-label="$t('library.holdsFields.audience')"
        data-test="holds-audience"
        @update:model-value="setAudience($event)"
    /></label>
    <span v-for="key in gone" :key="key" class="small gone"
      ><i18n-t keypath="library.holdsFields.thereIsNoDoor" scope="global"
        ><template #button
          ><button
            type="button"
            class="bare"
            @click="set({ doors: holds.doors.filter((each) => each !== key) })"
          >
            {{ $t('library.holdsFields.dropIt') }}
          </button></template
        ><template #key>{{ key }}</template></i18n-t
      ></span
    >
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 1px solid var(--line);
  border-radius: var(--round-large);
  padding: 8px 12px;
  gap: 8px 16px;
}
legend {
  color: var(--muted);
  padding: 0 4px;
}
.gone {
  color: var(--brick);
}
</style>
