<script setup lang="ts">
import type { Teaching } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { ref } from 'vue'
import { moment } from '../shell/format.ts'

const { teaching, mayDecide } = defineProps<{
  teaching: Teaching
  mayDecide: boolean
  busy: boolean
}>()
const emit = defineEmits<{
  accept: [body: { question: string; words: string; title: string; collection: string }]
  decline: []
}>()
const KINDS = { fixed: 'Fixed answer', phrasing: 'Way to ask', article: 'Article to be written' }
const form = ref({
  question: teaching.question,
  words: teaching.words,
  title: teaching.question.slice(0, 80),
  collection: '',
})
</script>

<template>
  <section class="panel stack card" data-test="taught">
    <p class="row small quiet">
      <strong>{{ KINDS[teaching.kind] }}</strong>
      <span class="grow"
        >by {{ teaching.by }}, {{ moment(teaching.at) }}, from
        <RouterLink :to="`/desk/${teaching.conversation}`">the conversation</RouterLink></span
      ><RouterLink
        v-if="teaching.madeItem"
        :to="
          teaching.kind === 'fixed'
            ? `/fixed/${teaching.madeItem}`
            : `/library/${teaching.madeItem}`
        "
        >In the library</RouterLink
      >
    </p>
    <template v-if="mayDecide">
      <label class="field"
        ><span>Question</span><InputText v-model.trim="form.question" size="small" maxlength="300"
      /></label>
      <p v-if="teaching.kind === 'phrasing'">
        is answered by
        <RouterLink :to="`/library/${teaching.item}`">{{ teaching.itemTitle }}</RouterLink>
      </p>
      <template v-else>
        <div class="row">
          <label class="field grow"
            ><span>Title</span
            ><InputText v-model.trim="form.title" size="small" maxlength="200" /></label
          ><label class="field"
            ><span>Collection</span
            ><InputText v-model.trim="form.collection" size="small" maxlength="80"
          /></label>
        </div>
        <label class="field"
          ><span>What it says</span
          ><Textarea v-model="form.words" auto-resize rows="2" maxlength="4000"
        /></label>
      </template>
      <div class="row">
        <Button
          size="small"
          label="Take it into the draft"
          :loading="busy"
          data-test="take-taught"
          @click="emit('accept', form)"
        /><Button
          size="small"
          text
          severity="danger"
          label="Decline…"
          data-test="decline-taught"
          @click="emit('decline')"
        />
      </div>
    </template>
    <template v-else>
      <p>
        <strong>{{ teaching.question }}</strong>
      </p>
      <p v-if="teaching.words" class="words">{{ teaching.words }}</p>
      <p v-if="teaching.reason" class="small">Declined: {{ teaching.reason }}</p>
    </template>
    <slot />
  </section>
</template>

<style scoped>
.card {
  margin-bottom: 12px;
  padding: 14px 16px;
  gap: 10px;
}
.words {
  white-space: pre-line;
  color: var(--muted);
}
</style>
