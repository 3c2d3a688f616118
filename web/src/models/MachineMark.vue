<script setup lang="ts">
import { Bot } from '@lucide/vue'

/** Stands beside a text that a language model wrote, until somebody edits it. */
</script>

<template>
  <span class="mark small" data-test="machine-written"
    ><Bot :size="14" aria-hidden="true" /> {{ $t('models.machineMark.writtenByTheLanguage') }}</span
  >
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  color: var(--plum);
}
</style>
