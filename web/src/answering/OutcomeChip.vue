<script setup lang="ts">
import type { Outcome } from '@janua/core'
import { OUTCOMES } from './outcomes.ts'

const { outcome } = defineProps<{ outcome: Outcome }>()
</script>

<template>
  <span class="chip" :style="{ color: OUTCOMES[outcome].colour }"
    ><span aria-hidden="true">{{ OUTCOMES[outcome].shape }}</span>
    {{ OUTCOMES[outcome].name }}</span
  >
</template>

<style scoped>
.chip {
  white-space: nowrap;
  font-size: var(--text-small);
}
</style>
