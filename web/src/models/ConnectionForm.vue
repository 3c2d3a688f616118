<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ModelConnectionInput, ModelsView, ModelTest } from '@janua/contracts'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { ref, shallowRef } from 'vue'
import { inPlainWords, post, put, remove } from '../shell/api.ts'
import FormField from '../shell/FormField.vue'
import { useAction } from '../shell/useAction.ts'
import { useForm } from '../shell/useForm.ts'

/** Where a language model stands and what it costs; tried out before it is stored. */
const { connection, source } = defineProps<Pick<ModelsView, 'connection' | 'source'>>()
const emit = defineEmits<{ stored: []; cancel: [] }>()
const { run } = useAction()
interface Typed extends Omit<ModelConnectionInput, 'key' | 'prices'> {
  key: string
  dropsKey: boolean
  sent: number | null
  received: number | null
}
const {
  values: draft,
  faults,
  busy,
  submit,
} = useForm<Typed, true>(typed, () => put('/models/connection', input()).then(() => true))
const tested = shallowRef<ModelTest>()
const fault = ref('')
const testing = ref(false)

function typed(): Typed {
  return {
    url: connection?.url ?? '',
    model: connection?.model ?? '',
    key: '',
    dropsKey: false,
    sent: connection?.prices?.sent ?? null,
    received: connection?.prices?.received ?? null,
    currency: connection?.currency ?? '€',
    keepDays: connection?.keepDays ?? 14,
  }
}
function input(): ModelConnectionInput {
  const { url, model, key, dropsKey, sent, received, currency, keepDays } = draft.value
  const hasPrices = sent !== null || received !== null
  return {
    url: url.trim(),
    model: model.trim(),
    prices: hasPrices ? { sent: sent ?? 0, received: received ?? 0 } : null,
    currency,
    keepDays,
    ...(key !== '' ? { key } : dropsKey ? { key: null } : {}),
  }
}
async function test(): Promise<void> {
  tested.value = undefined
  fault.value = ''
  testing.value = true
  try {
    tested.value = await post('/models/test', input())
  } catch (cause) {
    fault.value = inPlainWords(cause)
  } finally {
    testing.value = false
  }
}
async function store(): Promise<void> {
  if (await submit(t('models.connectionForm.connectedSwitchOnBelow'))) emit('stored')
}
async function disconnect(): Promise<void> {
  const done = await run(() => remove('/models/connection').then(() => true), 'Disconnected')
  if (done) emit('stored')
}
</script>

<template>
  <form class="panel stack" data-test="connection" @submit.prevent="store">
    <h2>{{ $t('models.connectionForm.theConnection') }}</h2>
    <p class="small quiet">
      {{ $t('models.connectionForm.anyServerThatSpeaks') }}
    </p>
    <div class="row fields">
      <FormField
        class="grow"
        :label="$t('models.connectionForm.addressUpToV1')"
        :fault="faults.url"
      >
        <InputText
          v-model="draft.url"
          required
          maxlength="500"
          :placeholder="$t('models.connectionForm.http12700')"
          data-test="model-url"
        />
      </FormField>
      <FormField class="grow" :label="$t('models.connectionForm.model')" :fault="faults.model">
        <InputText v-model="draft.model" required maxlength="200" data-test="model-name" />
      </FormField>
      <FormField
        class="grow"
        :label="
          $t('models.connectionForm.key', {
            any: connection?.hasKey
              ? $t('models.connectionForm.keyThere')
              : $t('models.connectionForm.keyOptional'),
          })
        "
        :fault="faults.key"
      >
        <InputText
          v-model="draft.key"
          type="password"
          autocomplete="off"
          maxlength="2000"
          data-test="model-key"
        />
      </FormField>
    </div>
    <div class="row fields">
      <FormField
        :label="$t('models.connectionForm.priceOfAMillion')"
        :fault="faults['prices.sent']"
      >
        <InputNumber v-model="draft.sent" :min="0" :max-fraction-digits="4" size="small" />
      </FormField>
      <FormField
        :label="$t('models.connectionForm.andReceived')"
        :fault="faults['prices.received']"
      >
        <InputNumber v-model="draft.received" :min="0" :max-fraction-digits="4" size="small" />
      </FormField>
      <FormField :label="$t('models.connectionForm.currency')" :fault="faults.currency">
        <InputText
          v-model.trim="draft.currency"
          required
          maxlength="8"
          size="small"
          class="short"
        />
      </FormField>
      <FormField :label="$t('models.connectionForm.keepWhatWasSent')" :fault="faults.keepDays">
        <InputNumber v-model="draft.keepDays" :min="0" :max="365" size="small" />
      </FormField>
    </div>
    <label v-if="connection?.hasKey" class="row small"
      ><input v-model="draft.dropsKey" type="checkbox" />
      {{ $t('models.connectionForm.forgetTheKey') }}</label
    >
    <Message v-if="fault" severity="error" data-test="model-fault">{{ fault }}</Message>
    <Message v-else-if="tested" severity="success" data-test="model-tested">{{
      $t('models.connectionForm.itSaidAfterMs', {
        said: tested.said,
        milliseconds: tested.milliseconds,
        tokens: tested.tokens,
      })
    }}</Message>
    <div class="row">
      <Button
        type="submit"
        :label="$t('models.connectionForm.connect')"
        :loading="busy"
        data-test="store-model"
      /><Button
        outlined
        :label="$t('models.connectionForm.tryIt')"
        :loading="testing"
        data-test="test-model"
        @click="test"
      /><Button text :label="$t('common.cancel')" @click="emit('cancel')" /><span
        class="grow"
      /><Button
        v-if="source === 'here'"
        text
        severity="danger"
        :label="$t('models.connectionForm.disconnect')"
        @click="disconnect"
      />
    </div>
  </form>
</template>

<style scoped>
.fields {
  align-items: flex-end;
}
.short {
  width: 80px;
}
</style>
