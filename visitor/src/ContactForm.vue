<script setup lang="ts">
import type { ContactInput, IntakeField } from '@janua/contracts'
import { computed, ref } from 'vue'
import { language, type Promised, words } from './words.ts'

/** Asked in the thread, once, before a person is brought in: name, mail, and what the door wants to know. */
const { reason, fields, reply } = defineProps<{
  reason?: string
  fields: IntakeField[]
  reply: Promised
}>()
const emit = defineEmits<{ told: [contact: ContactInput] }>()
const name = ref('')
const mail = ref('')
const details = ref<Record<string, string>>(
  Object.fromEntries(fields.map(({ field }) => [field, ''])),
)
const why = computed(() => (reason ? words.cause[reason] : undefined))
</script>

<template>
  <form class="contact" data-test="contact" @submit.prevent="emit('told', { name, mail, details })">
    <p>{{ why }} {{ reply.contactAsk }}</p>
    <label
      >{{ words.name
      }}<input v-model.trim="name" name="name" autocomplete="name" required maxlength="120"
    /></label>
    <label
      >{{ words.mail
      }}<input
        v-model.trim="mail"
        name="email"
        type="email"
        autocomplete="email"
        required
        maxlength="190"
    /></label>
    <label v-for="field in fields" :key="field.field"
      >{{ field.label[language] }}
      <span v-if="!field.required" class="quiet">{{ words.optional }}</span>
      <select
        v-if="field.kind === 'choice'"
        v-model="details[field.field]"
        :required="field.required"
        :data-test="`detail-${field.field}`"
      >
        <option value="">{{ words.choose }}</option>
        <option v-for="choice in field.choices" :key="choice.value" :value="choice.value">
          {{ choice.label[language] }}
        </option>
      </select>
      <textarea
        v-else-if="field.kind === 'long'"
        v-model.trim="details[field.field]"
        rows="3"
        maxlength="1000"
        :required="field.required"
        :data-test="`detail-${field.field}`"
      />
      <input
        v-else
        v-model.trim="details[field.field]"
        maxlength="200"
        :required="field.required"
        :data-test="`detail-${field.field}`"
      />
    </label>
    <button type="submit" class="main">{{ words.handOver }}</button>
  </form>
</template>
