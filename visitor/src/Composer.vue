<script setup lang="ts">
import { onMounted, ref, useTemplateRef } from 'vue'
import { words } from './words.ts'

const emit = defineEmits<{ say: [text: string]; typing: [] }>()
const text = ref('')
const field = useTemplateRef('field')
let told = 0

onMounted(() => field.value?.focus({ preventScroll: true }))

function send(): void {
  if (text.value.trim() === '') return
  emit('say', text.value.trim())
  text.value = ''
}
function typing(): void {
  if (Date.now() - told < 2_000) return
  told = Date.now()
  emit('typing')
}
function onEnter(event: KeyboardEvent): void {
  if (event.shiftKey || event.isComposing) return
  event.preventDefault()
  send()
}
</script>

<template>
  <form class="composer" @submit.prevent="send">
    <textarea
      ref="field"
      v-model="text"
      rows="1"
      maxlength="2000"
      :placeholder="words.write"
      :aria-label="words.write"
      data-test="question"
      @input="typing"
      @keydown.enter="onEnter"
    />
    <button type="submit" class="main" data-test="send" :disabled="text.trim() === ''">
      {{ words.send }}
    </button>
  </form>
</template>
