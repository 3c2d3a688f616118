<script setup lang="ts">
import { smallTalkOf } from '@janua/core'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import FormField from '../shell/FormField.vue'
import { useSession } from '../shell/session.ts'
import StateChip from './StateChip.vue'
import { SMALL_TALK, linesOf, useVocabulary } from './useVocabulary.ts'

const session = useSession()
const mayWrite = computed(() => session.role !== 'agent')
const { state, open, content, faults, busy, edit, save, takeOut } = useVocabulary(
  SMALL_TALK,
  { name: '', says: [], replies: { en: '', de: '' } },
  ({ name }) => name,
)
const tried = ref('')
const hit = computed(() => {
  const all = (state.value.value ?? []).map((entry) => entry.content)
  return tried.value.trim() === ''
    ? undefined
    : (all[smallTalkOf(tried.value, all)]?.name ?? 'none: it is taken as a question')
})
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>Small talk</h1>
        <p class="quiet">
          What people say that is no question, and what the assistant says to it. A release without
          any uses the starter set.
        </p>
      </div>
      <label class="field try"
        ><span>Try a message</span
        ><InputText v-model="tried" placeholder="thanks a lot!" data-test="try-small-talk"
      /></label>
      <Button
        v-if="mayWrite"
        label="Add small talk"
        data-test="add-small-talk"
        @click="edit('new')"
      />
    </div>
    <p v-if="hit" class="hit" role="status">
      “{{ tried }}” is <strong data-test="small-talk-hit">{{ hit }}</strong>
    </p>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <div v-if="state.value?.length === 0" class="empty panel">
      <p>No small talk in the draft: the starter set is used.</p>
    </div>
    <ul class="list">
      <li v-for="entry in state.value" :key="entry.id" data-test="small-talk">
        <div>
          <h2>{{ entry.content.name }}</h2>
          <StateChip :state="entry.state" :published="entry.published" />
        </div>
        <p class="quiet says">
          {{ entry.content.says.slice(0, 14).join(' · ')
          }}<template v-if="entry.content.says.length > 14">
            and {{ entry.content.says.length - 14 }} more</template
          >
        </p>
        <div class="replies">
          <p>{{ entry.content.replies.en }}</p>
          <p class="quiet">{{ entry.content.replies.de }}</p>
        </div>
        <Button v-if="mayWrite" size="small" text label="Change" @click="edit(entry)" />
      </li>
    </ul>
    <Dialog
      :visible="open !== undefined"
      modal
      :header="open === 'new' ? 'New small talk' : content.name"
      :style="{ width: '620px' }"
      @update:visible="open = undefined"
    >
      <form v-if="open" class="stack" @submit.prevent="save(true)">
        <FormField label="Name" :fault="faults.name">
          <InputText v-model.trim="content.name" required maxlength="80" autofocus />
        </FormField>
        <FormField label="What people say, one a line" :fault="faults.says">
          <Textarea
            :model-value="content.says.join('\n')"
            rows="6"
            required
            @change="content.says = linesOf(($event.target as HTMLTextAreaElement).value)"
          />
        </FormField>
        <FormField label="Reply in English" :fault="faults['replies.en']">
          <Textarea v-model.trim="content.replies.en" rows="2" required maxlength="600" />
        </FormField>
        <FormField label="Reply in German" :fault="faults['replies.de']">
          <Textarea v-model.trim="content.replies.de" rows="2" required maxlength="600" />
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
          /><Button
            type="submit"
            label="Save as ready"
            :loading="busy"
            data-test="save-small-talk"
          />
        </div>
      </form>
    </Dialog>
  </div>
</template>

<style scoped>
.list {
  list-style: none;
  padding: 0;
  border-top: 1px solid var(--ink);
}
li {
  display: grid;
  grid-template-columns: 190px 1fr 1fr auto;
  gap: 20px;
  padding: 14px 4px;
  border-bottom: 1px solid var(--line);
  align-items: baseline;
}
.says {
  font-size: var(--text-small);
}
.replies {
  display: grid;
  gap: 4px;
}
.try {
  width: 240px;
}
.hit {
  margin-bottom: 12px;
}
@media (width <= 960px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
