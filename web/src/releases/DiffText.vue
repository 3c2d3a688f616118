<script setup lang="ts">
import { wordDiff } from '@janua/core'
import { computed } from 'vue'

/** Two texts as one, with what is gone and what is new. */
const { before, after } = defineProps<{ before: string; after: string }>()
const parts = computed(() => wordDiff(before, after))
</script>

<template>
  <p class="diff"><template v-for="(part, i) in parts" :key="i"><del v-if="part.type === 'gone'">{{ part.text }}</del><ins v-else-if="part.type === 'new'">{{ part.text }}</ins><template v-else>{{ part.text }}</template></template></p>
</template>

<style scoped>
.diff { white-space: pre-line; overflow-wrap: anywhere; }
</style>
