<script setup lang="ts">
import type { ReachMark } from '@janua/core'
import { computed } from 'vue'
import { sure } from '../shell/format.ts'

/** Whether asking a phrasing brings this article first, and what beats it if not. */
const { mark } = defineProps<{ mark: ReachMark }>()
const told = computed(() => {
  if (mark.first) return `Asked, this comes first, sure ${sure(mark.confidence)}`
  return mark.beatenBy
    ? `Asked, “${mark.beatenBy.title}” comes first, sure ${sure(mark.beatenBy.confidence)}`
    : 'Asked, nothing is found'
})
</script>

<template>
  <span
    v-tooltip.left="told"
    class="mark small"
    :class="{ first: mark.first }"
    data-test="reach"
    :data-first="mark.first"
  >
    <span aria-hidden="true">{{
      mark.first ? '✓ first' : `behind ${mark.beatenBy?.title ?? 'nothing'}`
    }}</span><span class="visually-hidden">{{ told }}</span>
  </span>
</template>

<style scoped>
.mark {
  color: var(--brick);
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.first {
  color: var(--moss);
}
</style>
