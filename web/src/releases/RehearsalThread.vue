<script setup lang="ts">
import type { RehearsedMessage } from '@janua/contracts'
import BlockList from '../answering/BlockList.vue'
import OutcomeChip from '../answering/OutcomeChip.vue'
import { sourceLine } from './sourceLine.ts'

/** The conversation as it was asked; a question chosen shows its why beside it. */
const { messages, shown } = defineProps<{ messages: RehearsedMessage[]; shown: number }>()
defineEmits<{ show: [place: number] }>()
const placeOf = (message: number, asked: number) =>
  messages.slice(0, message).reduce((sum, each) => sum + each.asked.length, 0) + asked
</script>

<template>
  <template v-for="(message, m) in messages" :key="m">
    <p class="asked">{{ message.text }}</p>
    <p v-if="message.smallTalk" class="plain">
      {{ message.smallTalk.en }}
      <span class="small quiet">{{ $t('releases.rehearsalThread.smallTalkNoQuestion') }}</span>
    </p>
    <p v-else-if="message.asked.length === 0" class="plain small quiet">
      {{
        $t('releases.rehearsalThread.aWishForA', {
          queue: message.queue?.name ?? $t('releases.rehearsalThread.noQueue'),
        })
      }}
    </p>
    <button
      v-for="(asked, i) in message.asked"
      :key="i"
      type="button"
      class="answer"
      :class="{ shown: placeOf(m, i) === shown }"
      :aria-pressed="placeOf(m, i) === shown"
      data-test="rehearsed"
      @click="$emit('show', placeOf(m, i))"
    >
      <span class="row top"
        ><OutcomeChip :outcome="asked.answer.outcome" /><span
          v-if="asked.reviewed"
          class="small"
          :class="asked.reviewed"
          >{{ $t('releases.rehearsalThread.reviewed', { reviewed: asked.reviewed }) }}</span
        ></span
      >
      <span v-if="message.asked.length > 1" class="small quiet">{{ asked.text }}</span>
      <span v-if="asked.carried && !asked.replies" class="small quiet">{{
        $t('releases.rehearsalThread.goingOnFrom', { carried: asked.carried })
      }}</span>
      <span class="prose"
        ><BlockList v-if="asked.answer.blocks.length" :blocks="asked.answer.blocks" /><template
          v-else
          >{{ asked.said }}</template
        ></span
      >
      <span class="small quiet">{{ sourceLine(asked.answer) }}</span>
    </button>
  </template>
</template>

<style scoped>
.asked {
  align-self: flex-end;
  background: var(--plum-soft);
  padding: 8px 13px;
  border-radius: var(--round-bubble) var(--round-bubble) var(--round-small) var(--round-bubble);
  max-width: 85%;
  overflow-wrap: anywhere;
}
.plain {
  padding: 2px 12px;
}
.answer {
  text-align: left;
  background: var(--surface);
  border: 1px solid var(--line);
  border-radius: var(--round-small) var(--round-bubble) var(--round-bubble) var(--round-bubble);
  padding: 9px 12px;
  color: inherit;
  cursor: pointer;
  display: grid;
  gap: 6px;
}
.answer.shown {
  border-color: var(--harbour);
  box-shadow: inset 3px 0 var(--harbour);
}
.top {
  justify-content: space-between;
}
.prose {
  display: block;
}
.right {
  color: var(--moss);
}
.wrong {
  color: var(--brick);
}
.partly {
  color: var(--brass);
}
</style>
