<script setup lang="ts">
import type { CaseInput, DeskConversation } from '@janua/contracts'
import Button from 'primevue/button'
import DatePicker from 'primevue/datepicker'
import Dialog from 'primevue/dialog'
import Textarea from 'primevue/textarea'
import { ref, watch } from 'vue'
import { nextMorning } from './deskWords.ts'

/** Keeps a conversation for later: by when, and who sees to it. */
const visible = defineModel<boolean>({ required: true })
const { conversation, busy } = defineProps<{ conversation: DeskConversation; busy: boolean }>()
const emit = defineEmits<{ keep: [body: CaseInput] }>()
const due = ref<Date>(nextMorning())
const mine = ref(true)
const note = ref('')

watch(visible, (now) => {
  if (!now) return
  due.value = nextMorning()
  mine.value = true
  note.value = ''
})
const keep = () =>
  emit('keep', { dueAt: due.value.toISOString(), mine: mine.value, note: note.value })
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="$t('handover.caseDialog.turnIntoACase')"
    :style="{ width: '460px' }"
  >
    <form class="stack" @submit.prevent="keep">
      <p class="quiet small">
        {{ $t('handover.caseDialog.theConversationIsKept') }}
      </p>
      <label class="field"
        ><span>{{ $t('handover.caseDialog.due') }}</span
        ><DatePicker
          v-model="due"
          show-time
          hour-format="24"
          :min-date="new Date()"
          :manual-input="false"
          fluid
          input-id="case-due"
          data-test="case-due"
      /></label>
      <fieldset>
        <legend>{{ $t('handover.caseDialog.owner') }}</legend>
        <label class="choice"
          ><input v-model="mine" type="radio" name="owner" :value="true" data-test="case-mine" />
          {{ $t('handover.caseDialog.me') }}</label
        >
        <label class="choice"
          ><input v-model="mine" type="radio" name="owner" :value="false" data-test="case-queue" />
          {{ conversation.queue?.name ?? $t('handover.caseDialog.theTeamsFirstQueue') }}</label
        >
      </fieldset>
      <label class="field"
        ><span>{{ $t('handover.caseDialog.noteForTheTeam') }}</span
        ><Textarea v-model.trim="note" rows="2" maxlength="2000" data-test="case-note"
      /></label>
      <Button
        type="submit"
        :label="$t('handover.caseDialog.createCase')"
        :loading="busy"
        data-test="case-yes"
      />
    </form>
  </Dialog>
</template>
