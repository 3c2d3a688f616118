<script setup lang="ts">
import Button from 'primevue/button'
import Textarea from 'primevue/textarea'
import { nextTick, ref, useTemplateRef, watch } from 'vue'
import { MAX_MESSAGE } from '@janua/contracts'

/** The reply being written; kept in the browser for each conversation until it is sent. */
const { conversation, name, busy } = defineProps<{ conversation: number; name: string; busy: boolean }>()
const emit = defineEmits<{ send: [text: string]; typing: [] }>()
const text = ref('')
const box = useTemplateRef<HTMLElement>('box')
const key = (id: number) => `janua:reply:${id}`
let told = 0

watch(() => conversation, (id) => (text.value = localStorage.getItem(key(id)) ?? ''), { immediate: true })
watch(text, (now) => (now ? localStorage.setItem(key(conversation), now) : localStorage.removeItem(key(conversation))))

function typing(): void {
  if (Date.now() - told < 2_000) return
  told = Date.now()
  emit('typing')
}
function insert(passage: string): void {
  text.value = text.value ? `${text.value.trimEnd()}\n\n${passage}` : passage
  void nextTick(() => box.value?.querySelector('textarea')?.focus())
}
const clear = () => (text.value = '')
defineExpose({ insert, clear })
const send = () => text.value.trim() && emit('send', text.value.trim())
</script>

<template>
  <form class="reply" @submit.prevent="send">
    <div ref="box"><Textarea v-model="text" rows="3" fluid :maxlength="MAX_MESSAGE" placeholder="Write to the visitor" aria-label="Reply" data-test="reply" @update:model-value="typing" @keydown.ctrl.enter="send" @keydown.meta.enter="send" /></div>
    <div class="row"><span class="small quiet grow">as <strong>{{ name }}</strong> · <kbd>Ctrl Enter</kbd> sends</span><Button type="submit" label="Send" :disabled="text.trim() === ''" :loading="busy" data-test="send" /></div>
  </form>
</template>

<style scoped>
.reply { border-top: 1px solid var(--line); padding: 12px 22px; display: grid; gap: 8px; }
</style>
