<script setup lang="ts">
import type { Message } from '@janua/contracts'
import { computed } from 'vue'
import { words } from './words.ts'

const { message } = defineProps<{ message: Message }>()
const line = computed(() => {
  switch (message.kind) {
    case 'taken': return words.took(message.name ?? '')
    case 'handed back': return words.back
    case 'moved': return words.moved
    case 'closed': return words.closed
    case 'resumed': return words.resumed
    default: return message.text
  }
})
</script>

<template>
  <p class="event" data-test="event" :data-kind="message.kind">{{ line }}</p>
</template>
