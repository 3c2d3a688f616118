<script setup lang="ts">
import { wordDiff } from '@janua/core'
import { computed } from 'vue'
import DiffParts from '../shell/DiffParts.vue'

/** Two texts as one, with what is gone and what is new. */
const { before, after } = defineProps<{ before: string; after: string }>()
const parts = computed(() => wordDiff(before, after))
</script>

<template>
  <p class="diff"><DiffParts :parts="parts" /></p>
</template>

<style scoped>
.diff {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
</style>
