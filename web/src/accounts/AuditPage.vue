<script setup lang="ts">
import Column from 'primevue/column'
import InputText from 'primevue/inputtext'
import { count, moment } from '../shell/format.ts'
import RemoteTable from '../shell/RemoteTable.vue'
import { useListing } from '../shell/useListing.ts'
import { useRemote } from '../shell/useRemote.ts'

const ROWS = 25
const { search, words, offset } = useListing()
const { state } = useRemote('/audit', () => ({
  search: words.value,
  offset: offset.value,
  limit: ROWS,
}))
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>Audit trail</h1>
        <p class="quiet">
          Who did what, when · {{ count(state.value?.total ?? 0, 'entry', 'entries') }}
        </p>
      </div>
      <InputText
        v-model="search"
        class="search"
        placeholder="Search people, actions, subjects"
        aria-label="Search"
      />
    </div>
    <RemoteTable v-model:offset="offset" :state="state" :page-size="ROWS">
      <Column header="When"
        ><template #body="{ data }"
          ><span class="figures">{{ moment(data.at) }}</span></template
        ></Column
      >
      <Column field="who" header="Who" /><Column field="action" header="Action" /><Column
        field="subject"
        header="Of what"
      />
    </RemoteTable>
  </div>
</template>

<style scoped>
.search {
  width: 270px;
}
</style>
