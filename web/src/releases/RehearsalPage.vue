<script setup lang="ts">
import type { Door, ReleaseRow } from '@janua/contracts'
import type { Answer, Outcome } from '@janua/core'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { computed, onMounted, ref, shallowRef } from 'vue'
import BlockList from '../answering/BlockList.vue'
import OutcomeChip from '../answering/OutcomeChip.vue'
import WhyLadder from '../answering/WhyLadder.vue'
import { get, post } from '../shell/api.ts'
import { count } from '../shell/format.ts'
import { useDeed } from '../shell/useDeed.ts'

interface Asked {
  question: string
  answer: Answer
}

/** Stands for the draft in the choice of versions: releases count from 1. */
const DRAFT = 0
const { run, busy } = useDeed()
const doors = shallowRef<Door[]>([])
const releases = shallowRef<ReleaseRow[]>([])
const door = ref<number>()
const release = ref(DRAFT)
const question = ref('')
const thread = shallowRef<Asked[]>([])
const shown = ref(0)
const versions = computed(() => [{ label: 'Draft', value: DRAFT }, ...releases.value.map(({ number, live }) => ({ label: `Release ${number}${live ? ', live' : ''}`, value: number }))])
const current = computed(() => thread.value[shown.value])
const chosen = computed(() => {
  const source = current.value?.answer.sources[0]
  const at = current.value?.answer.trace.candidates.findIndex(({ item, ordinal }) => item === source?.item && ordinal === source.ordinal) ?? -1
  return at < 0 ? null : at
})

onMounted(async () => {
  await run(async () => {
    ;[doors.value, releases.value] = await Promise.all([get<Door[]>('/doors'), get<ReleaseRow[]>('/releases')])
    door.value = doors.value[0]?.id
  })
})
const WHY: Record<Outcome, string> = { answered: 'Why this answer', clarifying: 'Why it asks back', declined: 'Why it declines', suggested: 'Why no answer', unanswered: 'Why no answer' }
async function ask(): Promise<void> {
  const asked = question.value.trim()
  if (!asked || door.value === undefined) return
  const answer = await run(() => post<Answer>('/rehearsal', { question: asked, door: door.value, release: release.value === DRAFT ? null : release.value }))
  if (!answer) return
  thread.value = [...thread.value, { question: asked, answer }]
  shown.value = thread.value.length - 1
  question.value = ''
}
</script>

<template>
  <div class="rehearsal">
    <section class="left">
      <div class="row tools">
        <Select v-model="door" :options="doors" option-label="title" option-value="id" size="small" aria-label="Door" />
        <Select v-model="release" :options="versions" option-label="label" option-value="value" size="small" aria-label="Version" />
      </div>
      <div class="thread" role="log">
        <p v-if="thread.length === 0" class="quiet">Ask as a visitor would. Beside each answer stands why it was given.</p>
        <template v-for="(asked, i) in thread" :key="i">
          <p class="asked">{{ asked.question }}</p>
          <button type="button" class="answer" :class="{ shown: i === shown }" data-test="rehearsed" @click="shown = i">
            <OutcomeChip :outcome="asked.answer.outcome" />
            <div class="prose"><BlockList :blocks="asked.answer.blocks" /></div>
            <span v-if="asked.answer.sources.length" class="small quiet">from {{ asked.answer.sources.map(({ title, path }) => [title, ...path].join(' › ')).join(' · ') }}</span>
            <span v-else-if="asked.answer.readings" class="small quiet">asks which: {{ asked.answer.readings.map(({ label }) => label).join(' · ') }}</span>
            <span v-else-if="asked.answer.trace.about" class="small quiet">never talked about: {{ asked.answer.trace.about }}</span>
            <span v-else-if="asked.answer.near.length" class="small quiet">near: {{ asked.answer.near.map(({ title }) => title).join(' · ') }}</span>
          </button>
        </template>
      </div>
      <form class="row" @submit.prevent="ask"><InputText v-model="question" class="grow" placeholder="Ask as a visitor would" aria-label="Question" maxlength="2000" :disabled="door === undefined" data-test="rehearse" /><Button type="submit" label="Ask" :loading="busy" /></form>
    </section>
    <section class="right">
      <template v-if="current">
        <div class="row"><h1 class="grow">{{ WHY[current.answer.outcome] }}</h1><span class="quiet small">{{ count(current.answer.trace.passages, 'passage') }} · decided by: {{ current.answer.trace.rule }}</span></div>
        <p class="small words">Read as: <template v-for="term in current.answer.trace.terms" :key="term.word"><span :class="{ unknown: !term.known }">{{ term.readAs ? `${term.word} → ${term.readAs}` : term.word }}</span> </template><span v-if="current.answer.trace.terms.some(({ known }) => !known)" class="quiet">(struck through: no passage has it)</span></p>
        <WhyLadder v-if="current.answer.trace.candidates.length" :trace="current.answer.trace" :chosen="chosen" />
        <Message v-else severity="info">No passage has any of these words.</Message>
        <p v-for="out in current.answer.trace.leftOut" :key="out.revision" class="small quiet" data-test="left-out">Left out: {{ [out.title, ...out.path].join(' › ') }}, {{ out.because }}</p>
      </template>
      <div v-else class="empty"><h1>Why this answer</h1><p>The passages that came near stand here as a ladder; the sill is the threshold of the door.</p></div>
    </section>
  </div>
</template>

<style scoped>
.rehearsal { display: grid; grid-template-columns: 430px 1fr; min-height: calc(100vh - 88px); }
.left { border-right: 1px solid var(--line); padding: 16px 20px; display: flex; flex-direction: column; gap: 14px; height: calc(100vh - 88px); }
.tools { border-bottom: 1px solid var(--line); padding-bottom: 12px; }
.thread { flex: 1; overflow: auto; display: flex; flex-direction: column; gap: 12px; padding: 4px; }
.asked { align-self: flex-end; background: var(--plum-soft); padding: 8px 13px; border-radius: 12px 12px 2px 12px; max-width: 85%; }
.answer { text-align: left; background: none; border: 2px solid transparent; border-radius: 12px; padding: 8px 10px; color: inherit; cursor: pointer; display: grid; gap: 6px; }
.answer.shown { border-color: var(--harbour); }
.right { padding: 18px 24px; display: grid; gap: 14px; align-content: start; }
.words span { margin-right: 4px; }
.unknown { text-decoration: line-through; color: var(--brick); }
@media (max-width: 900px) { .rehearsal { grid-template-columns: 1fr; } .left { height: auto; border-right: 0; } }
</style>
