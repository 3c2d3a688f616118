<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { AlertSettings } from '@janua/contracts'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import ToggleSwitch from 'primevue/toggleswitch'
import { ref, watch } from 'vue'
import TimeField from '../shell/TimeField.vue'
import { useAction } from '../shell/useAction.ts'
import { chime } from './chime.ts'
import { useAlerts } from './useAlerts.ts'

const visible = defineModel<boolean>({ required: true })
const alerts = useAlerts()
const { run, busy } = useAction()
const form = ref<AlertSettings>({ ...alerts.settings })
watch(
  visible,
  () =>
    (form.value = structuredClone({
      ...alerts.settings,
      quiet: alerts.settings.quiet && { ...alerts.settings.quiet },
    })),
)
const WAYS = [
  { key: 'browser', label: t('handover.alertsDialog.aNoticeByThe') },
  { key: 'sound', label: t('handover.alertsDialog.twoSoftNotes') },
  {
    key: 'mail',
    label: t('handover.alertsDialog.aMailWhenNobody'),
  },
] as const
async function save(): Promise<void> {
  if (await run(() => alerts.save(form.value).then(() => true), 'Saved')) visible.value = false
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="$t('handover.alertsDialog.howYouAreTold')"
    :style="{ width: '480px' }"
  >
    <form class="stack" data-test="alerts" @submit.prevent="save">
      <p class="quiet small">
        {{ $t('handover.alertsDialog.theDeskAlwaysShows') }}
      </p>
      <div v-for="way in WAYS" :key="way.key" class="row way">
        <ToggleSwitch v-model="form[way.key]" :input-id="`alert-${way.key}`" /><label
          :for="`alert-${way.key}`"
          class="grow"
          >{{ way.label }}</label
        ><Button
          v-if="way.key === 'sound'"
          type="button"
          text
          size="small"
          :label="$t('handover.alertsDialog.hearIt')"
          @click="chime"
        />
      </div>
      <div class="row way">
        <ToggleSwitch
          :model-value="form.quiet !== null"
          input-id="alert-quiet"
          @update:model-value="form.quiet = $event ? { from: '20:00', to: '07:00' } : null"
        /><label for="alert-quiet">{{ $t('handover.alertsDialog.quietHours') }}</label
        ><template v-if="form.quiet"
          ><TimeField
            v-model="form.quiet.from"
            :aria-label="$t('handover.alertsDialog.quietFrom')" />
          {{ $t('common.to') }}
          <TimeField v-model="form.quiet.to" :aria-label="$t('handover.alertsDialog.quietTo')"
        /></template>
      </div>
      <Button type="submit" :label="$t('common.save')" :loading="busy" data-test="alerts-save" />
    </form>
  </Dialog>
</template>

<style scoped>
.way {
  flex-wrap: nowrap;
}
input[type='time'] {
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
  padding: 4px 6px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
</style>
