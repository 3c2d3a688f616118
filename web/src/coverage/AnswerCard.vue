<script setup lang="ts">
import type { Answer } from '@janua/core'
import BlockList from '../answering/BlockList.vue'
import OutcomeChip from '../answering/OutcomeChip.vue'
import { sure } from '../shell/format.ts'

defineProps<{ label: string; answer: Answer }>()
</script>

<template>
  <section class="card">
    <p class="small">
      <span class="label">{{ label }}:</span> <OutcomeChip :outcome="answer.outcome" />
      <span class="quiet">{{
        $t('coverage.answerCard.sureThreshold', {
          confidence: sure(answer.confidence),
          threshold: sure(answer.trace.threshold),
        })
      }}</span>
    </p>
    <div v-if="answer.blocks.length" class="prose text"><BlockList :blocks="answer.blocks" /></div>
    <p v-if="answer.sources.length" class="small quiet">
      {{
        $t('coverage.answerCard.from', {
          sources: answer.sources.map(({ title }) => title).join(', '),
        })
      }}
    </p>
    <p v-else-if="answer.trace.candidates.length" class="small quiet">
      {{ $t('coverage.answerCard.nearest', { candidates: answer.trace.candidates[0]!.title }) }}
    </p>
  </section>
</template>

<style scoped>
.card {
  display: grid;
  gap: 4px;
}
.text {
  font-size: var(--text-small);
  max-height: 190px;
  overflow: auto;
}
</style>
