<script setup lang="ts">
import type { AwayData, Message, WayInput } from '@janua/contracts'
import { computed, ref } from 'vue'
import { language, type Promised, words } from './words.ts'

/** Nobody is there now: when they are back, and what can be done instead. */
const { message, open, timeZone, reply } = defineProps<{
  message: Message
  open: boolean
  timeZone: string
  reply: Promised
}>()
const emit = defineEmits<{ choose: [way: WayInput] }>()
const calling = ref(false)
const phone = ref('')
const data = computed(() => message.data as unknown as AwayData)
const when = computed(() => {
  const { changesAt, seconds } = data.value
  if (changesAt)
    return words.awayClosed(
      new Date(changesAt).toLocaleString(language, {
        weekday: 'short',
        day: 'numeric',
        month: 'short',
        hour: '2-digit',
        minute: '2-digit',
        hourCycle: 'h23',
        timeZone,
      }),
    )
  return seconds === null ? '' : words.awayLong(Math.ceil(seconds / 60))
})
</script>

<template>
  <div class="assistant" data-test="away">
    <p>{{ message.text }} {{ when }}</p>
    <form
      v-if="open && calling"
      class="contact"
      @submit.prevent="emit('choose', { way: 'call', phone })"
    >
      <label
        >{{ words.phone
        }}<input
          v-model.trim="phone"
          name="tel"
          type="tel"
          autocomplete="tel"
          required
          maxlength="30"
          data-test="phone"
      /></label>
      <button type="submit" class="main">{{ words.askCall }}</button>
    </form>
    <div v-else-if="open" class="row ways">
      <button
        v-if="data.ways.includes('case')"
        type="button"
        class="main"
        data-test="way-case"
        @click="emit('choose', { way: 'case', phone: '' })"
      >
        {{ reply.leaveCase }}
      </button>
      <button
        v-if="data.ways.includes('call')"
        type="button"
        data-test="way-call"
        @click="calling = true"
      >
        {{ words.call }}
      </button>
      <button
        v-if="data.ways.includes('wait')"
        type="button"
        data-test="way-wait"
        @click="emit('choose', { way: 'wait', phone: '' })"
      >
        {{ words.waitAnyway }}
      </button>
    </div>
  </div>
</template>
