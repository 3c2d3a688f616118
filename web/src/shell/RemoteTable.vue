<script setup lang="ts" generic="Row extends object">
import DataTable from 'primevue/datatable'
import Message from 'primevue/message'
import { computed } from 'vue'
import type { Remote } from './useLatest.ts'

/**
 * Rows that the server gives, all at once or a page of them: why there are none, while they come and when there are none.
 * Columns go into it as into PrimeVue's table, whose other attributes it takes.
 */
defineOptions({ inheritAttrs: false })
const {
  state,
  dataKey = 'id',
  pageSize = 0,
} = defineProps<{
  state: Remote<Row[] | { rows: Row[]; total: number }>
  dataKey?: string
  /** Rows of a page, where the server gives no more than one; 0 where it gives all. */
  pageSize?: number
}>()
/** Where the page begins. */
const offset = defineModel<number>('offset', { default: 0 })
const emit = defineEmits<{ pageSize: [rows: number] }>()

const given = computed(() => state.value)
const rows = computed(() => (Array.isArray(given.value) ? given.value : given.value?.rows))
const paging = computed(() =>
  pageSize > 0 && given.value && !Array.isArray(given.value)
    ? { lazy: true, paginator: true, rows: pageSize, totalRecords: given.value.total }
    : {},
)
function turn({ first, rows: size }: { first: number; rows: number }): void {
  offset.value = first
  if (size !== pageSize) emit('pageSize', size)
}
</script>

<template>
  <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
  <DataTable
    v-if="rows || state.status !== 'failed'"
    v-bind="{ ...paging, ...$attrs }"
    :value="rows"
    :data-key="dataKey"
    :first="offset"
    @page="turn"
  >
    <template #empty
      ><slot v-if="rows" name="empty"
        ><p class="quiet">{{ $t('shell.remoteTable.nothingYet') }}</p></slot
      >
      <p v-else class="quiet" role="status">{{ $t('shell.remoteTable.loading') }}</p></template
    >
    <slot />
  </DataTable>
</template>
