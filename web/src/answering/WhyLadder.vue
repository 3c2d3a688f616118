<script setup lang="ts">
import type { Trace } from '@janua/core'
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { decimal, listed, sure } from '../shell/format.ts'
import { type Evidence, evidenceOf } from './evidence.ts'
import { spread } from './spread.ts'

/** The candidates as a ladder: a rung's height is the confidence with that passage put first; the line across is the threshold. */
const {
  trace,
  chosen,
  marked = -1,
} = defineProps<{ trace: Trace; chosen: number | null; marked?: number }>()
defineEmits<{ mark: [rung: number] }>()
const HEIGHT = 310
const LABEL = 78
/** More rungs than this only crowd the foot of the ladder. */
const SHOWN = 5
const y = (confidence: number) => HEIGHT - 14 - confidence * (HEIGHT - 28)
const marks = [0.1, 0.3, 0.5, 0.7, 0.9]
const rungs = computed(() => {
  const shown = trace.candidates.slice(0, SHOWN)
  const places = spread(
    shown.map(({ confidence }) => y(confidence) - 12),
    LABEL,
  )
  return shown.map((candidate, i) => ({
    candidate,
    at: y(candidate.confidence),
    label: places[i]!,
    parts: evidenceOf(candidate.contributions),
  }))
})
const height = computed(() => Math.max(HEIGHT, ...rungs.value.map(({ label }) => label + LABEL)))

/** What counted is told in words; the weights are for who wants to know how much. */
const hasWeights = useLocalStorage('janua:why-weights', false)
const reasonsOf = (parts: readonly Evidence[]) => listed(parts.map(({ words }) => words))
const speaksFor = (parts: readonly Evidence[]) => parts.filter(({ weight }) => weight > 0)
const against = (parts: readonly Evidence[]) => parts.filter(({ weight }) => weight < 0)
const signed = (value: number) => `${value < 0 ? '−' : '+'}${decimal(Math.abs(value))}`
</script>

<template>
  <div class="ladder" :style="{ height: `${height}px` }" data-test="ladder">
    <div class="posts" :style="{ height: `${HEIGHT}px` }">
      <span
        v-for="mark in marks"
        :key="mark"
        class="mark small quiet figures"
        :style="{ top: `${y(mark) - 9}px` }"
        >{{ sure(mark) }}</span
      >
      <span class="threshold" :style="{ top: `${y(trace.threshold) - 3}px` }" /><span
        v-for="(rung, i) in rungs"
        :key="i"
        class="rung"
        :class="{ won: i === chosen }"
        :style="{ top: `${rung.at - 5}px` }"
      />
    </div>
    <span class="threshold-name small" :style="{ top: `${y(trace.threshold) - 22}px` }">{{
      $t('answering.whyLadder.threshold', { threshold: sure(trace.threshold) })
    }}</span>
    <div v-for="(rung, i) in rungs" :key="i" class="words" :style="{ top: `${rung.label}px` }">
      <button type="button" class="name" :aria-pressed="i === marked" @click="$emit('mark', i)">
        {{ [rung.candidate.title, ...rung.candidate.path].join(' › ') }}
      </button>
      <span class="figures small">{{ sure(rung.candidate.confidence) }}</span>
      <template v-if="hasWeights">
        <div class="bars">
          <i
            v-for="part in rung.parts"
            :key="part.words"
            :class="{ minus: part.weight < 0 }"
            :style="{ width: `${Math.min(120, Math.abs(part.weight) * 34)}px` }"
          />
        </div>
        <p class="small quiet">
          {{
            rung.parts.map((part) => `${part.words} ${signed(part.weight)}`).join(' · ') ||
            $t('answering.whyLadder.asAMiddlingCase')
          }}
        </p>
      </template>
      <p v-else class="small quiet" data-test="evidence">
        <template v-if="speaksFor(rung.parts).length">{{
          $t('answering.whyLadder.speaksFor', { reasons: reasonsOf(speaksFor(rung.parts)) })
        }}</template><template v-if="against(rung.parts).length"
          ><br v-if="speaksFor(rung.parts).length" />{{
            $t('answering.whyLadder.against', { reasons: reasonsOf(against(rung.parts)) })
          }}</template
        ><template v-if="rung.parts.length === 0">{{
          $t('answering.whyLadder.asAMiddlingCase')
        }}</template>
      </p>
    </div>
  </div>
  <button type="button" class="weights small" data-test="weights" @click="hasWeights = !hasWeights">
    {{ hasWeights ? $t('answering.whyLadder.hideWeights') : $t('answering.whyLadder.showWeights') }}
  </button>
  <ul v-if="trace.leftOut.length" class="small left-out" data-test="left-out">
    <li v-for="each in trace.leftOut" :key="each.revision">
      <i18n-t keypath="answering.whyLadder.wasLeftOutIt" scope="global"
        ><template #each
          ><strong>{{ each.title }}</strong></template
        ><template #because>{{ each.because }}</template></i18n-t
      >
    </li>
  </ul>
</template>

<style scoped>
.ladder {
  position: relative;
}
.posts {
  position: absolute;
  left: 40px;
  width: 190px;
  border-inline: 5px solid var(--ink);
}
.mark {
  position: absolute;
  left: -44px;
}
.rung {
  position: absolute;
  left: -5px;
  right: -5px;
  height: 10px;
  border: 2px solid var(--harbour);
  background: var(--surface);
  border-radius: var(--round-small);
}
.rung.won {
  background: var(--harbour);
}
.threshold {
  position: absolute;
  left: -18px;
  right: -18px;
  height: 6px;
  background: var(--brass);
}
.threshold-name {
  position: absolute;
  left: 52px;
  color: var(--brass);
  font-weight: 600;
}
.words {
  position: absolute;
  left: 266px;
  right: 0;
}

.weights {
  justify-self: start;
  border: 0;
  background: none;
  padding: 0;
  color: var(--harbour);
  text-decoration: underline;
  cursor: pointer;
}
.name {
  border: 0;
  background: none;
  padding: 0;
  font-weight: 650;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.name[aria-pressed='true'] {
  text-decoration: underline;
  text-decoration-color: var(--brass);
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
.bars {
  display: flex;
  gap: 2px;
  margin: 3px 0;
  height: 9px;
}
.bars i {
  background: var(--harbour);
  border-radius: var(--round-small);
}
.bars i.minus {
  background: repeating-linear-gradient(45deg, var(--brick) 0 3px, var(--surface) 3px 5px);
}
.left-out {
  margin: 12px 0 0;
  padding-left: 18px;
}
</style>
