<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { GapRow } from '@janua/contracts'
import { percent, whole } from '../shell/format.ts'
import SparkLine from './SparkLine.vue'
import { fixWords, STATE_WORDS, worth } from './words.ts'
import TermHelp from '../help/TermHelp.vue'

/** Gaps as rows: what people ask, how often, whether it grows, and what fixing is worth. */
const {
  rows,
  marked = null,
  states = false,
} = defineProps<{ rows: GapRow[]; marked?: number | null; states?: boolean }>()
const volume = (row: GapRow) =>
  row.aWeek >= 10 ? whole(Math.round(row.aWeek)) : row.aWeek.toFixed(1)
const course = (row: GapRow) => t('coverage.gapTable.byWeek', { weeks: row.weeks.join(', ') })
function underneath({ samples, reopened, closed, who, until }: GapRow): string {
  if (closed) return t('coverage.gapTable.answeredSinceByRelease', { release: closed.release })
  if (reopened) return t('coverage.gapTable.reopened')
  if (who) return `${who}${until ? t('coverage.gapTable.until', { until }) : ''}`
  return samples
    .slice(0, 2)
    .map((sample) => `“${sample}”`)
    .join(', ')
}
</script>

<template>
  <div class="sideways">
    <table class="gaps">
      <thead>
        <tr>
          <th scope="col">{{ $t('coverage.gapTable.whatPeopleAsk') }}</th>
          <th scope="col" class="n">{{ $t('coverage.gapTable.aWeek') }}</th>
          <th scope="col" class="trend">
            {{ $t('coverage.gapTable.trend')
            }}<TermHelp term="coverage.trend" :about="$t('coverage.gapTable.trend')" />
          </th>
          <th scope="col" class="n" :title="$t('coverage.gapTable.expectedRightAnswersOf')">
            {{ $t('coverage.gapTable.covered')
            }}<TermHelp term="coverage.coverage" :about="$t('coverage.gapTable.covered')" />
          </th>
          <th scope="col" class="n" :title="$t('coverage.gapTable.rightAnswersAWeek')">
            {{ $t('coverage.gapTable.upTo')
            }}<TermHelp term="coverage.potential" :about="$t('coverage.gapTable.upTo')" />
          </th>
          <th scope="col">
            <span class="visually-hidden">{{ $t('coverage.gapTable.fix') }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in rows"
          :key="row.topic"
          :class="{ marked: row.topic === marked }"
          :data-marked="row.topic === marked"
          data-test="gap"
        >
          <td class="what">
            <RouterLink :to="`/gaps/${row.topic}`"
              ><strong>{{ row.label }}</strong></RouterLink
            ><span class="small quiet under"
              ><span v-if="row.trend.stands && row.trend.isNew" class="new">{{
                $t('coverage.gapTable.new')
              }}</span
              ><span v-if="states && row.state !== 'open'" class="state"
                >{{ STATE_WORDS[row.state] }} · </span
              >{{ underneath(row) }}</span
            >
          </td>
          <td class="n">{{ volume(row) }}</td>
          <td class="trend">
            <SparkLine
              :values="row.weeks"
              :rising="row.trend.stands && (row.trend.ratio ?? 2) > 1"
              :label="course(row)"
            />
          </td>
          <td class="n">{{ percent(row.coverage) }}</td>
          <td class="n up">{{ worth(row.potential) }}</td>
          <td class="action">
            <RouterLink
              :to="`/gaps/${row.topic}`"
              class="button"
              :class="{ first: row === rows[0] }"
              >{{ fixWords(row) }}</RouterLink
            >
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.gaps {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-small);
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--muted);
  padding: 5px 12px 6px 0;
  border-bottom: 1px solid var(--ink);
  white-space: nowrap;
}
td {
  padding: 9px 12px 9px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: middle;
}
th:first-child,
td:first-child {
  padding-left: 10px;
  border-left: 4px solid transparent;
}
tr.marked td {
  background: var(--surface);
}
tr.marked td:first-child {
  border-left-color: var(--brass);
}
.n {
  text-align: right;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
.what a {
  color: inherit;
  text-decoration: none;
  font-size: var(--text-body);
}
.what a:hover {
  text-decoration: underline;
}
.under {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  display: -webkit-box;
  -webkit-line-clamp: 1;
  -webkit-box-orient: vertical;
}
.new {
  background: var(--brick-soft);
  color: var(--brick);
  border-radius: var(--round-small);
  padding: 0 5px;
  margin-right: 6px;
  font-weight: 600;
}
.up {
  font-weight: 650;
}
.action {
  text-align: right;
  padding-right: 4px;
  white-space: nowrap;
}
.button {
  border: 1px solid var(--harbour);
  padding: 5px 11px;
  background: none;
  color: var(--harbour);
}
.button.first {
  background: var(--harbour);
  color: var(--on-harbour);
}
@media (width <= 700px) {
  .trend {
    display: none;
  }
}
</style>
