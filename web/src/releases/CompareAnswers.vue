<script setup lang="ts">
import type { RehearsedQuestion } from '@janua/contracts'
import { computed } from 'vue'
import OutcomeChip from '../answering/OutcomeChip.vue'
import { sure } from '../shell/format.ts'
import DiffText from './DiffText.vue'
import { sourceLine } from './sourceLine.ts'

/** The same question asked of two versions, side by side. */
const { live, draft, names } = defineProps<{
  live: RehearsedQuestion
  draft: RehearsedQuestion
  names: { live: string; draft: string }
}>()
const sides = computed(() => [
  { name: names.live, side: live },
  { name: names.draft, side: draft },
])
const isSame = computed(() => live.said === draft.said)
</script>

<template>
  <section class="compare" data-test="compare">
    <div v-for="{ name, side } in sides" :key="name" class="panel stack">
      <p class="row">
        <strong class="grow">{{ name }}</strong><OutcomeChip :outcome="side.answer.outcome" /><span
          class="small figures"
          >{{ sure(side.answer.confidence) }}</span
        >
      </p>
      <p class="said">{{ side.said }}</p>
      <p class="small quiet">{{ sourceLine(side.answer) }}</p>
    </div>
    <div class="whole">
      <p v-if="isSame" class="small quiet">{{ $t('releases.compareAnswers.wordForWordThe') }}</p>
      <template v-else
        ><p class="small quiet">
          {{ $t('releases.compareAnswers.fromToWordBy', { live: names.live, draft: names.draft }) }}
        </p>
        <DiffText :before="live.said" :after="draft.said"
      /></template>
    </div>
  </section>
</template>

<style scoped>
.compare {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
}
.said {
  white-space: pre-line;
  max-height: 240px;
  overflow: auto;
}
.whole {
  grid-column: 1 / -1;
  display: grid;
  gap: 4px;
}
</style>
