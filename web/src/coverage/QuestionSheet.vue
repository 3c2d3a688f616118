<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { CheckInput } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, ref } from 'vue'
import BlockList from '../answering/BlockList.vue'
import OutcomeChip from '../answering/OutcomeChip.vue'
import WhyLadder from '../answering/WhyLadder.vue'
import { post } from '../shell/api.ts'
import { clock, moment, sure } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'

/** One question of the log: the answer, its conversation, all that decided, and what to do about it. */
const { id } = defineProps<{ id: number }>()
const { state } = useRemote(() => `/log/${id}` as const)
const { run, busy } = useAction()
const shows = ref<'answer' | 'why' | 'conversation'>('answer')
const sent = ref(false)
const detail = computed(() => state.value.value)
const before = computed(
  () =>
    detail.value?.messages.filter(({ author }) => author === 'visitor').map(({ text }) => text) ??
    [],
)
const place = computed(() =>
  before.value.findIndex((text) => text.includes(detail.value?.text ?? '\u0000')),
)
const rehearse = computed(() => ({
  path: '/rehearsal',
  query: {
    ask: detail.value?.text,
    before: place.value > 0 ? before.value.slice(Math.max(0, place.value - 2), place.value) : [],
    door: detail.value?.doorId,
  },
}))
const chosen = computed(() => {
  const source = detail.value?.sources[0]
  const at =
    detail.value?.trace.candidates.findIndex(
      ({ item, ordinal }) => item === source?.item && ordinal === source.ordinal,
    ) ?? -1
  return at < 0 ? null : at
})
const WHO = { team: 'Note', visitor: 'Visitor', assistant: 'Janua', agent: 'Agent', event: '' }
const TABS = [
  ['answer', 'Answer'],
  ['why', 'Why'],
  ['conversation', 'Conversation'],
] as const

async function toCheck(): Promise<void> {
  const { text, outcome, source, doorId, language } = detail.value!
  const input: CheckInput = {
    messages: [text],
    comes: outcome === 'answered' ? 'answer' : 'does not know',
    item: outcome === 'answered' ? (source?.item ?? null) : null,
    contains: [],
    lacks: [],
    queue: null,
    door: doorId,
    language: language as 'en' | 'de',
    note: 'from the log',
  }
  sent.value =
    (await run(() => post('/checks', input), t('coverage.questionSheet.aCheckOfIt'))) !== undefined
}
</script>

<template>
  <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
  <article v-if="detail" class="stack" data-test="question-sheet">
    <header>
      <h2>{{ detail.text }}</h2>
      <p v-if="detail.written" class="written">
        {{ $t('coverage.questionSheet.written', { written: detail.written }) }}
      </p>
      <p class="small quiet">
        {{
          $t('coverage.questionSheet.release', {
            at: moment(detail.at),
            door: detail.door,
            release: detail.release,
          })
        }}<template v-if="detail.topic">
          ·
          <RouterLink :to="`/gaps/${detail.topic.id}`">{{
            detail.topic.label
          }}</RouterLink></template
        >
      </p>
      <p class="small">
        <OutcomeChip :outcome="detail.outcome" /><span class="quiet"
          >{{ ' '
          }}{{
            $t('coverage.questionSheet.sureThreshold', {
              confidence: sure(detail.confidence),
              threshold: sure(detail.trace.threshold),
            })
          }}</span
        ><template v-if="detail.vote">
          ·
          {{
            detail.vote === 'up'
              ? $t('coverage.questionSheet.votedUp')
              : $t('coverage.questionSheet.votedDown')
          }}</template
        ><template v-if="detail.reviews.length"
          >{{ ' '
          }}{{
            $t('coverage.questionSheet.reviewed', {
              then: detail.reviews
                .map(({ verdict, by }) => $t('coverage.questionSheet.by', { verdict, by }))
                .join(', then '),
            })
          }}</template
        >
      </p>
    </header>
    <p class="row tabs" role="tablist">
      <button
        v-for="[key, label] in TABS"
        :key="key"
        type="button"
        role="tab"
        :aria-selected="shows === key"
        :class="{ here: shows === key }"
        @click="shows = key"
      >
        {{ label }}
      </button>
    </p>
    <div v-if="shows === 'answer'">
      <div v-if="detail.blocks.length" class="prose said">
        <BlockList :blocks="detail.blocks" />
      </div>
      <p v-else class="quiet">
        {{
          detail.outcome === 'answered' && detail.channel === 'imported'
            ? $t('coverage.questionSheet.askedOfTheRelease')
            : $t('coverage.questionSheet.noAnswerWasGiven')
        }}
      </p>
      <p v-if="detail.sources.length" class="small quiet">
        {{
          $t('coverage.questionSheet.from', {
            path: detail.sources.map(({ title, path }) => [title, ...path].join(' › ')).join(', '),
          })
        }}
      </p>
      <p v-else-if="detail.source" class="small quiet">
        {{
          detail.outcome === 'answered'
            ? $t('coverage.questionSheet.from2')
            : $t('coverage.questionSheet.nearest')
        }}: {{ detail.source.title }}
      </p>
    </div>
    <WhyLadder
      v-else-if="shows === 'why' && detail.trace.candidates.length"
      :trace="detail.trace"
      :chosen="chosen"
    />
    <p v-else-if="shows === 'why'" class="quiet">
      {{ $t('coverage.questionSheet.noPassageHadAny') }}
    </p>
    <ol v-else-if="detail.messages.length" class="thread small">
      <li v-for="message in detail.messages" :key="message.id" :class="message.author">
        <span class="quiet">{{ clock(message.at) }} {{ message.name ?? WHO[message.author] }}</span>
        {{ message.author === 'event' ? message.kind : message.text }}
      </li>
    </ol>
    <p v-else class="quiet">{{ $t('coverage.questionSheet.itCameInA') }}</p>
    <p class="row">
      <RouterLink :to="rehearse" data-test="to-rehearsal">{{
        $t('coverage.questionSheet.openInRehearsal')
      }}</RouterLink><Button
        size="small"
        text
        :label="
          sent ? $t('coverage.questionSheet.aCheckKeepsIt') : $t('coverage.questionSheet.keepItByA')
        "
        :disabled="sent"
        :loading="busy"
        data-test="to-check"
        @click="toCheck"
      /><RouterLink v-if="detail.conversation" :to="`/desk/${detail.conversation}`" class="small">{{
        $t('coverage.questionSheet.itsConversationOnThe')
      }}</RouterLink>
    </p>
  </article>
</template>

<style scoped>
.stack {
  gap: 10px;
}
header {
  display: grid;
  gap: 3px;
}
h2 {
  overflow-wrap: anywhere;
}
.tabs {
  gap: 4px;
  border-bottom: 1px solid var(--line);
}
.tabs button {
  border: 0;
  background: none;
  padding: 5px 8px;
  color: var(--muted);
  cursor: pointer;
  border-bottom: 2px solid transparent;
}
.tabs button.here {
  color: var(--ink);
  font-weight: 600;
  border-bottom-color: var(--ink);
}
.said {
  max-height: 240px;
  overflow: auto;
  font-size: var(--text-small);
}
.thread {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 6px;
  max-height: 320px;
  overflow: auto;
}
.thread li {
  white-space: pre-line;
}
.thread .visitor {
  font-weight: 600;
}
.thread .agent {
  border-left: 3px solid var(--plum);
  padding-left: 8px;
}
</style>
