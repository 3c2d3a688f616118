<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import { TARGET_MEASURES, type TargetMeasure, type TargetView } from '@janua/contracts'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import Select from 'primevue/select'
import { reactive, ref } from 'vue'
import { put, remove } from '../shell/api.ts'
import { day, percent } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useSession } from '../shell/session.ts'
import { TARGET_WORDS } from './words.ts'
import DayField from '../shell/DayField.vue'

/** What the lead aims at, and where the weeks so far lead to. */
const { targets } = defineProps<{ targets: TargetView[] }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const { run, busy } = useAction()
const setting = ref(false)
const NAMES: Record<TargetMeasure, string> = {
  coverage: t('coverage.targetsPanel.coverage'),
  accuracy: t('coverage.targetsPanel.accuracy'),
  containment: t('coverage.targetsPanel.containment'),
}
const OPTIONS = TARGET_MEASURES.map((value) => ({ value, label: NAMES[value] }))
const draft = reactive({
  measure: 'coverage' as TargetMeasure,
  percent: 70,
  by: null as string | null,
})

async function set(): Promise<void> {
  const done = await run(async () => {
    await put('/targets', { measure: draft.measure, share: draft.percent / 100, by: draft.by! })
    return true
  }, t('coverage.targetsPanel.targetSet'))
  if (!done) return
  setting.value = false
  emit('changed')
}
async function drop(measure: TargetMeasure): Promise<void> {
  await run(() => remove(`/targets/${measure}`), t('coverage.targetsPanel.targetDropped'))
  emit('changed')
}
</script>

<template>
  <section class="stack" data-test="targets">
    <div class="row">
      <h2 class="grow">{{ $t('coverage.targetsPanel.targets') }}</h2>
      <Button
        v-if="session.role === 'lead' && !setting"
        size="small"
        text
        :label="$t('coverage.targetsPanel.setATarget')"
        data-test="set-target"
        @click="setting = true"
      />
    </div>
    <form v-if="setting" class="row" @submit.prevent="set">
      <Select
        v-model="draft.measure"
        :options="OPTIONS"
        option-label="label"
        option-value="value"
        size="small"
        :aria-label="$t('coverage.targetsPanel.measure')"
      /><InputNumber
        v-model="draft.percent"
        :min="1"
        :max="99"
        suffix=" %"
        size="small"
        input-class="number"
        :aria-label="$t('coverage.targetsPanel.target')"
      /><DayField
        v-model="draft.by"
        :aria-label="$t('coverage.targetsPanel.until')"
        data-test="target-by"
      /><Button
        type="submit"
        size="small"
        :label="$t('coverage.targetsPanel.set')"
        :loading="busy"
        :disabled="!draft.by"
        data-test="target-save"
      /><Button size="small" text :label="$t('common.leaveIt')" @click="setting = false" />
    </form>
    <p v-if="targets.length === 0 && !setting" class="small quiet">
      {{ $t('coverage.targetsPanel.noTargetIsSet') }}
    </p>
    <article v-for="target in targets" :key="target.measure">
      <p class="row">
        <strong class="grow">{{
          $t('coverage.targetsPanel.until2', {
            measure: NAMES[target.measure],
            share: percent(target.share),
            by: day(target.by),
          })
        }}</strong><button
          v-if="session.role === 'lead'"
          type="button"
          class="bare small"
          @click="drop(target.measure)"
        >
          {{ $t('coverage.targetsPanel.drop') }}
        </button>
      </p>
      <div class="track" aria-hidden="true">
        <span class="now" :style="{ width: percent(target.now ?? 0).replace(' ', '') }" /><span
          v-if="target.forecast"
          class="forecast"
          :style="{
            left: `${target.forecast.interval.low * 100}%`,
            width: `${(target.forecast.interval.high - target.forecast.interval.low) * 100}%`,
          }"
        /><span class="goal" :style="{ left: `${target.share * 100}%` }" />
      </div>
      <p class="small">
        <template v-if="target.now !== null"
          >{{ $t('coverage.targetsPanel.lastFullWeek', { now: percent(target.now) })
          }}{{ ' ' }}</template
        ><template v-if="target.forecast"
          ><i18n-t keypath="coverage.targetsPanel.asTheWeeksGo" scope="global"
            ><template #says
              ><strong>{{ TARGET_WORDS[target.says] }}</strong></template
            ><template #share>{{ percent(target.forecast.share) }}</template
            ><template #low>{{ percent(target.forecast.interval.low) }}</template
            ><template #high>{{ percent(target.forecast.interval.high) }}</template></i18n-t
          ></template
        ><template v-else>{{
          $t('coverage.targetsPanel.itIs', { says: TARGET_WORDS[target.says] })
        }}</template>
      </p>
    </article>
    <p class="small quiet">
      {{ $t('coverage.targetsPanel.blueTheLastFull') }}
    </p>
  </section>
</template>

<style scoped>
.stack {
  gap: 10px;
}
article {
  display: grid;
  gap: 4px;
}
.track {
  position: relative;
  height: 14px;
  background: var(--surface);
  border: 1px solid var(--line);
}
.track span {
  position: absolute;
  inset-block: 0;
}
.now {
  left: 0;
  background: var(--harbour);
}
.forecast {
  background: var(--brass);
  opacity: 0.45;
}
.goal {
  width: 3px;
  background: var(--moss);
  margin-left: -1px;
  inset-block: -4px !important;
}
:deep(.number) {
  width: 76px;
}
</style>
