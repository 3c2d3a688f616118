<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import Textarea from 'primevue/textarea'
import { ref, watch } from 'vue'

/** Back to the assistant, with a word to the visitor where there is one to say. */
const visible = defineModel<boolean>({ required: true })
defineProps<{ busy: boolean }>()
const emit = defineEmits<{ back: [word: string] }>()
const word = ref('')
watch(visible, () => (word.value = ''))
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="$t('handover.handBackDialog.backToTheAssistant')"
    :style="{ width: '420px' }"
  >
    <form class="stack" @submit.prevent="emit('back', word)">
      <label class="field"
        ><span>{{ $t('handover.handBackDialog.aWordToThe') }}</span
        ><Textarea
          v-model.trim="word"
          rows="3"
          maxlength="2000"
          :placeholder="$t('handover.handBackDialog.theAssistantCanHelp')"
          data-test="hand-back-word"
      /></label>
      <Button
        type="submit"
        :label="$t('handover.handBackDialog.handBack')"
        :loading="busy"
        data-test="hand-back-yes"
        autofocus
      />
    </form>
  </Dialog>
</template>
