<script setup lang="ts">
import type { Opinion, Outcome } from '@janua/core'
import Message from 'primevue/message'
import { computed, ref, watch } from 'vue'
import WhyLadder from '../answering/WhyLadder.vue'
import { count, sure } from '../shell/format.ts'
import { markedWords } from './markedWords.ts'
import type { ShownQuestion } from './useRehearsal.ts'

/** All that decided one answer: the ladder, the words as they were read, the passage with the words that it has. */
const { question } = defineProps<{ question: ShownQuestion }>()
/** How the language model's word on the first article is told. */
const OPINION_WORDS: Record<Opinion, string> = {
  yes: 'that this answers it',
  partly: 'that this answers it partly',
  no: 'that this does not answer it',
}
const WHY: Record<Outcome, string> = {
  answered: 'Why this answer',
  clarifying: 'Why it asks back',
  declined: 'Why it declines',
  suggested: 'Why no answer',
  unanswered: 'Why no answer',
}
const trace = computed(() => question.answer.trace)
const chosen = computed(() => {
  const source = question.answer.sources[0]
  const at = trace.value.candidates.findIndex(
    ({ item, ordinal }) => item === source?.item && ordinal === source.ordinal,
  )
  return at < 0 ? null : at
})
const words = computed(() =>
  trace.value.terms.filter(
    ({ word }, i, all) => all.findIndex((other) => other.word === word) === i,
  ),
)
const rung = ref(0)
watch(
  () => question.place,
  () => (rung.value = chosen.value ?? 0),
  { immediate: true },
)
const passage = computed(() => {
  const candidate = trace.value.candidates[rung.value]
  const text = question.passages[rung.value]
  return candidate && text !== undefined
    ? { candidate, parts: markedWords(text, candidate.matched) }
    : undefined
})
/** What brought the passage near besides the words that it shares with the question. */
const reasons = computed(() => {
  if (!passage.value) return []
  const { nearWords = [], nearestPiece, nearestWording, title } = passage.value.candidate
  return [
    ...nearWords.map(([asked, there]) => `“${asked}” is near “${there}”`),
    ...(nearestPiece ? [`Nearest sentence: “${nearestPiece}”`] : []),
    ...(nearestWording && nearestWording !== title
      ? [`Nearest taught wording: “${nearestWording}”`]
      : []),
  ]
})
</script>

<template>
  <div class="why">
    <div class="row">
      <h1 class="grow">{{ WHY[question.answer.outcome] }}</h1>
      <span class="quiet small">decided by: {{ trace.rule }}</span>
    </div>
    <p v-if="trace.opinion" class="small" data-test="opinion">
      The language model says {{ OPINION_WORDS[trace.opinion.says] }}:
      {{ sure(trace.opinion.before) }} sure before, {{ sure(trace.candidates[0]!.confidence) }} with
      it.
    </p>
    <p v-if="trace.stoodIn" class="small" data-test="stood-in">
      The encoder that the release names did not answer; the one that ships with Janua stood in.
    </p>
    <p class="small words">
      Read as:
      <template v-for="term in words" :key="term.word"
        ><span :class="{ unknown: !term.known, carried: term.carried }">{{
          term.readAs ? `${term.word} → ${term.readAs}` : term.word
        }}</span> </template
      ><span v-if="trace.terms.some(({ known }) => !known)" class="quiet"
        >(struck through: no passage has it)</span
      ><template v-for="day in trace.days" :key="day.words">
        · {{ day.words }} = {{ day.days.join(', ') }}</template
      >
    </p>
    <WhyLadder
      v-if="trace.candidates.length"
      :trace="trace"
      :chosen="chosen"
      :marked="rung"
      @mark="rung = $event"
    />
    <Message v-else severity="info">No passage has any of these words.</Message>
    <figure v-if="passage" class="passage" data-test="matched">
      <figcaption class="small quiet">
        {{ [passage.candidate.title, ...passage.candidate.path].join(' › ') }}: the passage, with
        the words of the question that it has
      </figcaption>
      <ul v-if="reasons.length" class="small reasons" data-test="near">
        <li v-for="reason in reasons" :key="reason">{{ reason }}</li>
      </ul>
      <p>
        <template v-for="(part, i) in passage.parts" :key="i"
          ><mark v-if="part.hit">{{ part.text }}</mark
          ><template v-else>{{ part.text }}</template></template
        >
      </p>
    </figure>
    <p class="small quiet">
      {{ count(trace.passages, 'passage') }} looked at in
      {{ question.message.milliseconds.toFixed(1) }} ms<template v-if="question.message.queue">
        · if a person were asked for now:
        <strong class="queue">{{ question.message.queue.name }}</strong> ({{
          question.message.queue.because
        }})</template
      >
    </p>
  </div>
</template>

<style scoped>
.why {
  display: grid;
  gap: 14px;
  align-content: start;
}
.words span {
  margin-right: 4px;
}
.unknown {
  text-decoration: line-through;
  color: var(--brick);
}
.carried {
  font-style: italic;
  color: var(--muted);
}
.passage {
  border-left: 3px solid var(--line);
  padding-left: 12px;
  display: grid;
  gap: 4px;
}
.reasons {
  margin: 0;
  padding-left: 18px;
}
.passage p {
  white-space: pre-line;
  max-height: 130px;
  overflow: auto;
}
mark {
  background: var(--brass-soft);
  color: inherit;
  border-radius: var(--round-small);
}
.queue {
  color: var(--plum);
}
</style>
