<script setup lang="ts">
import type { GapSheet } from '@janua/contracts'
import { fingerprint } from '@janua/core'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import PhrasingList from '../library/PhrasingList.vue'
import MachineMark from '../models/MachineMark.vue'
import { useModelUses } from '../models/useModelUses.ts'
import { post } from '../shell/api.ts'
import AgentReplies from './AgentReplies.vue'
import { useFix } from './useFix.ts'

/** A new article, from an outline: what was asked, and what agents replied. Nothing in it is made up; a draft by the language model says that it is one. */
const { sheet } = defineProps<{ sheet: GapSheet }>()
const emit = defineEmits<{ fixed: [] }>()
const { fix, busy, run } = useFix(sheet.topic)
const isModelOn = useModelUses().isOn('drafting')
/** The text as the language model wrote it. */
const drafted = ref<string>()
const title = ref(sheet.outline.title)
const body = ref('')
const phrasings = ref([...sheet.outline.phrasings])
const complete = computed(() => title.value.trim() !== '' && body.value.trim() !== '')

function take(text: string): void {
  body.value = body.value.trim() === '' ? `${text}\n` : `${body.value.trim()}\n\n${text}\n`
}
const stored = computed(() => `${body.value.trim()}\n`)
const isMachineWritten = computed(() => stored.value === drafted.value)
async function draft(): Promise<void> {
  const made = await run(() => post(`/gaps/${sheet.topic}/proposed-article`))
  if (!made) return
  title.value = made.title
  body.value = made.body
  drafted.value = stored.value
}
async function store(): Promise<void> {
  const content = {
    kind: 'article' as const,
    title: title.value.trim(),
    collection: '',
    phrasings: phrasings.value.filter((each) => each.trim() !== ''),
    body: stored.value,
    ...(isMachineWritten.value && { machineWritten: [fingerprint(stored.value)] }),
    reviewOn: null,
    ready: true,
  }
  if (await fix({ kind: 'write', content })) emit('fixed')
}
</script>

<template>
  <div class="stack">
    <label class="field"
      ><span>{{ $t('common.title') }}</span
      ><InputText v-model="title" maxlength="200" data-test="fix-title"
    /></label>
    <div v-if="sheet.outline.asks.length" class="small">
      <p class="quiet">{{ $t('coverage.fixWrite.itShouldAnswer') }}</p>
      <ul>
        <li v-for="ask in sheet.outline.asks" :key="ask">{{ ask }}</li>
      </ul>
    </div>
    <p v-if="isModelOn">
      <Button
        outlined
        size="small"
        :label="$t('coverage.fixWrite.haveTheLanguageModel')"
        :loading="busy"
        :disabled="body.trim() !== '' && !isMachineWritten"
        data-test="propose-article"
        @click="draft"
      />
    </p>
    <AgentReplies :replies="sheet.outline.replies" @take="take" />
    <label class="field"
      ><span>{{ $t('coverage.fixWrite.theAnswerMarkdown') }}</span
      ><Textarea
        v-model="body"
        rows="7"
        :placeholder="$t('coverage.fixWrite.whatIsSoIn')"
        data-test="fix-body"
    /></label>
    <MachineMark v-if="isMachineWritten" />
    <PhrasingList v-model="phrasings" />
    <p>
      <Button
        :label="$t('coverage.fixWrite.putItIntoThe')"
        :loading="busy"
        :disabled="!complete"
        data-test="fix"
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
