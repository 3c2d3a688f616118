<script setup lang="ts">
import AutoComplete from 'primevue/autocomplete'
import { ref } from 'vue'
import { get } from '../shell/api.ts'

export interface PickedItem {
  id: number
  title: string
}
/** An article, document or fixed answer of the draft, found by its title. */
const picked = defineModel<PickedItem | null>({ required: true })
const typed = ref<PickedItem | string>(picked.value ?? '')
const found = ref<PickedItem[]>([])

async function find(search: string): Promise<void> {
  const lists = await Promise.all(
    (['library', 'fixed'] as const).map((kind) =>
      get('/articles', { search, kind, sort: 'title', order: 'asc', limit: 12 }),
    ),
  )
  found.value = lists.flatMap(({ rows }) => rows.map(({ id, title }) => ({ id, title })))
}
function take(value: PickedItem | string): void {
  typed.value = value
  picked.value = typeof value === 'object' ? value : null
}
</script>

<template>
  <AutoComplete
    :model-value="typed"
    :suggestions="found"
    option-label="title"
    dropdown
    fluid
    force-selection
    :placeholder="$t('library.itemPicker.searchTheLibrary')"
    data-test="item-picker"
    @update:model-value="take"
    @complete="find($event.query)"
  />
</template>
