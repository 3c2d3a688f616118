<script setup lang="ts">
import { cheapest, costOf, type Costs } from '@janua/core'
import { useLocalStorage } from '@vueuse/core'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { computed, ref, watch } from 'vue'
import { put } from '../shell/api.ts'
import { count, day, percent, whole } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import { useSession } from '../shell/session.ts'
import ReviewNext from './ReviewNext.vue'
import ReliabilityDiagram from './ReliabilityDiagram.vue'
import ThresholdChart from './ThresholdChart.vue'
import { useCurve } from './useCurve.ts'

const session = useSession()
const { run, busy } = useAction()
const { state, reload: load } = useRemote('/threshold')
const { curve, compute } = useCurve()
const door = ref<number>()
const ALL = 'all collections'
const chosen = ref(ALL)
const collection = computed(() => (chosen.value === ALL ? null : chosen.value))
const threshold = ref(0.4)
/** The lead has chosen a value, which stays whatever is counted anew. */
const isDragged = ref(false)
/** In minutes of somebody's time, to begin with; the lead puts in what it is worth. */
const costs = useLocalStorage<Costs>('janua:costs', {
  wrong: 20,
  askedBack: 1,
  handedOver: 6,
  unhelped: 8,
})
const COSTS: { key: keyof Costs; label: string }[] = [
  { key: 'wrong', label: 'a wrong answer' },
  { key: 'askedBack', label: 'one more tap by a visitor' },
  { key: 'handedOver', label: 'a hand-over' },
  { key: 'unhelped', label: 'a visitor left unhelped' },
]

const view = computed(() => state.value.value)
const here = computed(() => view.value?.doors.find(({ id }) => id === door.value))
const present = computed(
  () =>
    (collection.value !== null ? here.value?.thresholds[collection.value] : undefined) ??
    here.value?.threshold ??
    0.4,
)
const isHere = (each: { door: number; collection: string }) =>
  each.door === door.value && (collection.value === null || each.collection === collection.value)
const volume = computed(() => view.value?.volume.filter(isHere) ?? [])
const askedBack = computed(() =>
  volume.value
    .filter(({ outcome }) => outcome === 'clarifying')
    .reduce((sum, { weight }) => sum + weight, 0),
)
const points = computed(() => curve.value?.points ?? [])
const at = computed(() => points.value[Math.round(threshold.value * 100)])
const before = computed(() => points.value[Math.round(present.value * 100)])
const best = computed(() => cheapest(points.value, askedBack.value, costs.value))
const costNow = computed(() => (at.value ? costOf(at.value, askedBack.value, costs.value) : 0))
const costBefore = computed(() =>
  before.value ? costOf(before.value, askedBack.value, costs.value) : 0,
)
const WEEK = computed(() =>
  at.value && before.value
    ? [
        {
          name: 'answered right',
          shape: '●',
          tone: 'right',
          now: at.value.right,
          then: before.value.right,
          known: at.value.known,
        },
        {
          name: 'answered wrong',
          shape: '□',
          tone: 'wrong',
          now: at.value.wrong,
          then: before.value.wrong,
          known: at.value.known,
        },
        {
          name: 'settled by an offer',
          shape: '◒',
          tone: 'back',
          now: at.value.taken,
          then: before.value.taken,
          known: true,
        },
        {
          name: 'asked back',
          shape: '◐',
          tone: 'back',
          now: askedBack.value,
          then: askedBack.value,
          known: true,
        },
        {
          name: 'handed to a person',
          shape: '◆',
          tone: 'person',
          now: at.value.handedOver,
          then: before.value.handedOver,
          known: true,
        },
        {
          name: 'left unhelped',
          shape: '○',
          tone: 'left',
          now: at.value.unhelped,
          then: before.value.unhelped,
          known: true,
        },
      ]
    : [],
)
const signed = (value: number) =>
  Math.abs(value) < 0.5 ? '±0' : `${value < 0 ? '−' : '+'}${whole(Math.round(Math.abs(value)))}`

function drag(to: number): void {
  isDragged.value = true
  threshold.value = to
}

watch(view, () => (door.value ??= view.value?.doors[0]?.id), { immediate: true })
watch([door, collection], () => {
  isDragged.value = false
  threshold.value = present.value
})
watch([volume, present], weigh, { immediate: true })
function weigh(): void {
  if (!view.value) return
  if (!isDragged.value) threshold.value = present.value
  const asked = volume.value
    .filter(({ outcome }) => outcome !== 'clarifying' && outcome !== 'declined')
    .map(({ p, weight, offered }) => ({ p, weight, offered }))
  const reviewed = view.value.reviewed.filter(isHere).map(({ p, right, chance, word }) => ({
    p,
    right,
    chance,
    ...(word !== undefined && { word }),
  }))
  compute({
    volume: asked,
    reviewed,
    askedBack: askedBack.value,
    offersTaken: view.value.offersTaken,
    handsOver: view.value.handsOver,
    present: present.value,
  })
}
async function set(): Promise<void> {
  const done = await run(
    async () => {
      await put('/threshold', {
        door: door.value!,
        collection: collection.value,
        threshold: threshold.value,
      })
      return true
    },
    `The threshold is ${threshold.value.toFixed(2)} in the draft, ready to publish`,
  )
  if (!done) return
  await Promise.all([load(), session.refreshRelease()])
}
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
          :options="[
            { value: ALL, label: 'All collections' },
            ...view.collections.map((value) => ({ value, label: value })),
          ]"
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
              :best="best?.threshold ?? null"
            />
            <ul class="week" data-test="week">
              <li v-for="each in WEEK" :key="each.name" :class="each.tone">
                <strong class="figures">{{
                  each.known ? whole(Math.round(each.now)) : '?'
                }}</strong><span>{{ each.shape }} {{ each.name }}</span
                ><span class="small quiet figures">{{
                  each.known ? signed(each.now - each.then) : 'not known'
                }}</span>
              </li>
              <li class="cost">
                <strong class="figures">{{
                  at?.known ? whole(Math.round(costNow)) : '?'
                }}</strong><span>cost a week</span
                ><span class="small quiet figures">{{
                  at?.known ? signed(costNow - costBefore) : 'not known'
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
                v-if="best && best.threshold !== threshold"
                text
                :label="`Go to the cheapest, ${best.threshold.toFixed(2)}`"
                data-test="go-best"
                @click="drag(Math.max(0.05, best.threshold))"
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
