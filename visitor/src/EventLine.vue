<script setup lang="ts">
import type { Message } from '@janua/contracts'
import { computed } from 'vue'
import { type Promised, words } from './words.ts'

const { message, reply } = defineProps<{ message: Message; reply: Promised }>()
const data = computed(
  () => (message.data ?? {}) as { number?: string; phone?: string; reason?: string },
)
const line = computed(() => {
  switch (message.kind) {
    case 'taken':
    case 'stepped in':
    case 'reopened':
      return words.took(message.name ?? words.team)
    case 'case':
      return data.value.phone
        ? words.callNo(data.value.number ?? '')
        : reply.caseNo(data.value.number ?? '')
    case 'given back':
      return words.moved
    case 'rated':
      return words.thanksRating
    case 'handed back':
      return words.back
    case 'moved':
      return words.moved
    case 'closed':
      return message.text || words.closed
    case 'handed over':
      return [words.cause[data.value.reason ?? ''], message.text].filter(Boolean).join(' ')
    case 'resumed':
      return words.resumed
    default:
      return message.text
  }
})
</script>

<template>
  <p class="event" data-test="event" :data-kind="message.kind">{{ line }}</p>
</template>
