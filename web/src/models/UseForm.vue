<script setup lang="ts">
import type { UseSettings, UseView } from '@janua/contracts'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { put } from '../shell/api.ts'
import FormField from '../shell/FormField.vue'
import { useForm } from '../shell/useForm.ts'

/** What the model is told for one use, and its limits. */
const { use } = defineProps<{ use: UseView; currency: string; hasPrices: boolean }>()
const emit = defineEmits<{ stored: [] }>()
const {
  values: form,
  faults,
  busy,
  submit,
} = useForm<UseSettings, true>(
  () => ({ ...use.settings }),
  (given) =>
    put(`/models/uses/${encodeURIComponent(use.use)}`, {
      ...given,
      model: given.model?.trim() || null,
    }).then(() => true),
)

async function store(): Promise<void> {
  if (await submit('Saved')) emit('stored')
}
</script>

<template>
  <form class="stack form" data-test="use-form" @submit.prevent="store">
    <details>
      <summary class="small">{{ $t('models.useForm.whatItIsTold') }}</summary>
      <p class="prompt small">{{ use.prompt }}</p>
    </details>
    <FormField :label="$t('models.useForm.yourOwnRulesAfter')" :fault="faults.rules">
      <Textarea
        v-model="form.rules"
        rows="3"
        auto-resize
        maxlength="4000"
        :placeholder="$t('models.useForm.sayWeNeverThe')"
        data-test="use-own-rules"
      />
    </FormField>
    <div class="row fields">
      <FormField :label="$t('models.useForm.anotherModel')" :fault="faults.model">
        <InputText
          :model-value="form.model ?? ''"
          size="small"
          maxlength="200"
          :placeholder="$t('models.useForm.asConnected')"
          @update:model-value="form.model = $event || null"
        />
      </FormField>
      <FormField :label="$t('models.useForm.liveliness0To1')" :fault="faults.temperature">
        <InputNumber
          v-model="form.temperature"
          :min="0"
          :max="1"
          :max-fraction-digits="2"
          size="small"
        />
      </FormField>
      <FormField :label="$t('models.useForm.tokensOfAReply')" :fault="faults.maxTokens">
        <InputNumber v-model="form.maxTokens" :min="16" :max="8000" size="small" />
      </FormField>
      <FormField :label="$t('models.useForm.secondsToWait')" :fault="faults.timeoutSeconds">
        <InputNumber
          v-model="form.timeoutSeconds"
          :min="1"
          :max="300"
          :max-fraction-digits="1"
          size="small"
        />
      </FormField>
      <FormField :label="$t('models.useForm.tokensADay')" :fault="faults.tokensADay">
        <InputNumber
          v-model="form.tokensADay"
          :min="1"
          size="small"
          :placeholder="$t('models.useForm.noLimit')"
          data-test="tokens-a-day"
        />
      </FormField>
      <FormField :label="$t('models.useForm.aDay', { currency })" :fault="faults.moneyADay">
        <InputNumber
          v-model="form.moneyADay"
          :min="0.01"
          :max-fraction-digits="2"
          size="small"
          :disabled="!hasPrices"
          :placeholder="
            hasPrices ? $t('models.useForm.noLimit') : $t('models.useForm.pricesAreNotSet')
          "
        />
      </FormField>
    </div>
    <p>
      <Button
        type="submit"
        size="small"
        :label="$t('common.save')"
        :loading="busy"
        data-test="store-use"
      />
    </p>
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
