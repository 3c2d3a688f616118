<script setup lang="ts">
import type { CoverageView } from '@janua/contracts'
import { computed } from 'vue'
import { percent, whole } from '../shell/format.ts'
import { funnelFacts, funnelSteps } from './funnel.ts'
import ChartFrame from './ChartFrame.vue'
import TermHelp from '../help/TermHelp.vue'

/** From conversations begun to such that were resolved. */
const { view } = defineProps<{ view: CoverageView }>()
const steps = computed(() => funnelSteps(view))
const facts = computed(() => funnelFacts(view))
const rows = computed(() => [
  ...steps.value.map(({ name, n, how }) => [name, n, how]),
  ...facts.value.map(({ name, value, how }) => [name, value, how]),
])
</script>

<template>
  <ChartFrame
    :title="$t('coverage.visitorFunnel.whatBecomesOfVisitors')"
    :unit="$t('coverage.visitorFunnel.conversations')"
    :columns="['step', 'conversations', 'which']"
    :rows="rows"
    file="funnel"
  >
    <ol data-test="funnel">
      <li v-for="step in steps" :key="step.name">
        <span class="name">{{ step.name }}</span><span class="track"
          ><span
            :style="{ width: `${steps[0]!.n === 0 ? 0 : (100 * step.n) / steps[0]!.n}%` }" /></span
        ><span class="n">{{ whole(step.n) }}</span
        ><span class="n quiet">{{
          step === steps[0] ? '' : step.of === 0 ? '–' : percent(step.n / step.of)
        }}</span>
      </li>
    </ol>
    <dl>
      <div v-for="{ name, value, how, query, term } in facts" :key="name">
        <dt class="small quiet">{{ name }}<TermHelp v-if="term" :term="term" :about="name" /></dt>
        <dd>
          <RouterLink
            v-if="query"
            :to="{ path: '/questions', query: { ...query, from: view.from, to: view.to } }"
            ><strong>{{ value }}</strong></RouterLink
          ><strong v-else>{{ value }}</strong> <span class="small quiet">{{ how }}</span>
        </dd>
      </div>
    </dl>
    <template #how>{{
      $t('coverage.visitorFunnel.conversationsOnTheDay', { how: steps[4]!.how })
    }}</template>
  </ChartFrame>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 118px 1fr 56px 46px;
  gap: 8px;
  align-items: center;
  font-size: var(--text-small);
}
.track {
  height: 16px;
  background: var(--surface);
  border: 1px solid var(--line);
}
.track span {
  display: block;
  height: 100%;
  background: var(--harbour);
}
li:last-child .track span {
  background: var(--moss);
}
.n {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
dl {
  display: grid;
  gap: 4px;
  margin: 6px 0 0;
}
dl div {
  display: grid;
  grid-template-columns: 118px 1fr;
  gap: 8px;
  align-items: baseline;
}
dd {
  margin: 0;
}
</style>
