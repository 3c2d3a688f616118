<script setup lang="ts">
import type { DiffPart } from '@janua/core'

/** A text with what is gone and what is new. */
defineProps<{ parts: readonly DiffPart[] }>()
</script>

<template>
  <template v-for="(part, i) in parts" :key="i"
    ><del v-if="part.type === 'gone'">{{ part.text }}</del
    ><ins v-else-if="part.type === 'new'">{{ part.text }}</ins
    ><template v-else>{{ part.text }}</template></template
  >
</template>
