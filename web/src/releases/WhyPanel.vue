<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Opinion, Outcome, Trace } from '@janua/core'
import Message from 'primevue/message'
import { computed, ref, watch } from 'vue'
import WhyLadder from '../answering/WhyLadder.vue'
import { counted, sure } from '../shell/format.ts'
import { markedWords } from './markedWords.ts'
import type { ShownQuestion } from './useRehearsal.ts'

/** All that decided one answer: the ladder, the words as they were read, the passage with the words that it has. */
const { question } = defineProps<{ question: ShownQuestion }>()
/** How the language model's word on the first article is told. */
const OPINION_WORDS: Record<Opinion, string> = {
  yes: t('releases.whyPanel.thatThisAnswersIt'),
  partly: t('releases.whyPanel.thatThisAnswersIt2'),
  no: t('releases.whyPanel.thatThisDoesNot'),
}
const WHY: Record<Outcome, string> = {
  answered: t('releases.whyPanel.whyThisAnswer'),
  clarifying: t('releases.whyPanel.whyItAsksBack'),
  declined: t('releases.whyPanel.whyItDeclines'),
  suggested: t('releases.whyPanel.whyNoAnswer'),
  unanswered: t('releases.whyPanel.whyNoAnswer'),
}
const RULES: Record<Trace['rule'], string> = {
  'fixed answer': t('releases.whyPanel.rules.fixedAnswer'),
  'above the threshold': t('releases.whyPanel.rules.aboveTheThreshold'),
  'below the threshold': t('releases.whyPanel.rules.belowTheThreshold'),
  'nothing found': t('releases.whyPanel.rules.nothingFound'),
  'several readings': t('releases.whyPanel.rules.severalReadings'),
  'chosen reading': t('releases.whyPanel.rules.chosenReading'),
  'never talked about': t('releases.whyPanel.rules.neverTalkedAbout'),
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
    ...nearWords.map(([asked, there]) => t('releases.whyPanel.isNear', { asked, there })),
    ...(nearestPiece ? [t('releases.whyPanel.nearestSentence', { nearestPiece })] : []),
    ...(nearestWording && nearestWording !== title
      ? [t('releases.whyPanel.nearestTaughtWording', { nearestWording })]
      : []),
  ]
})
</script>

<template>
  <div class="why">
    <div class="row">
      <h1 class="grow">{{ WHY[question.answer.outcome] }}</h1>
      <span class="quiet small">{{
        $t('releases.whyPanel.decidedBy', { rule: RULES[trace.rule] })
      }}</span>
    </div>
    <p v-if="trace.opinion" class="small" data-test="opinion">
      {{
        $t('releases.whyPanel.theLanguageModelSays', {
          says: OPINION_WORDS[trace.opinion.says],
          before: sure(trace.opinion.before),
          confidence: sure(trace.candidates[0]!.confidence),
        })
      }}
    </p>
    <p v-if="trace.stoodIn" class="small" data-test="stood-in">
      {{ $t('releases.whyPanel.theEncoderThatThe') }}
    </p>
    <p class="small words">
      {{ $t('releases.whyPanel.readAs') }}
      <template v-for="term in words" :key="term.word"
        ><span :class="{ unknown: !term.known, carried: term.carried }">{{
          term.readAs ? `${term.word} → ${term.readAs}` : term.word
        }}</span> </template
      ><span v-if="trace.terms.some(({ known }) => !known)" class="quiet">{{
        $t('releases.whyPanel.struckThroughNoPassage')
      }}</span
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
    <Message v-else severity="info">{{ $t('releases.whyPanel.noPassageHasAny') }}</Message>
    <figure v-if="passage" class="passage" data-test="matched">
      <figcaption class="small quiet">
        {{
          $t('releases.whyPanel.thePassageWithThe', {
            path: [passage.candidate.title, ...passage.candidate.path].join(' › '),
          })
        }}
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
      {{
        $t('releases.whyPanel.lookedAtInMs', {
          passage: counted('units.passage', trace.passages),
          milliseconds: question.message.milliseconds.toFixed(1),
        })
      }}<template v-if="question.message.queue"
        >{{ ' '
        }}<i18n-t keypath="releases.whyPanel.ifAPersonWere" scope="global"
          ><template #queue
            ><strong class="queue">{{ question.message.queue.name }}</strong></template
          ><template #because>{{ question.message.queue.because }}</template></i18n-t
        ></template
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
