<script setup lang="ts" generic="Row extends { text: string }">
/** Questions whose answers would change, by what becomes of them; the first group is open. */
defineProps<{
  groups: readonly {
    name: string
    tone: 'bad' | 'good'
    rows: readonly Row[]
    /** How many there are, where not all are shown. */
    of?: number
  }[]
}>()
defineSlots<{ default(props: { row: Row }): unknown; asked(props: { row: Row }): unknown }>()
</script>

<template>
  <details v-for="group in groups" :key="group.name" :open="group === groups[0]">
    <summary :class="group.tone">{{ group.name }}: {{ group.of ?? group.rows.length }}</summary>
    <ul>
      <li v-for="(row, i) in group.rows" :key="i" class="small">
        <span class="grow">{{ row.text }} <slot name="asked" :row="row" /></span>
        <span class="quiet"><slot :row="row" /></span>
      </li>
    </ul>
    <p v-if="(group.of ?? 0) > group.rows.length" class="small quiet">
      {{ $t('models.movedAnswers.theMostAskedAre', { rows: group.rows.length }) }}
    </p>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
.bad {
  color: var(--brick);
}
.good {
  color: var(--moss);
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
</style>
