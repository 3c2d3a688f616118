<script setup lang="ts">
import type { Costs } from '@janua/core'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { computed } from 'vue'
import { count, day, percent, whole } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import ReviewNext from './ReviewNext.vue'
import ReliabilityDiagram from './ReliabilityDiagram.vue'
import ThresholdChart from './ThresholdChart.vue'
import { useThreshold } from './useThreshold.ts'

const COSTS: { key: keyof Costs; label: string }[] = [
  { key: 'wrong', label: 'a wrong answer' },
  { key: 'askedBack', label: 'one more tap by a visitor' },
  { key: 'handedOver', label: 'a hand-over' },
  { key: 'unhelped', label: 'a visitor left unhelped' },
]
const ALL = 'all collections'

const session = useSession()
const {
  state,
  view,
  curve,
  door,
  collection,
  threshold,
  costs,
  present,
  points,
  at,
  best,
  week,
  busy,
  drag,
  set,
  load,
} = useThreshold()
const chosen = computed({
  get: () => collection.value ?? ALL,
  set: (name) => (collection.value = name === ALL ? null : name),
})
const collections = computed(() => [
  { value: ALL, label: 'All collections' },
  ...(view.value?.collections ?? []).map((value) => ({ value, label: value })),
])
const signed = (value: number) =>
  Math.abs(value) < 0.5 ? '±0' : `${value < 0 ? '−' : '+'}${whole(Math.round(Math.abs(value)))}`
</script>

<template>
  <div class="page">
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <div v-if="view && !view.replay" class="empty panel">
      <h1>How sure must an answer be?</h1>
      <p>
        The curve is drawn from what was really asked. Ask it again of the draft first; it takes
        some seconds.
      </p>
      <RouterLink to="/replay?start">Make a replay</RouterLink>
    </div>
    <template v-else-if="view?.replay">
      <div class="head">
        <div>
          <h1 data-test="threshold-head">
            <template v-if="at?.known && at.accuracy !== null"
              >With the threshold at {{ threshold.toFixed(2) }}, {{ percent(at.answered) }} are
              answered and {{ percent(at.accuracy) }} of these rightly</template
            ><template v-else-if="at"
              >With the threshold at {{ threshold.toFixed(2) }}, {{ percent(at.answered) }} are
              answered; how rightly is not known</template
            ><template v-else>How sure must an answer be?</template>
          </h1>
          <p class="quiet">
            A week like those of {{ day(view.replay.from) }} to {{ day(view.replay.to) }}:
            {{ count(view.replay.asked, 'question') }} asked again of the draft<template
              v-if="!view.replay.current"
            >
              as it was then (<RouterLink to="/replay?start">ask anew</RouterLink>)</template
            >.
          </p>
        </div>
        <Select
          v-model="door"
          :options="view.doors"
          option-label="title"
          option-value="id"
          size="small"
          aria-label="Door"
        />
        <Select
          v-model="chosen"
          :options="collections"
          option-label="label"
          option-value="value"
          size="small"
          aria-label="Collection"
        />
      </div>
      <div class="columns">
        <div class="stack">
          <template v-if="curve && curve.missing === 0">
            <p class="row small legend">
              <span class="a">share answered</span
              ><span class="b">of these right, with its 95 % band</span
              ><span class="c">cheapest place</span><span class="d">the threshold as it is</span>
            </p>
            <ThresholdChart
              :model-value="threshold"
              @update:model-value="drag"
              :points="points"
              :present="present"
              :best="best ?? null"
            />
            <ul class="week" data-test="week">
              <li v-for="each in week" :key="each.name" :class="each.tone">
                <strong class="figures">{{
                  each.known ? whole(Math.round(each.now)) : '?'
                }}</strong><span>{{ each.shape }} {{ each.name }}</span
                ><span class="small quiet figures">{{
                  each.known ? signed(each.now - each.then) : 'not known'
                }}</span>
              </li>
            </ul>
            <p class="row">
              <Button
                v-if="session.role === 'lead'"
                :label="`Set the threshold to ${threshold.toFixed(2)} in the draft`"
                :disabled="threshold === present"
                :loading="busy"
                data-test="set-threshold"
                @click="set"
              /><Button
                v-if="best && best !== threshold"
                text
                :label="`Go to the cheapest, ${best.toFixed(2)}`"
                data-test="go-best"
                @click="drag(best)"
              />
            </p>
          </template>
          <Message v-else-if="curve" severity="info" data-test="too-few"
            >{{ count(curve.reviewed, 'reviewed answer') }} here; {{ curve.missing }} more are
            needed for a curve.
            {{ collection !== null ? 'Choose all collections, or review' : 'Review' }} some at the
            right.</Message
          >
          <p class="small quiet">
            Counted so: each reviewed answer stands for those like it that were not reviewed, by its
            chance of being reviewed. The confidence is calibrated on them (Platt), read out of
            fold, and summed over all questions. Who gets no answer is shown what comes near:
            {{ percent(view.offersTaken) }} of those took one. Of conversations left unsettled,
            {{ percent(view.handsOver) }} went to a person; the others count as left unhelped.
            Questions back stay as they are wherever the threshold stands.
          </p>
        </div>
        <div class="stack">
          <section class="panel costs">
            <h2>What each costs, in a unit of yours</h2>
            <label v-for="each in COSTS" :key="each.key"
              ><span>{{ each.label }}</span
              ><InputNumber
                v-model="costs[each.key]"
                :min="0"
                :max="1000"
                :max-fraction-digits="1"
                size="small"
                :input-style="{ width: '74px', textAlign: 'right' }"
            /></label>
          </section>
          <section v-if="curve && curve.reviewed > 0" class="panel reliability">
            <ReliabilityDiagram :bins="curve.bins" />
            <div>
              <h2>Are promises kept?</h2>
              <p class="small">
                Of answers at 0.8, 80 % should be right. A dot below the line promised too much; its
                size is how many were reviewed.
              </p>
              <p class="small">
                Expected calibration error
                <strong class="figures">{{ curve.error.toFixed(3) }}</strong> over
                {{ count(curve.reviewed, 'reviewed answer') }}.
              </p>
            </div>
          </section>
          <ReviewNext :threshold="threshold" @reviewed="load" />
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.legend {
  gap: 18px;
}
.legend span::before {
  content: '';
  display: inline-block;
  width: 18px;
  height: 0;
  border-top: 3px solid var(--harbour);
  margin-right: 6px;
  vertical-align: middle;
}
.legend .b::before {
  border-color: var(--moss);
}
.legend .c::before {
  content: '▲';
  border: 0;
  width: auto;
  height: auto;
  color: var(--brass);
}
.legend .d::before {
  border-top: 2px dashed var(--muted);
}
.week {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  border-block: 1px solid var(--ink);
}
.week li {
  display: grid;
  gap: 2px;
  padding: 9px 4px 9px 10px;
  border-left: 1px solid var(--line);
  align-content: start;
  font-size: var(--text-small);
}
.week li:first-child {
  border-left: 0;
  padding-left: 0;
}
.week strong {
  font: 650 var(--text-heading) / 1.1 var(--display);
}
.right strong {
  color: var(--harbour);
}
.wrong strong,
.left strong {
  color: var(--brick);
}
.back strong {
  color: var(--harbour);
}
.person strong {
  color: var(--plum);
}
.costs {
  display: grid;
  gap: 7px;
}
.costs label {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
}
.reliability {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 12px;
  align-items: center;
}
.reliability div {
  display: grid;
  gap: 8px;
}
@media (width <= 960px) {
  .week {
    grid-template-columns: repeat(3, 1fr);
  }
}
</style>
