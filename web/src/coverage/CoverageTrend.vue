<script setup lang="ts">
import type { CoverageView } from '@janua/contracts'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useDark } from '@vueuse/core'
import { day, percent } from '../shell/format.ts'
import ChartFrame from './ChartFrame.vue'
import { axis, base, token, tooltip, VChart } from './echarts.ts'
import { shareOf } from './words.ts'

/** Coverage week by week with its interval, and the releases where they came. */
const { view } = defineProps<{ view: CoverageView }>()
const router = useRouter()
const dark = useDark({ valueDark: 'dark' })
/** A week that has hardly begun would only show its margin. */
const points = computed(() =>
  view.weeks.filter(({ questions, running, few }) => questions > 0 && !(running && few)),
)
const target = computed(() => view.targets.find(({ measure }) => measure === 'coverage'))
const short = (iso: string) => day(iso).replace(/ \d{4}$/, '')
const at = (iso: string) => Date.parse(`${iso}T00:00:00Z`)
const option = computed(() => {
  void dark.value // colours are read anew with the scheme
  const high = (i: number) => points.value[i]!.high ?? shareOf(points.value[i]!)
  const low = (i: number) => points.value[i]!.low ?? shareOf(points.value[i]!)
  return {
    ...base(),
    grid: { left: 44, right: 16, top: 26, bottom: 26 },
    tooltip: {
      trigger: 'axis',
      ...tooltip(),
      formatter: (items: { dataIndex: number }[]) => {
        const week = points.value[items[0]!.dataIndex]!
        return `Week from ${day(week.starts)}${week.running ? ', so far' : ''}<br><strong>${percent(shareOf(week))}</strong> (${percent(low(items[0]!.dataIndex))} to ${percent(high(items[0]!.dataIndex))}) of ${week.questions} questions`
      },
    },
    xAxis: {
      type: 'time',
      ...axis(),
      splitLine: { show: false },
      axisLabel: {
        color: token('muted'),
        formatter: (value: number) => short(new Date(value).toISOString()),
        hideOverlap: true,
      },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: 1,
      interval: 0.25,
      ...axis(),
      axisLabel: {
        color: token('muted'),
        formatter: (value: number) => `${Math.round(value * 100)} %`,
      },
    },
    series: [
      {
        type: 'line',
        stack: 'band',
        symbol: 'none',
        lineStyle: { width: 0 },
        data: points.value.map((week, i) => [at(week.starts), low(i)]),
        silent: true,
      },
      {
        type: 'line',
        stack: 'band',
        symbol: 'none',
        lineStyle: { width: 0 },
        areaStyle: { color: token('harbour'), opacity: 0.16 },
        data: points.value.map((week, i) => [at(week.starts), high(i) - low(i)]),
        silent: true,
      },
      {
        type: 'line',
        symbolSize: 8,
        lineStyle: { width: 2.5, color: token('harbour') },
        itemStyle: { color: token('harbour') },
        data: points.value.map((week) => ({
          value: [at(week.starts), shareOf(week)],
          symbol: week.running ? 'emptyCircle' : 'circle',
        })),
        markLine: {
          symbol: 'none',
          silent: true,
          animation: false,
          data: [
            ...view.releases.map((release) => ({
              xAxis: Date.parse(release.at),
              label: {
                formatter: `release ${release.number}`,
                color: token('brass'),
                position: 'end' as const,
                align: 'left' as const,
              },
              lineStyle: { color: token('brass'), type: 'dotted' as const },
            })),
            ...(target.value
              ? [
                  {
                    yAxis: target.value.share,
                    label: {
                      formatter: 'target',
                      color: token('moss'),
                      position: 'insideEndTop' as const,
                    },
                    lineStyle: { color: token('moss'), type: 'dashed' as const },
                  },
                ]
              : []),
          ],
        },
      },
    ],
  }
})
const rows = computed(() =>
  points.value.map((week) => [
    week.starts,
    week.questions,
    Math.round(shareOf(week) * 1000) / 10,
    Math.round((week.low ?? 0) * 1000) / 10,
    Math.round((week.high ?? 0) * 1000) / 10,
    week.few ? 'few' : '',
  ]),
)
function open({ dataIndex }: { dataIndex?: number }): void {
  const week = dataIndex === undefined ? undefined : points.value[dataIndex]
  if (week)
    void router.push({
      path: '/questions',
      query: {
        from: week.starts,
        to: new Date(at(week.starts) + 6 * 86_400_000).toISOString().slice(0, 10),
      },
    })
}
</script>

<template>
  <ChartFrame
    title="How much is answered rightly?"
    unit="% of questions, by week"
    :columns="['week from', 'questions', 'coverage %', 'low %', 'high %', '']"
    :rows="rows"
    file="coverage"
  >
    <div class="chart" data-test="coverage-trend">
      <VChart :option="option" autoresize @click="open" />
    </div>
    <template #how
      >Reviews where there are any, else how sure each answer from your content was, over all
      questions. Band: 95 %, bootstrap over visitors. Dotted: releases. A point opens its
      questions.</template
    >
  </ChartFrame>
</template>

<style scoped>
.chart {
  height: 260px;
}
</style>
