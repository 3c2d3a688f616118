<script setup lang="ts">
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import { count } from '../shell/format.ts'
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
        <h1>Glossary</h1>
        <p class="quiet">
          Our words, and what people call the same thing ·
          {{ count(state.value?.length ?? 0, 'word') }}. A question in their words is read in ours.
        </p>
      </div>
      <InputText v-model="search" placeholder="Search" aria-label="Search the glossary" />
      <Button v-if="mayWrite" label="Add a word" data-test="add-term" @click="edit('new')" />
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
              search
                ? 'Nothing fits.'
                : 'No words yet. Which of your words do people never use? Add one, and what they say instead.'
            }}
          </p>
        </div></template
      >
      <Column field="content.term" header="Our word" sortable
        ><template #body="{ data }"
          ><strong>{{ data.content.term }}</strong></template
        ></Column
      >
      <Column header="What people call it"
        ><template #body="{ data }">{{ data.content.also.join(' · ') }}</template></Column
      >
      <Column header="Meaning"
        ><template #body="{ data }"
          ><span class="quiet">{{ data.content.meaning }}</span></template
        ></Column
      >
      <Column header="State"
        ><template #body="{ data }"
          ><StateChip :state="data.state" :published="data.published" /></template
      ></Column>
      <Column v-if="mayWrite" header-style="width: 90px"
        ><template #header><span class="visually-hidden">Change</span></template
        ><template #body="{ data }"
          ><Button size="small" text label="Change" @click.stop="edit(data)" /></template
      ></Column>
    </DataTable>
    <Dialog
      :visible="open !== undefined"
      modal
      :header="open === 'new' ? 'A new word' : content.term"
      :style="{ width: '560px' }"
      data-test="term-dialog"
      @update:visible="open = undefined"
    >
      <form v-if="open" class="stack" @submit.prevent="save(true)">
        <FormField label="Our word" :fault="faults.term">
          <InputText
            v-model.trim="content.term"
            required
            maxlength="120"
            autofocus
            data-test="term"
          />
        </FormField>
        <FormField label="What people call it, one a line" :fault="faults.also">
          <Textarea
            :model-value="content.also.join('\n')"
            rows="5"
            required
            data-test="also"
            @change="content.also = linesOf(($event.target as HTMLTextAreaElement).value)"
          />
        </FormField>
        <FormField label="What it means (for the team)" :fault="faults.meaning">
          <Textarea v-model="content.meaning" rows="2" maxlength="600" />
        </FormField>
        <div class="row">
          <Button
            v-if="open !== 'new'"
            text
            severity="danger"
            label="Take out"
            @click="takeOut(open)"
          /><span class="grow" /><Button
            outlined
            label="Save in work"
            :loading="busy"
            @click="save(false)"
          /><Button type="submit" label="Save as ready" :loading="busy" data-test="save-term" />
        </div>
      </form>
    </Dialog>
  </div>
</template>
