<script setup lang="ts">
import type { CoverageView } from '@janua/contracts'
import { useDark } from '@vueuse/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import ChartFrame from './ChartFrame.vue'
import { VChart } from './echarts.ts'
import { drawnWeeks, questionsOfWeek, trendChart } from './trendChart.ts'
import { shareOf, tenths } from './words.ts'

/** Coverage week by week with its interval, and the releases where they came. */
const { view } = defineProps<{ view: CoverageView }>()
const router = useRouter()
const dark = useDark({ valueDark: 'dark' })
const weeks = computed(() => drawnWeeks(view))
const option = computed(() => {
  void dark.value // colours are read anew with the scheme
  return trendChart(weeks.value, view)
})
const rows = computed(() =>
  weeks.value.map((week) => [
    week.starts,
    week.questions,
    tenths(shareOf(week)),
    tenths(week.low),
    tenths(week.high),
    week.few ? 'few' : '',
  ]),
)
function open({ dataIndex }: { dataIndex?: number }): void {
  const week = dataIndex === undefined ? undefined : weeks.value[dataIndex]
  if (week) void router.push({ path: '/questions', query: questionsOfWeek(week) })
}
</script>

<template>
  <ChartFrame
    :title="$t('coverage.coverageTrend.howMuchIsAnswered')"
    :unit="$t('coverage.coverageTrend.ofQuestionsByWeek')"
    :columns="[
      $t('coverage.coverageTrend.weekFrom'),
      $t('common.questions'),
      $t('coverage.coverageTrend.coverage'),
      $t('coverage.coverageTrend.low'),
      $t('coverage.coverageTrend.high'),
      '',
    ]"
    :rows="rows"
    file="coverage"
  >
    <div class="chart" data-test="coverage-trend">
      <VChart :option="option" autoresize @click="open" />
    </div>
    <template #how>{{ $t('coverage.coverageTrend.reviewsWhereThereAre') }}</template>
  </ChartFrame>
</template>

<style scoped>
.chart {
  height: 260px;
}
</style>
