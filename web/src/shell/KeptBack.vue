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
      >{{ $t('shell.keptBack.whatYouHadChanged')
      }}<template v-if="meanwhile">{{ ' ' }}{{ $t('shell.keptBack.itWasSavedBy') }}</template>
      <Button
        size="small"
        text
        :label="$t('shell.keptBack.dropItShowWhat')"
        data-test="drop-kept"
        @click="$emit('drop')" /></span
  ></Message>
</template>

<style scoped>
.p-message {
  margin-bottom: 14px;
}
</style>
