<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ReportingSettings } from '@janua/contracts'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import { onMounted, ref } from 'vue'
import { get, post, put } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'

/** How reports count: the team's time zone, the return window, what a hand-over costs. */
const emit = defineEmits<{ changed: [] }>()
const { run, busy } = useAction()
const settings = ref<ReportingSettings>()

onMounted(async () => (settings.value = await get('/reporting')))
async function save(): Promise<void> {
  await run(
    () => put('/reporting', settings.value),
    t('coverage.reportingPanel.savedFiguresAreCounted'),
  )
  emit('changed')
}
async function rebuild(): Promise<void> {
  await run(() => post('/coverage/rebuild'), t('coverage.reportingPanel.allFiguresWereCounted'))
  emit('changed')
}
</script>

<template>
  <details v-if="settings" class="small" data-test="reporting">
    <summary>{{ $t('coverage.reportingPanel.howReportsCount') }}</summary>
    <form class="stack" @submit.prevent="save">
      <label class="field"
        ><span>{{ $t('coverage.reportingPanel.theTeamsTimeZone') }}</span
        ><InputText v-model="settings.zone" size="small" data-test="zone"
      /></label>
      <label class="field"
        ><span>{{ $t('coverage.reportingPanel.returnWindowInDays') }}</span
        ><InputNumber v-model="settings.returnDays" :min="1" :max="60" size="small"
      /></label>
      <label class="field"
        ><span>{{ $t('coverage.reportingPanel.minutesOfAnAgent') }}</span
        ><InputNumber
          v-model="settings.handleMinutes"
          :min-fraction-digits="0"
          :max-fraction-digits="1"
          size="small"
      /></label>
      <label class="field"
        ><span>{{ $t('coverage.reportingPanel.whatAnHourOf') }}</span
        ><InputNumber v-model="settings.costPerHour" :max-fraction-digits="2" size="small"
      /></label>
      <p class="row">
        <Button
          type="submit"
          size="small"
          outlined
          :label="$t('common.save')"
          :loading="busy"
        /><Button
          size="small"
          text
          :label="$t('coverage.reportingPanel.countEverythingAnew')"
          :loading="busy"
          data-test="rebuild"
          @click="rebuild"
        />
      </p>
    </form>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  color: var(--harbour);
}
form {
  margin-top: 10px;
}
</style>
