<script setup lang="ts">
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
  if (await submit('Connected. Switch on below what it is used for.')) emit('stored')
}
async function disconnect(): Promise<void> {
  const done = await run(() => remove('/models/connection').then(() => true), 'Disconnected')
  if (done) emit('stored')
}
</script>

<template>
  <form class="panel stack" data-test="connection" @submit.prevent="store">
    <h2>The connection</h2>
    <p class="small quiet">
      Any server that speaks the protocol of chat completions, in the house or hosted. Mail
      addresses, phone and card numbers in what people wrote are masked before anything is sent.
    </p>
    <div class="row fields">
      <FormField class="grow" label="Address, up to “/v1”" :fault="faults.url">
        <InputText
          v-model="draft.url"
          required
          maxlength="500"
          placeholder="http://127.0.0.1:8080/v1"
          data-test="model-url"
        />
      </FormField>
      <FormField class="grow" label="Model" :fault="faults.model">
        <InputText v-model="draft.model" required maxlength="200" data-test="model-name" />
      </FormField>
      <FormField
        class="grow"
        :label="`Key${connection?.hasKey ? ' (there is one; type to replace it)' : ', if any'}`"
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
      <FormField label="Price of a million tokens sent" :fault="faults['prices.sent']">
        <InputNumber v-model="draft.sent" :min="0" :max-fraction-digits="4" size="small" />
      </FormField>
      <FormField label="… and received" :fault="faults['prices.received']">
        <InputNumber v-model="draft.received" :min="0" :max-fraction-digits="4" size="small" />
      </FormField>
      <FormField label="Currency" :fault="faults.currency">
        <InputText
          v-model.trim="draft.currency"
          required
          maxlength="8"
          size="small"
          class="short"
        />
      </FormField>
      <FormField label="Keep what was sent, days" :fault="faults.keepDays">
        <InputNumber v-model="draft.keepDays" :min="0" :max="365" size="small" />
      </FormField>
    </div>
    <label v-if="connection?.hasKey" class="row small"
      ><input v-model="draft.dropsKey" type="checkbox" /> Forget the key</label
    >
    <Message v-if="fault" severity="error" data-test="model-fault">{{ fault }}</Message>
    <Message v-else-if="tested" severity="success" data-test="model-tested"
      >It said “{{ tested.said }}” after {{ tested.milliseconds }} ms and
      {{ tested.tokens }} tokens.</Message
    >
    <div class="row">
      <Button type="submit" label="Connect" :loading="busy" data-test="store-model" /><Button
        outlined
        label="Try it"
        :loading="testing"
        data-test="test-model"
        @click="test"
      /><Button text label="Cancel" @click="emit('cancel')" /><span class="grow" /><Button
        v-if="source === 'here'"
        text
        severity="danger"
        label="Disconnect"
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
