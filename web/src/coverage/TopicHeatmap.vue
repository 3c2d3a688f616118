<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { CoverageView } from '@janua/contracts'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { counted, day, percent } from '../shell/format.ts'
import ChartFrame from './ChartFrame.vue'

/** Topics down, weeks across: each cell is filled by coverage, and as large as it was asked. */
const { view } = defineProps<{ view: CoverageView }>()
const router = useRouter()
const CELL = 32
const weeks = computed(() => view.weeks.map(({ starts }) => starts))
const most = computed(() =>
  Math.max(1, ...view.heatmap.flatMap((topic) => topic.weeks.map(({ questions }) => questions))),
)
const cellOf = (topic: CoverageView['heatmap'][number], starts: string) =>
  topic.weeks.find((week) => week.starts === starts)
const side = (questions: number) => Math.max(6, Math.sqrt(questions / most.value) * (CELL - 4))
const rows = computed(() =>
  view.heatmap.flatMap((topic) =>
    topic.weeks.map(({ starts, questions, right }) => [
      topic.label,
      starts,
      questions,
      Math.round((100 * right) / Math.max(1, questions)),
    ]),
  ),
)
const words = (label: string, starts: string, questions: number, right: number) =>
  t('coverage.topicHeatmap.square', {
    topic: label,
    day: day(starts),
    questions: counted('units.question', questions),
    share: percent(right / Math.max(1, questions)),
  })
const open = (topic: number, starts: string) =>
  router.push({
    path: '/questions',
    query: {
      topic,
      from: starts,
      to: new Date(Date.parse(`${starts}T00:00:00Z`) + 6 * 86_400_000).toISOString().slice(0, 10),
    },
  })
</script>

<template>
  <ChartFrame
    :title="$t('coverage.topicHeatmap.whichTopicsAreCovered')"
    :unit="$t('coverage.topicHeatmap.theMostAskedTopics')"
    :columns="[
      $t('coverage.topicHeatmap.topic'),
      $t('coverage.coverageTrend.weekFrom'),
      $t('common.questions'),
      $t('coverage.coverageTrend.coverage'),
    ]"
    :rows="rows"
    file="coverage-heatmap"
  >
    <div class="heatmap" data-test="heatmap">
      <table>
        <thead>
          <tr>
            <th scope="col">
              <span class="visually-hidden">{{ $t('coverage.topicHeatmap.topic') }}</span>
            </th>
            <th v-for="(starts, i) in weeks" :key="starts" scope="col">
              <span :class="{ 'visually-hidden': i % 2 === 1 }">{{
                day(starts).replace(/ \d{4}$/, '')
              }}</span>
            </th>
            <th scope="col" class="n">{{ $t('coverage.topicHeatmap.asked') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="topic in view.heatmap" :key="topic.topic">
            <th scope="row">
              <RouterLink :to="`/gaps/${topic.topic}`" :title="topic.label">{{
                topic.label
              }}</RouterLink>
            </th>
            <td v-for="starts in weeks" :key="starts">
              <button
                v-if="cellOf(topic, starts)"
                type="button"
                :aria-label="
                  words(
                    topic.label,
                    starts,
                    cellOf(topic, starts)!.questions,
                    cellOf(topic, starts)!.right,
                  )
                "
                :title="
                  words(
                    topic.label,
                    starts,
                    cellOf(topic, starts)!.questions,
                    cellOf(topic, starts)!.right,
                  )
                "
                @click="open(topic.topic, starts)"
              >
                <span
                  class="cell"
                  :style="{
                    width: `${side(cellOf(topic, starts)!.questions)}px`,
                    height: `${side(cellOf(topic, starts)!.questions)}px`,
                  }"
                  ><span
                    class="fill"
                    :style="{
                      height: `${(100 * cellOf(topic, starts)!.right) / cellOf(topic, starts)!.questions}%`,
                    }"
                /></span>
              </button>
            </td>
            <td class="n">{{ topic.questions }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <template #how>{{ $t('coverage.topicHeatmap.theAreaOfA') }}</template>
  </ChartFrame>
</template>

<style scoped>
.heatmap {
  position: relative;
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
thead th {
  font-weight: 400;
  font-size: var(--text-tiny);
  color: var(--muted);
  text-align: center;
  padding: 0 0 4px;
  white-space: nowrap;
}
tbody th {
  text-align: left;
  font-weight: 400;
  font-size: var(--text-small);
  max-width: 250px;
  padding-right: 12px;
  border-top: 1px solid var(--line);
}
tbody th a {
  color: inherit;
  text-decoration: none;
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
tbody th a:hover {
  text-decoration: underline;
}
td {
  min-width: 34px;
  height: 34px;
  padding: 0;
  text-align: center;
  border-top: 1px solid var(--line);
}
td button {
  border: 0;
  background: none;
  padding: 0;
  width: 34px;
  height: 32px;
  display: grid;
  place-items: center;
  cursor: pointer;
  margin: 0 auto;
}
.cell {
  display: flex;
  align-items: flex-end;
  background: var(--brick-soft);
  border: 1px solid var(--muted);
  border-radius: var(--round-small);
  overflow: hidden;
}
.fill {
  width: 100%;
  background: var(--harbour);
}
.n {
  text-align: right;
  font-variant-numeric: tabular-nums;
  font-size: var(--text-small);
  color: var(--muted);
  padding-left: 8px;
}
</style>
