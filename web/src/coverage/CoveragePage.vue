<script setup lang="ts">
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'
import { count, day, moment } from '../shell/format.ts'
import { useRemote } from '../shell/useRemote.ts'
import { useSession } from '../shell/session.ts'
import ByDimension from './ByDimension.vue'
import TopicHeatmap from './TopicHeatmap.vue'
import CoverageTrend from './CoverageTrend.vue'
import ReportingPanel from './ReportingPanel.vue'
import TargetsPanel from './TargetsPanel.vue'
import VisitorFunnel from './VisitorFunnel.vue'
import { shareOf, withMargin } from './words.ts'

const session = useSession()
const weeks = ref(12)
const WEEKS = [
  { value: 4, label: '4 weeks' },
  { value: 12, label: '12 weeks' },
  { value: 26, label: 'Half a year' },
  { value: 52, label: 'A year' },
]
const { state, reload: load } = useRemote('/coverage', () => ({ weeks: weeks.value }), {
  hears: ['figures'],
})
const view = computed(() => state.value.value)
</script>

<template>
  <div class="page">
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <template v-if="view">
      <div class="head">
        <div>
          <h1 data-test="coverage-head">
            <template v-if="view.total.questions"
              >{{ withMargin(shareOf(view.total), view.total.low, view.total.high) }} of
              {{ count(view.total.questions, 'question') }} answered rightly</template
            ><template v-else>Nothing was asked in this period</template>
          </h1>
          <p class="quiet">
            From {{ day(view.from) }} to today, counted in {{ view.zone
            }}<template v-if="view.asOf">, as of {{ moment(view.asOf) }}</template
            >.
          </p>
        </div>
        <SelectButton
          v-model="weeks"
          :options="WEEKS"
          option-label="label"
          option-value="value"
          :allow-empty="false"
          size="small"
          aria-label="Period"
          data-test="period"
        />
      </div>
      <Message v-for="fall in view.falls.slice(-2)" :key="fall.day" severity="warn"
        >Coverage fell on {{ day(fall.day) }}, from {{ Math.round(fall.before * 100) }} % to
        {{ Math.round(fall.since * 100) }} %.
        <RouterLink :to="{ path: '/questions', query: { from: fall.day, to: fall.day } }"
          >That day’s questions</RouterLink
        ></Message
      >
      <div class="columns"><CoverageTrend :view="view" /><VisitorFunnel :view="view" /></div>
      <TopicHeatmap v-if="view.heatmap.length" :view="view" />
      <div class="columns">
        <ByDimension :weeks="weeks" />
        <div class="stack">
          <TargetsPanel :targets="view.targets" @changed="load()" /><ReportingPanel
            v-if="session.role === 'lead'"
            @changed="load()"
          />
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.columns {
  margin-bottom: 30px;
}
.columns + figure {
  margin-bottom: 34px;
}
</style>
