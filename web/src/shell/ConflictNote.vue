<script setup lang="ts">
import Button from 'primevue/button'
import Message from 'primevue/message'

/** Says that somebody saved meanwhile, and lets the person choose whose edits stand. */
defineProps<{ message: string }>()
defineEmits<{ mine: []; theirs: [] }>()
</script>

<template>
  <Message severity="warn" data-test="conflict"
    ><span class="row"
      >{{ message }}
      <Button
        size="small"
        text
        :label="$t('shell.conflictNote.showWhatTheySaved')"
        @click="$emit('theirs')" />
      <Button
        size="small"
        text
        :label="$t('shell.conflictNote.keepMineAndSave')"
        data-test="keep-mine"
        @click="$emit('mine')" /></span
  ></Message>
</template>

<style scoped>
.p-message {
  margin-bottom: 14px;
}
</style>
