<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Costs } from '@janua/core'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { computed } from 'vue'
import { counted, day, percent, sure, whole } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import ReviewNext from './ReviewNext.vue'
import ReliabilityDiagram from './ReliabilityDiagram.vue'
import ThresholdChart from './ThresholdChart.vue'
import { adviceSentence, costShown, savingSentence } from './thresholdAdvice.ts'
import type { WeekFigure } from './thresholdWeek.ts'
import { useThreshold } from './useThreshold.ts'
import TermHelp from '../help/TermHelp.vue'

const COSTS: { key: keyof Costs; label: string }[] = [
  { key: 'wrong', label: t('releases.threshold.aWrongAnswer') },
  { key: 'askedBack', label: t('releases.threshold.oneMoreTapBy') },
  { key: 'handedOver', label: t('releases.threshold.aHandOver') },
  { key: 'unhelped', label: t('releases.threshold.aVisitorLeftUnhelped') },
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
  advice,
  hourlyCost,
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
  { value: ALL, label: t('releases.threshold.allCollections') },
  ...(view.value?.collections ?? []).map((value) => ({ value, label: value })),
])
/** Until the lead tries another place, the one that is advised. */
const wanted = computed(() =>
  threshold.value === present.value ? (advice.value?.threshold ?? present.value) : threshold.value,
)
async function take(): Promise<void> {
  drag(wanted.value)
  await set()
}
const shown = ({ tone }: WeekFigure, n: number) =>
  tone === 'cost' ? costShown(n, hourlyCost.value) : whole(Math.round(n))
function changed(figure: WeekFigure): string {
  const by = figure.now - figure.then
  return Math.abs(by) < 0.5 ? '±0' : `${by < 0 ? '−' : '+'}${shown(figure, Math.abs(by))}`
}
</script>

<template>
  <div class="page">
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <div v-if="view && !view.replay" class="empty panel">
      <h1>{{ $t('releases.threshold.howSureMustAn') }}</h1>
      <p>
        {{ $t('releases.threshold.theCurveIsDrawn') }}
      </p>
      <RouterLink to="/replay?start">{{ $t('releases.threshold.makeAReplay') }}</RouterLink>
    </div>
    <template v-else-if="view?.replay">
      <div class="head">
        <div>
          <h1 data-test="threshold-head">
            {{ advice ? adviceSentence(advice) : $t('releases.threshold.howSureMustAn')
            }}<TermHelp term="answers.threshold" :about="$t('shell.pages.threshold')" />
          </h1>
          <p v-if="advice && advice.saves > 0" data-test="threshold-saves">
            {{ savingSentence(advice.saves, hourlyCost) }}
          </p>
          <p v-if="at" data-test="threshold-now">
            <template v-if="at.known && at.accuracy !== null">{{
              $t('releases.threshold.withTheThresholdAt', {
                threshold: sure(threshold),
                answered: percent(at.answered),
                accuracy: percent(at.accuracy),
              })
            }}</template><template v-else>{{
              $t('releases.threshold.withTheThresholdAt2', {
                threshold: sure(threshold),
                answered: percent(at.answered),
              })
            }}</template>
          </p>
          <p class="quiet">
            {{
              $t('releases.threshold.aWeekLikeThose', {
                from: day(view.replay.from),
                to: day(view.replay.to),
                question: counted('units.question', view.replay.asked),
              })
            }}<template v-if="!view.replay.current"
              >{{ ' '
              }}<i18n-t keypath="releases.threshold.asItWasThen" scope="global"
                ><template #link
                  ><RouterLink to="/replay?start">{{
                    $t('releases.threshold.askAnew')
                  }}</RouterLink></template
                ></i18n-t
              ></template
            >.
          </p>
        </div>
        <Select
          v-model="door"
          :options="view.doors"
          option-label="title"
          option-value="id"
          size="small"
          :aria-label="$t('common.door')"
        />
        <Select
          v-model="chosen"
          :options="collections"
          option-label="label"
          option-value="value"
          size="small"
          :aria-label="$t('common.collection')"
        />
      </div>
      <div class="columns">
        <div class="stack">
          <template v-if="curve && curve.missing === 0">
            <p class="row small legend">
              <span class="a">{{ $t('releases.threshold.shareAnswered') }}</span><span class="b">{{
                $t('releases.threshold.ofTheseRightWith')
              }}</span
              ><span class="c">{{ $t('releases.threshold.cheapestPlace') }}</span
              ><span class="d">{{ $t('releases.threshold.theThresholdAsIt') }}</span>
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
                <strong class="figures">{{ each.known ? shown(each, each.now) : '?' }}</strong><span
                  >{{ each.shape }} {{ each.name }}</span
                ><span class="small quiet figures">{{
                  each.known ? changed(each) : $t('releases.threshold.notKnown')
                }}</span>
              </li>
            </ul>
            <p class="row">
              <Button
                v-if="session.role === 'lead'"
                :label="$t('releases.threshold.setTheThresholdTo', { threshold: sure(wanted) })"
                :disabled="wanted === present"
                :loading="busy"
                data-test="set-threshold"
                @click="take"
              /><Button
                v-if="best && best !== threshold"
                text
                :label="$t('releases.threshold.goToTheCheapest', { best: sure(best) })"
                data-test="go-best"
                @click="drag(best)"
              />
            </p>
          </template>
          <Message v-else-if="curve" severity="info" data-test="too-few">{{
            $t('releases.threshold.hereMoreAreNeeded', {
              reviewedAnswer: counted('units.reviewedAnswer', curve.reviewed),
              missing: curve.missing,
              null:
                collection !== null
                  ? $t('releases.threshold.chooseAllCollectionsOr')
                  : $t('releases.threshold.review'),
            })
          }}</Message>
          <p class="small quiet">
            {{
              $t('releases.threshold.countedSoEachReviewed', {
                offersTaken: percent(view.offersTaken),
                handsOver: percent(view.handsOver),
              })
            }}
          </p>
        </div>
        <div class="stack">
          <section class="panel costs">
            <h2>{{ $t('releases.threshold.whatEachCostsIn') }}</h2>
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
              <h2>
                {{ $t('releases.threshold.arePromisesKept')
                }}<TermHelp
                  term="proving.calibration"
                  :about="$t('releases.threshold.arePromisesKept')"
                />
              </h2>
              <p class="small">
                {{ $t('releases.threshold.ofAnswersAt0') }}
              </p>
              <p class="small">
                <i18n-t keypath="releases.threshold.expectedCalibrationErrorOver" scope="global"
                  ><template #error
                    ><strong class="figures">{{ curve.error.toFixed(3) }}</strong></template
                  ><template #reviewedAnswer>{{
                    counted('units.reviewedAnswer', curve.reviewed)
                  }}</template></i18n-t
                >
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
