<script setup lang="ts">
import { TARGET_MEASURES, type TargetMeasure, type TargetView } from '@janua/contracts'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { reactive, ref } from 'vue'
import { put, remove } from '../shell/api.ts'
import { day, percent } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useSession } from '../shell/session.ts'
import { TARGET_WORDS } from './words.ts'

/** What the lead aims at, and where the weeks so far lead to. */
const { targets } = defineProps<{ targets: TargetView[] }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const { run, busy } = useAction()
const setting = ref(false)
const NAMES: Record<TargetMeasure, string> = {
  coverage: 'Coverage',
  accuracy: 'Accuracy',
  containment: 'Containment',
}
const OPTIONS = TARGET_MEASURES.map((value) => ({ value, label: NAMES[value] }))
const draft = reactive({ measure: 'coverage' as TargetMeasure, percent: 70, by: '' })

async function set(): Promise<void> {
  const done = await run(async () => {
    await put('/targets', { measure: draft.measure, share: draft.percent / 100, by: draft.by })
    return true
  }, 'Target set')
  if (!done) return
  setting.value = false
  emit('changed')
}
async function drop(measure: TargetMeasure): Promise<void> {
  await run(() => remove(`/targets/${measure}`), 'Target dropped')
  emit('changed')
}
</script>

<template>
  <section class="stack" data-test="targets">
    <div class="row">
      <h2 class="grow">Targets</h2>
      <Button
        v-if="session.role === 'lead' && !setting"
        size="small"
        text
        label="Set a target"
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
        aria-label="Measure"
      /><InputNumber
        v-model="draft.percent"
        :min="1"
        :max="99"
        suffix=" %"
        size="small"
        input-class="number"
        aria-label="Target"
      /><InputText
        v-model="draft.by"
        type="date"
        size="small"
        aria-label="Until"
        data-test="target-by"
      /><Button
        type="submit"
        size="small"
        label="Set"
        :loading="busy"
        :disabled="!draft.by"
        data-test="target-save"
      /><Button size="small" text label="Leave it" @click="setting = false" />
    </form>
    <p v-if="targets.length === 0 && !setting" class="small quiet">
      No target is set. One with a date makes the weeks comparable.
    </p>
    <article v-for="target in targets" :key="target.measure">
      <p class="row">
        <strong class="grow"
          >{{ NAMES[target.measure] }} {{ percent(target.share) }} until
          {{ day(target.by) }}</strong
        ><button
          v-if="session.role === 'lead'"
          type="button"
          class="bare small"
          @click="drop(target.measure)"
        >
          drop
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
        <template v-if="target.now !== null">Last full week {{ percent(target.now) }}. </template
        ><template v-if="target.forecast"
          >As the weeks go, {{ percent(target.forecast.share) }} then ({{
            percent(target.forecast.interval.low)
          }}
          to {{ percent(target.forecast.interval.high) }}): it
          <strong>{{ TARGET_WORDS[target.says] }}</strong>.</template
        ><template v-else>It is {{ TARGET_WORDS[target.says] }}.</template>
      </p>
    </article>
    <p class="small quiet">
      Blue: the last full week; green mark: the target; brass: the forecast, a straight line through
      the last ten full weeks, weighted by their questions, with the interval of one week’s figure.
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
