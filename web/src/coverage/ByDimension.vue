<script setup lang="ts">
import type { DimensionView } from '@janua/contracts'
import type { Dimension } from '@janua/core'
import { useDark } from '@vueuse/core'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { itemPath } from '../library/itemPaths.ts'
import type { ItemKind } from '@janua/contracts'
import { percent, whole } from '../shell/format.ts'
import { useRemote } from '../shell/useRemote.ts'
import ChartFrame from './ChartFrame.vue'
import { axis, base, token, tooltip, VChart } from './echarts.ts'
import { shareOf } from './words.ts'

/** The same figures by door, collection, channel, language, hour and release; or what single articles did. */
const { weeks } = defineProps<{ weeks: number }>()
const router = useRouter()
const dark = useDark({ valueDark: 'dark' })
const DIMENSIONS: { value: Dimension; label: string }[] = [
  { value: 'collection', label: 'Collection' },
  { value: 'door', label: 'Door' },
  { value: 'hour', label: 'Hour' },
  { value: 'language', label: 'Language' },
  { value: 'channel', label: 'Channel' },
  { value: 'release', label: 'Release' },
  { value: 'item', label: 'Answers' },
]
const dimension = ref<Dimension>('collection')
const { state } = useRemote('/coverage/by', () => ({
  dimension: dimension.value,
  weeks,
}))
const view = computed(() => state.value.value)
const SHOWN = 16
const shown = computed(() =>
  (view.value?.rows ?? []).slice(0, dimension.value === 'hour' ? 24 : SHOWN),
)
const isItems = computed(() => dimension.value === 'item')

const option = computed(() => {
  void dark.value
  const rows = dimension.value === 'hour' ? shown.value : shown.value.toReversed()
  const value = {
    type: 'value',
    min: 0,
    max: isItems.value ? undefined : 1,
    ...axis(),
    axisLabel: {
      color: token('muted'),
      formatter: (n: number) => (isItems.value ? String(n) : `${Math.round(n * 100)} %`),
    },
  }
  const names = {
    type: 'category',
    data: rows.map(({ label }) => label),
    ...axis(),
    splitLine: { show: false },
    axisLabel: { color: token('ink'), width: 190, overflow: 'truncate' },
  }
  const upright = dimension.value === 'hour'
  return {
    ...base(),
    grid: { left: upright ? 44 : 200, right: 24, top: 8, bottom: 26 },
    tooltip: {
      trigger: 'item',
      ...tooltip(),
      formatter: ({ dataIndex }: { dataIndex: number }) => told(rows[dataIndex]!),
    },
    ...(upright ? { xAxis: names, yAxis: value } : { xAxis: value, yAxis: names }),
    series: [
      {
        type: 'bar',
        barMaxWidth: 16,
        itemStyle: { color: token('harbour') },
        data: rows.map((row) => (isItems.value ? row.answered : shareOf(row))),
      },
      ...(isItems.value
        ? []
        : [
            {
              type: 'custom',
              silent: true,
              renderItem: whisker(upright),
              data: rows.map((row, i) => [i, row.low ?? shareOf(row), row.high ?? shareOf(row)]),
            },
          ]),
    ],
  }
})
/** The interval of a bar, drawn over it. */
function whisker(upright: boolean) {
  return (
    _params: unknown,
    api: { value(at: number): number; coord(point: [number, number]): [number, number] },
  ) => {
    const at = (share: number) => api.coord(upright ? [api.value(0), share] : [share, api.value(0)])
    const [[x1, y1], [x2, y2]] = [at(api.value(1)), at(api.value(2))]
    return {
      type: 'line',
      shape: { x1, y1, x2, y2 },
      style: { stroke: token('brass-bright'), lineWidth: 3 },
    }
  }
}
const told = (row: DimensionView['rows'][number]) =>
  isItems.value
    ? `${row.label}: ${row.answered} answers, ${row.opened} opened, ${row.up} up, ${row.down} down`
    : `${row.label}: <strong>${percent(shareOf(row))}</strong> (${percent(row.low ?? 0)} to ${percent(row.high ?? 1)}) of ${row.questions} questions`
const columns = computed(() =>
  isItems.value
    ? ['title', 'answers', 'expected right %', 'opened', 'voted up', 'voted down']
    : ['name', 'questions', 'coverage %', 'low %', 'high %'],
)
const hundredths = (share: number | null) => Math.round((share ?? 0) * 1000) / 10
const rows = computed(() =>
  (view.value?.rows ?? []).map((row) =>
    isItems.value
      ? [
          row.label,
          row.answered,
          hundredths(row.answered === 0 ? 0 : Math.min(1, row.right / row.answered)),
          row.opened,
          row.up,
          row.down,
        ]
      : [
          row.label,
          row.questions,
          hundredths(shareOf(row)),
          hundredths(row.low),
          hundredths(row.high),
        ],
  ),
)
function open({ dataIndex }: { dataIndex?: number }): void {
  const row =
    dataIndex === undefined
      ? undefined
      : (dimension.value === 'hour' ? shown.value : shown.value.toReversed())[dataIndex]
  if (row)
    void router.push({
      path: '/questions',
      query: { [dimension.value]: row.name, from: view.value!.from, to: view.value!.to },
    })
}
</script>

<template>
  <section class="stack">
    <div class="row">
      <SelectButton
        v-model="dimension"
        :options="DIMENSIONS"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        size="small"
        aria-label="By what"
        data-test="dimension"
      />
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <p v-else-if="view && view.rows.length === 0" class="quiet">
      Nothing was asked in this period.
    </p>
    <ChartFrame
      v-else-if="view"
      :title="
        isItems
          ? 'Which answers are used, and do they help?'
          : 'Where is it covered, and where not?'
      "
      :unit="isItems ? 'answers given' : '% of questions'"
      :columns="columns"
      :rows="rows"
      :file="`coverage-by-${dimension}`"
    >
      <div
        class="chart"
        :style="{ height: dimension === 'hour' ? '230px' : `${40 + shown.length * 25}px` }"
      >
        <VChart :option="option" autoresize @click="open" />
      </div>
      <template #how
        ><template v-if="isItems"
          >Answers taken from each item, its source opened, and votes. A bar opens its
          questions.</template
        ><template v-else
          >Coverage of the questions of each. Collections are those of the article that answered,
          else came nearest. Brass: the 95 % interval. A bar opens its questions.<template
            v-if="view.rows.length > shown.length"
          >
            The {{ shown.length }} most asked are drawn; the table has all.</template
          ></template
        ></template
      >
    </ChartFrame>
    <details v-if="isItems && view && view.unused.length" class="small">
      <summary>
        {{ whole(view.unused.length) }} published items answered nothing in these weeks
      </summary>
      <ul>
        <li v-for="one in view.unused" :key="one.item">
          <RouterLink :to="itemPath(one.kind as ItemKind, one.item)">{{ one.title }}</RouterLink>
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
.stack {
  gap: 12px;
}
summary {
  cursor: pointer;
  color: var(--harbour);
}
ul {
  columns: 2;
  margin-top: 6px;
  padding-left: 18px;
}
</style>
