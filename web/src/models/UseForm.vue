<script setup lang="ts">
import type { UseSettings, UseView } from '@janua/contracts'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { reactive } from 'vue'
import { put } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'

/** What the model is told for one use, and its limits. */
const { use } = defineProps<{ use: UseView; currency: string; hasPrices: boolean }>()
const emit = defineEmits<{ stored: [] }>()
const { run, busy } = useAction()
const form = reactive<UseSettings>({ ...use.settings })

async function store(): Promise<void> {
  const settings = { ...form, model: form.model?.trim() || null }
  const done = await run(
    () => put(`/models/uses/${encodeURIComponent(use.use)}`, settings).then(() => true),
    'Saved',
  )
  if (done) emit('stored')
}
</script>

<template>
  <form class="stack form" data-test="use-form" @submit.prevent="store">
    <details>
      <summary class="small">What it is told first</summary>
      <p class="prompt small">{{ use.prompt }}</p>
    </details>
    <label class="field"
      ><span>Your own rules, after these: tone, words to use, what is never mentioned</span
      ><Textarea
        v-model="form.rules"
        rows="3"
        auto-resize
        maxlength="4000"
        placeholder="Say “we”, never “the company”. Never mention other operators."
        data-test="use-own-rules"
    /></label>
    <div class="row fields">
      <label class="field"
        ><span>Another model</span
        ><InputText
          :model-value="form.model ?? ''"
          size="small"
          maxlength="200"
          placeholder="as connected"
          @update:model-value="form.model = $event || null"
      /></label>
      <label class="field"
        ><span>Liveliness, 0 to 1</span
        ><InputNumber
          v-model="form.temperature"
          :min="0"
          :max="1"
          :max-fraction-digits="2"
          size="small"
      /></label>
      <label class="field"
        ><span>Tokens of a reply</span
        ><InputNumber v-model="form.maxTokens" :min="16" :max="8000" size="small"
      /></label>
      <label class="field"
        ><span>Seconds to wait</span
        ><InputNumber
          v-model="form.timeoutSeconds"
          :min="1"
          :max="300"
          :max-fraction-digits="1"
          size="small"
      /></label>
      <label class="field"
        ><span>Tokens a day</span
        ><InputNumber
          v-model="form.tokensADay"
          :min="1"
          size="small"
          placeholder="no limit"
          data-test="tokens-a-day"
      /></label>
      <label class="field"
        ><span>{{ currency }} a day</span
        ><InputNumber
          v-model="form.moneyADay"
          :min="0.01"
          :max-fraction-digits="2"
          size="small"
          :disabled="!hasPrices"
          :placeholder="hasPrices ? 'no limit' : 'prices are not set'"
      /></label>
    </div>
    <p><Button type="submit" size="small" label="Save" :loading="busy" data-test="store-use" /></p>
  </form>
</template>

<style scoped>
.form {
  padding: 12px 0 6px 58px;
}
.fields {
  align-items: flex-end;
}
.fields :deep(.p-inputtext) {
  width: 130px;
}
.prompt {
  white-space: pre-line;
  border-left: 3px solid var(--line);
  padding-left: 10px;
  margin-top: 6px;
}
@media (width <= 960px) {
  .form {
    padding-left: 0;
  }
}
</style>
