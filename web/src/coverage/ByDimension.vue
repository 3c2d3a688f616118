<script setup lang="ts">
import type { ItemKind } from '@janua/contracts'
import type { Dimension } from '@janua/core'
import { useDark } from '@vueuse/core'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { itemPath } from '../library/itemPaths.ts'
import { whole } from '../shell/format.ts'
import { useRemote } from '../shell/useRemote.ts'
import ChartFrame from './ChartFrame.vue'
import { dimensionChart, drawnRows, tableOf } from './dimensionChart.ts'
import { VChart } from './echarts.ts'

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
const { state } = useRemote('/coverage/by', () => ({ dimension: dimension.value, weeks }))
const view = computed(() => state.value.value)
const shown = computed(() => drawnRows(view.value?.rows ?? [], dimension.value))
const isItems = computed(() => dimension.value === 'item')
const option = computed(() => {
  void dark.value // colours are read anew with the scheme
  return dimensionChart(shown.value, dimension.value)
})
const table = computed(() => tableOf(view.value?.rows ?? [], dimension.value))

function open({ dataIndex }: { dataIndex?: number }): void {
  const row = dataIndex === undefined ? undefined : shown.value[dataIndex]
  if (!row) return
  const { from, to } = view.value!
  void router.push({ path: '/questions', query: { [dimension.value]: row.name, from, to } })
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
      :columns="table.columns"
      :rows="table.rows"
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
