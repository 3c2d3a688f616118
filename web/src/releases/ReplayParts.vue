<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ReplaySummary } from '@janua/contracts'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'
import { percent, whole } from '../shell/format.ts'
import { points } from './replayWords.ts'

/** Coverage by collection or door, with the change of each. */
const { summary } = defineProps<{ summary: ReplaySummary }>()
const by = ref<'collections' | 'doors'>('collections')
const BY = [
  { value: 'collections', label: t('releases.replayParts.byCollection') },
  { value: 'doors', label: t('releases.replayParts.byDoor') },
]
const parts = computed(() => summary[by.value])
const tone = (low: number, high: number) => (low > 0 ? 'good' : high < 0 ? 'bad' : '')
</script>

<template>
  <section class="stack">
    <SelectButton
      v-model="by"
      :options="BY"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      size="small"
      :aria-label="$t('releases.replayParts.by')"
    />
    <div class="sideways">
      <table>
        <thead>
          <tr>
            <th scope="col">{{ by === 'doors' ? $t('common.door') : $t('common.collection') }}</th>
            <th scope="col" class="n">{{ $t('common.questions') }}</th>
            <th scope="col" class="n">{{ $t('releases.replayParts.live') }}</th>
            <th scope="col" class="n">{{ $t('releases.replayParts.draft') }}</th>
            <th scope="col" class="n">{{ $t('releases.replayParts.changePoints') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="part in parts" :key="part.name">
            <td>{{ part.name }}</td>
            <td class="n">{{ whole(part.n) }}</td>
            <td class="n">{{ percent(part.before) }}</td>
            <td class="n">{{ percent(part.after) }}</td>
            <td class="n" :class="tone(part.interval.low, part.interval.high)">
              {{ points(part.change) }}
              <span class="quiet small">{{
                $t('releases.replayParts.to', {
                  low: points(part.interval.low),
                  high: points(part.interval.high),
                })
              }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="small quiet">
      {{ $t('releases.replayParts.aQuestionsCollectionIs') }}
    </p>
  </section>
</template>

<style scoped>
table {
  border-collapse: collapse;
  font-size: var(--text-small);
  font-variant-numeric: tabular-nums;
}
th,
td {
  text-align: left;
  padding: 5px 14px 5px 0;
  border-bottom: 1px solid var(--line);
}
th {
  border-bottom-color: var(--ink);
  font-weight: 600;
}
.n {
  text-align: right;
  white-space: nowrap;
}
.good {
  color: var(--moss);
  font-weight: 600;
}
.bad {
  color: var(--brick);
  font-weight: 600;
}
</style>
