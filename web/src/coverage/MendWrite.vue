<script setup lang="ts">
import type { GapSheet } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import PhrasingList from '../library/PhrasingList.vue'
import AgentReplies from './AgentReplies.vue'
import { useMend } from './useMend.ts'

/** A new article, from an outline: what was asked, and what agents replied. Nothing in it is made up. */
const { sheet } = defineProps<{ sheet: GapSheet }>()
const emit = defineEmits<{ mended: [] }>()
const { mend, busy } = useMend(sheet.topic)
const title = ref(sheet.outline.title)
const body = ref('')
const phrasings = ref([...sheet.outline.phrasings])
const complete = computed(() => title.value.trim() !== '' && body.value.trim() !== '')

function take(text: string): void {
  body.value = body.value.trim() === '' ? `${text}\n` : `${body.value.trim()}\n\n${text}\n`
}
async function store(): Promise<void> {
  const content = {
    kind: 'article' as const,
    title: title.value.trim(),
    collection: '',
    phrasings: phrasings.value.filter((each) => each.trim() !== ''),
    body: `${body.value.trim()}\n`,
    reviewOn: null,
    ready: true,
  }
  if (await mend({ kind: 'write', content })) emit('mended')
}
</script>

<template>
  <div class="stack">
    <label class="field"
      ><span>Title</span><InputText v-model="title" maxlength="200" data-test="mend-title"
    /></label>
    <div v-if="sheet.outline.asks.length" class="small">
      <p class="quiet">It should answer:</p>
      <ul>
        <li v-for="ask in sheet.outline.asks" :key="ask">{{ ask }}</li>
      </ul>
    </div>
    <AgentReplies :replies="sheet.outline.replies" @take="take" />
    <label class="field"
      ><span>The answer (Markdown)</span
      ><Textarea
        v-model="body"
        rows="7"
        placeholder="What is so, in a few sentences. Take over what an agent wrote, or write your own."
        data-test="mend-body"
    /></label>
    <PhrasingList v-model="phrasings" />
    <p>
      <Button
        label="Put it into the draft"
        :loading="busy"
        :disabled="!complete"
        data-test="mend"
        @click="store"
      />
    </p>
  </div>
</template>

<style scoped>
ul {
  margin: 2px 0 0;
  padding-left: 18px;
}
</style>
