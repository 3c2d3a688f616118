<script setup lang="ts">
import { computed, ref } from 'vue'
import type { TermName } from '../help/terms.ts'
import TermHelp from '../help/TermHelp.vue'

/** A chart with its question as title, the same figures as a table and as a file, and a line that says how they are counted. */
const { title, unit, columns, rows, file, term } = defineProps<{
  title: string
  unit: string
  columns: string[]
  rows: (string | number)[][]
  file: string
  /** What the glossary calls the figure that is drawn. */
  term?: TermName
}>()
const asTable = ref(false)
const csv = computed(() => {
  const cell = (value: string | number) =>
    typeof value === 'string' && /[",\n;]|^[=+@-]/.test(value)
      ? `"${value.replace(/^([=+@-])/, "'$1").replaceAll('"', '""')}"`
      : String(value)
  return `data:text/csv;charset=utf-8,${encodeURIComponent(`\uFEFF${[columns, ...rows].map((row) => row.map(cell).join(',')).join('\r\n')}\r\n`)}`
})
</script>

<template>
  <figure class="frame">
    <figcaption class="row">
      <h2 class="grow">
        {{ title }} <span class="small quiet unit">{{ unit }}</span><TermHelp
          v-if="term"
          :term="term"
          :about="unit"
        />
      </h2>
      <button type="button" class="bare small" :aria-pressed="asTable" @click="asTable = !asTable">
        {{ asTable ? $t('coverage.chartFrame.chart') : $t('coverage.chartFrame.table') }}</button><a
        :href="csv"
        :download="`${file}.csv`"
        class="small"
        >{{ $t('common.csv') }}</a
      >
    </figcaption>
    <div v-if="asTable" class="scroll">
      <table>
        <thead>
          <tr>
            <th v-for="column in columns" :key="column" scope="col">{{ column }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in rows" :key="i">
            <td v-for="(value, k) in row" :key="k" :class="{ n: typeof value === 'number' }">
              {{ value }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <slot v-else />
    <p class="small quiet"><slot name="how" /></p>
  </figure>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
}
figcaption {
  align-items: baseline;
}
.unit {
  font-family: var(--body);
  font-weight: 400;
}
.scroll {
  max-height: 320px;
  overflow: auto;
}
table {
  border-collapse: collapse;
  font-size: var(--text-small);
  min-width: 60%;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--muted);
  border-bottom: 1px solid var(--ink);
  padding: 4px 16px 4px 0;
  position: sticky;
  top: 0;
  background: var(--paper);
  white-space: nowrap;
}
td {
  border-bottom: 1px solid var(--line);
  padding: 4px 16px 4px 0;
}
.n {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
</style>
