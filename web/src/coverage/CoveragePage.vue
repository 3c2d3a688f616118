<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'
import { counted, day, moment } from '../shell/format.ts'
import { useRemote } from '../shell/useRemote.ts'
import { useSession } from '../shell/session.ts'
import ByDimension from './ByDimension.vue'
import TopicHeatmap from './TopicHeatmap.vue'
import CoverageTrend from './CoverageTrend.vue'
import ReportingPanel from './ReportingPanel.vue'
import TargetsPanel from './TargetsPanel.vue'
import VisitorFunnel from './VisitorFunnel.vue'
import { shareOf, withMargin } from './words.ts'
import TermHelp from '../help/TermHelp.vue'

const session = useSession()
const weeks = ref(12)
const WEEKS = [
  { value: 4, label: t('coverage.coverage.n4Weeks') },
  { value: 12, label: t('coverage.coverage.n12Weeks') },
  { value: 26, label: t('coverage.coverage.halfAYear') },
  { value: 52, label: t('coverage.coverage.aYear') },
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
            <template v-if="view.total.questions">{{
              $t('coverage.coverage.ofAnsweredRightly', {
                high: withMargin(shareOf(view.total), view.total.low, view.total.high),
                question: counted('units.question', view.total.questions),
              })
            }}</template><template v-else>{{ $t('coverage.coverage.nothingWasAskedIn') }}</template
            ><TermHelp term="coverage.coverage" :about="$t('shell.pages.coverage')" />
          </h1>
          <p class="quiet">
            {{
              $t('coverage.coverage.fromToTodayCounted', { from: day(view.from), zone: view.zone })
            }}<template v-if="view.asOf">{{
              $t('coverage.coverage.asOf', { asOf: moment(view.asOf) })
            }}</template
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
          :aria-label="$t('coverage.coverage.period')"
          data-test="period"
        />
      </div>
      <Message v-for="fall in view.falls.slice(-2)" :key="fall.day" severity="warn"
        ><i18n-t keypath="coverage.coverage.coverageFellOnFrom" scope="global"
          ><template #link
            ><RouterLink :to="{ path: '/questions', query: { from: fall.day, to: fall.day } }">{{
              $t('coverage.coverage.thatDaysQuestions')
            }}</RouterLink></template
          ><template #fall>{{ day(fall.day) }}</template
          ><template #before>{{ Math.round(fall.before * 100) }}</template
          ><template #since>{{ Math.round(fall.since * 100) }}</template></i18n-t
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
