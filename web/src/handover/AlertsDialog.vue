<script setup lang="ts">
import type { AlertSettings } from '@janua/contracts'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import ToggleSwitch from 'primevue/toggleswitch'
import { ref, watch } from 'vue'
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
  { key: 'browser', label: 'A notice by the browser, while Janua is behind other windows' },
  { key: 'sound', label: 'Two soft notes' },
  {
    key: 'mail',
    label:
      'A mail, when nobody of the queue is there or it is late; answering it answers the visitor',
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
    header="How you are told that you are needed"
    :style="{ width: '480px' }"
  >
    <form class="stack" data-test="alerts" @submit.prevent="save">
      <p class="quiet small">
        The desk always shows it, and the number stands at “Desk” and in the title of the window.
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
          label="Hear it"
          @click="chime"
        />
      </div>
      <div class="row way">
        <ToggleSwitch
          :model-value="form.quiet !== null"
          input-id="alert-quiet"
          @update:model-value="form.quiet = $event ? { from: '20:00', to: '07:00' } : null"
        /><label for="alert-quiet">Quiet hours</label
        ><template v-if="form.quiet"
          ><input v-model="form.quiet.from" type="time" aria-label="Quiet from" /> to
          <input v-model="form.quiet.to" type="time" aria-label="Quiet to"
        /></template>
      </div>
      <Button type="submit" label="Save" :loading="busy" data-test="alerts-save" />
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
