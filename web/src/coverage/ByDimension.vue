<script setup lang="ts">
import { t } from '../shell/i18n.ts'
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
  { value: 'collection', label: t('common.collection') },
  { value: 'door', label: t('common.door') },
  { value: 'hour', label: t('coverage.byDimension.hour') },
  { value: 'language', label: t('coverage.byDimension.language') },
  { value: 'channel', label: t('coverage.byDimension.channel') },
  { value: 'release', label: t('coverage.byDimension.release') },
  { value: 'item', label: t('coverage.byDimension.answers') },
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
        :aria-label="$t('coverage.byDimension.byWhat')"
        data-test="dimension"
      />
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <p v-else-if="view && view.rows.length === 0" class="quiet">
      {{ $t('coverage.byDimension.nothingWasAskedIn') }}
    </p>
    <ChartFrame
      v-else-if="view"
      :title="
        isItems
          ? $t('coverage.byDimension.whichAnswersAreUsed')
          : $t('coverage.byDimension.whereIsItCovered')
      "
      :unit="
        isItems ? $t('coverage.byDimension.answersGiven') : $t('coverage.byDimension.ofQuestions')
      "
      :term="isItems ? undefined : 'coverage.coverage'"
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
        ><template v-if="isItems">{{ $t('coverage.byDimension.answersTakenFromEach') }}</template
        ><template v-else
          >{{ $t('coverage.byDimension.coverageOfTheQuestions')
          }}<template v-if="view.rows.length > shown.length"
            >{{ ' '
            }}{{ $t('coverage.byDimension.theMostAskedAre', { shown: shown.length }) }}</template
          ></template
        ></template
      >
    </ChartFrame>
    <details v-if="isItems && view && view.unused.length" class="small">
      <summary>
        {{
          $t('coverage.byDimension.publishedItemsAnsweredNothing', {
            unused: whole(view.unused.length),
          })
        }}
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
