<script setup lang="ts">
import { t } from '../shell/i18n.ts'
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
    : (all[smallTalkOf(tried.value, all)]?.name ?? t('library.smallTalk.none'))
})
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>{{ $t('library.smallTalk.smallTalk') }}</h1>
        <p class="quiet">
          {{ $t('library.smallTalk.whatPeopleSayThat') }}
        </p>
      </div>
      <label class="field try"
        ><span>{{ $t('library.smallTalk.tryAMessage') }}</span
        ><InputText
          v-model="tried"
          :placeholder="$t('library.smallTalk.thanksALot')"
          data-test="try-small-talk"
      /></label>
      <Button
        v-if="mayWrite"
        :label="$t('library.smallTalk.addSmallTalk')"
        data-test="add-small-talk"
        @click="edit('new')"
      />
    </div>
    <p v-if="hit" class="hit" role="status">
      <i18n-t keypath="library.smallTalk.is" scope="global"
        ><template #hit
          ><strong data-test="small-talk-hit">{{ hit }}</strong></template
        ><template #tried>{{ tried }}</template></i18n-t
      >
    </p>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <div v-if="state.value?.length === 0" class="empty panel">
      <p>{{ $t('library.smallTalk.noSmallTalkIn') }}</p>
    </div>
    <ul class="list">
      <li v-for="entry in state.value" :key="entry.id" data-test="small-talk">
        <div>
          <h2>{{ entry.content.name }}</h2>
          <StateChip :state="entry.state" :published="entry.published" />
        </div>
        <p class="quiet says">
          {{ entry.content.says.slice(0, 14).join(' · ')
          }}<template v-if="entry.content.says.length > 14"
            >{{ ' '
            }}{{
              $t('library.smallTalk.andMore', { says: entry.content.says.length - 14 })
            }}</template
          >
        </p>
        <div class="replies">
          <p>{{ entry.content.replies.en }}</p>
          <p class="quiet">{{ entry.content.replies.de }}</p>
        </div>
        <Button
          v-if="mayWrite"
          size="small"
          text
          :label="$t('common.change')"
          @click="edit(entry)"
        />
      </li>
    </ul>
    <Dialog
      :visible="open !== undefined"
      modal
      :header="open === 'new' ? $t('library.smallTalk.newSmallTalk') : content.name"
      :style="{ width: '620px' }"
      @update:visible="open = undefined"
    >
      <form v-if="open" class="stack" @submit.prevent="save(true)">
        <FormField :label="$t('common.name')" :fault="faults.name">
          <InputText v-model.trim="content.name" required maxlength="80" autofocus />
        </FormField>
        <FormField :label="$t('library.smallTalk.whatPeopleSayOne')" :fault="faults.says">
          <Textarea
            :model-value="content.says.join('\n')"
            rows="6"
            required
            @change="content.says = linesOf(($event.target as HTMLTextAreaElement).value)"
          />
        </FormField>
        <FormField :label="$t('library.smallTalk.replyInEnglish')" :fault="faults['replies.en']">
          <Textarea v-model.trim="content.replies.en" rows="2" required maxlength="600" />
        </FormField>
        <FormField :label="$t('library.smallTalk.replyInGerman')" :fault="faults['replies.de']">
          <Textarea v-model.trim="content.replies.de" rows="2" required maxlength="600" />
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
