<script setup lang="ts">
import type { WhyView } from '@janua/contracts'
import { computed, onMounted, shallowRef } from 'vue'

/** Why an answer was given, in short, for the team; rehearsal has it in full. */
const { question } = defineProps<{ question: number }>()
const why = shallowRef<WhyView>()
const failure = shallowRef('')
const SHOWN = 3
const rungs = computed(() => why.value?.trace.candidates.slice(0, SHOWN) ?? [])
const percent = (share: number) => `${Math.round(share * 100)} %`

onMounted(async () => {
  const response = await fetch(`/api/questions/${question}/why`).catch(() => null)
  if (response?.ok) why.value = (await response.json()) as WhyView
  else failure.value = 'This cannot be shown just now.'
})
</script>

<template>
  <div class="why" data-test="why">
    <p v-if="failure">{{ failure }}</p>
    <template v-if="why">
      <p>
        <b>{{ why.outcome }}</b> · {{ why.trace.rule }} · threshold
        {{ percent(why.trace.threshold) }} · release {{ why.release }}
      </p>
      <ol>
        <li v-for="rung in rungs" :key="`${rung.item}-${rung.ordinal}`">
          <span class="height"
            ><i :style="{ width: `${rung.confidence * 100}%` }" /><b
              :style="{ left: `${why.trace.threshold * 100}%` }"
          /></span>
          <span>{{ percent(rung.confidence) }} {{ [rung.title, ...rung.path].join(' › ') }}</span>
          <span class="quiet"
            >found by its {{ rung.foundBy }}; has
            {{ rung.matched.join(', ') || 'none of the words' }}</span
          >
        </li>
      </ol>
      <p v-if="why.trace.terms.some(({ readAs }) => readAs)" class="quiet">
        Read as:
        {{
          why.trace.terms
            .filter(({ readAs }) => readAs)
            .map(({ word, readAs }) => `${word} → ${readAs}`)
            .join(', ')
        }}
      </p>
      <p v-if="why.trace.days.length" class="quiet">
        Days:
        {{
          why.trace.days
            .map(({ words, days }) => `${words} = ${days.join(', ') || 'any'}`)
            .join('; ')
        }}
      </p>
      <p v-if="why.trace.rewriting" class="quiet">
        Rewriter: {{ why.trace.rewriting.came
        }}<template v-if="why.trace.rewriting.came === 'refused'">
          ({{ why.trace.rewriting.fault }}: “{{ why.trace.rewriting.sentence }}”)</template
        ><template v-if="why.trace.rewriting.came === 'failed'">
          ({{ why.trace.rewriting.reason }})</template
        >
      </p>
      <p v-for="out in why.trace.leftOut" :key="out.revision" class="quiet">
        Left out: {{ out.title }}, {{ out.because }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.why {
  border: 1px solid var(--line);
  border-radius: 7px;
  padding: 8px 10px;
  font-size: 12.5px;
  background: var(--paper);
}
ol {
  list-style: none;
  padding: 0;
  margin: 6px 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  gap: 1px;
  margin: 0;
}
.height {
  position: relative;
  height: 6px;
  background: #fff;
  border: 1px solid var(--line);
  border-radius: 3px;
}
.height i {
  display: block;
  height: 100%;
  background: var(--door);
  border-radius: 3px;
}
.height b {
  position: absolute;
  top: -3px;
  width: 2px;
  height: 10px;
  background: #8a5a0c;
}
</style>
