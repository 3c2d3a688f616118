<script setup lang="ts">
import Button from 'primevue/button'
import Message from 'primevue/message'

/** Says that edits of before are back; `meanwhile` when somebody has saved since. */
defineProps<{ meanwhile?: boolean }>()
defineEmits<{ drop: [] }>()
</script>

<template>
  <Message severity="info" data-test="restored"
    ><span class="row"
      >What you had changed and not saved is back.<template v-if="meanwhile">
        It was saved by somebody since: saving yours puts it in place of theirs.</template
      >
      <Button
        size="small"
        text
        label="Drop it, show what is saved"
        data-test="drop-kept"
        @click="$emit('drop')" /></span
  ></Message>
</template>

<style scoped>
.p-message {
  margin-bottom: 14px;
}
</style>
