<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { ref, watch } from 'vue'

/** Keeps a visitor from writing, with why. */
const visible = defineModel<boolean>({ required: true })
defineProps<{ busy: boolean }>()
const emit = defineEmits<{ block: [reason: string] }>()
const reason = ref('')
watch(visible, () => (reason.value = ''))
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="$t('handover.blockDialog.blockThisVisitor')"
    :style="{ width: '400px' }"
  >
    <form class="stack" @submit.prevent="emit('block', reason)">
      <p>
        {{ $t('handover.blockDialog.theyCannotWriteHere') }}
      </p>
      <label class="field"
        ><span>{{ $t('handover.blockDialog.why') }}</span
        ><InputText
          v-model.trim="reason"
          required
          minlength="3"
          maxlength="300"
          autofocus
          data-test="block-reason"
      /></label>
      <Button
        type="submit"
        severity="danger"
        :label="$t('handover.blockDialog.block')"
        :loading="busy"
        data-test="block-yes"
      />
    </form>
  </Dialog>
</template>
