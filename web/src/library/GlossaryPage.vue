<script setup lang="ts">
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import { counted } from '../shell/format.ts'
import FormField from '../shell/FormField.vue'
import { useSession } from '../shell/session.ts'
import StateChip from './StateChip.vue'
import { GLOSSARY, linesOf, useVocabulary } from './useVocabulary.ts'

const session = useSession()
const mayWrite = computed(() => session.role !== 'agent')
const { state, open, content, faults, busy, edit, save, takeOut } = useVocabulary(
  GLOSSARY,
  { term: '', also: [], meaning: '' },
  ({ term }) => term,
)
const search = ref('')
const rows = computed(() => {
  const wanted = search.value.trim().toLowerCase()
  return (state.value.value ?? []).filter(({ content: { term, also, meaning } }) =>
    [term, ...also, meaning].some((text) => text.toLowerCase().includes(wanted)),
  )
})
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>{{ $t('library.glossary.glossary') }}</h1>
        <p class="quiet">
          {{
            $t('library.glossary.ourWordsAndWhat', {
              word: counted('units.word', state.value?.length ?? 0),
            })
          }}
        </p>
      </div>
      <InputText
        v-model="search"
        :placeholder="$t('common.search')"
        :aria-label="$t('library.glossary.searchTheGlossary')"
      />
      <Button
        v-if="mayWrite"
        :label="$t('library.glossary.addAWord')"
        data-test="add-term"
        @click="edit('new')"
      />
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <DataTable
      :value="rows"
      data-key="id"
      sort-field="content.term"
      :sort-order="1"
      :paginator="rows.length > 50"
      :rows="50"
      :selection-mode="mayWrite ? 'single' : undefined"
      data-test="glossary"
      @row-select="edit($event.data)"
    >
      <template #empty
        ><div class="empty">
          <p>
            {{
              search ? $t('library.glossary.nothingFits') : $t('library.glossary.noWordsYetWhich')
            }}
          </p>
        </div></template
      >
      <Column field="content.term" :header="$t('library.glossary.ourWord')" sortable
        ><template #body="{ data }"
          ><strong>{{ data.content.term }}</strong></template
        ></Column
      >
      <Column :header="$t('library.glossary.whatPeopleCallIt')"
        ><template #body="{ data }">{{ data.content.also.join(' · ') }}</template></Column
      >
      <Column :header="$t('library.glossary.meaning')"
        ><template #body="{ data }"
          ><span class="quiet">{{ data.content.meaning }}</span></template
        ></Column
      >
      <Column :header="$t('common.state')"
        ><template #body="{ data }"
          ><StateChip :state="data.state" :published="data.published" /></template
      ></Column>
      <Column v-if="mayWrite" header-style="width: 90px"
        ><template #header
          ><span class="visually-hidden">{{ $t('common.change') }}</span></template
        ><template #body="{ data }"
          ><Button
            size="small"
            text
            :label="$t('common.change')"
            @click.stop="edit(data)" /></template
      ></Column>
    </DataTable>
    <Dialog
      :visible="open !== undefined"
      modal
      :header="open === 'new' ? $t('library.glossary.aNewWord') : content.term"
      :style="{ width: '560px' }"
      data-test="term-dialog"
      @update:visible="open = undefined"
    >
      <form v-if="open" class="stack" @submit.prevent="save(true)">
        <FormField :label="$t('library.glossary.ourWord')" :fault="faults.term">
          <InputText
            v-model.trim="content.term"
            required
            maxlength="120"
            autofocus
            data-test="term"
          />
        </FormField>
        <FormField :label="$t('library.glossary.whatPeopleCallIt2')" :fault="faults.also">
          <Textarea
            :model-value="content.also.join('\n')"
            rows="5"
            required
            data-test="also"
            @change="content.also = linesOf(($event.target as HTMLTextAreaElement).value)"
          />
        </FormField>
        <FormField :label="$t('library.glossary.whatItMeansFor')" :fault="faults.meaning">
          <Textarea v-model="content.meaning" rows="2" maxlength="600" />
        </FormField>
        <div class="row">
          <Button
            v-if="open !== 'new'"
            text
            severity="danger"
            :label="$t('common.remove')"
            @click="takeOut(open)"
          /><span class="grow" /><Button
            outlined
            :label="$t('common.saveInWork')"
            :loading="busy"
            @click="save(false)"
          /><Button
            type="submit"
            :label="$t('common.saveAsReady')"
            :loading="busy"
            data-test="save-term"
          />
        </div>
      </form>
    </Dialog>
  </div>
</template>
