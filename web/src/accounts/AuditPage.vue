<script setup lang="ts">
import Column from 'primevue/column'
import InputText from 'primevue/inputtext'
import { counted, moment } from '../shell/format.ts'
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
        <h1>{{ $t('accounts.audit.auditTrail') }}</h1>
        <p class="quiet">
          {{
            $t('accounts.audit.whoDidWhatWhen', {
              entry: counted('units.entry', state.value?.total ?? 0),
            })
          }}
        </p>
      </div>
      <InputText
        v-model="search"
        class="search"
        :placeholder="$t('accounts.audit.searchPeopleActionsSubjects')"
        :aria-label="$t('common.search')"
      />
    </div>
    <RemoteTable v-model:offset="offset" :state="state" :page-size="ROWS">
      <Column :header="$t('accounts.audit.when')"
        ><template #body="{ data }"
          ><span class="figures">{{ moment(data.at) }}</span></template
        ></Column
      >
      <Column field="who" :header="$t('accounts.audit.who')" /><Column
        field="action"
        :header="$t('accounts.audit.action')"
      /><Column field="subject" :header="$t('accounts.audit.ofWhat')" />
    </RemoteTable>
  </div>
</template>

<style scoped>
.search {
  width: 270px;
}
</style>
