<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ReachMark } from '@janua/core'
import { computed } from 'vue'
import { sure } from '../shell/format.ts'

/** Whether asking a phrasing brings this article first, and what beats it if not. */
const { mark } = defineProps<{ mark: ReachMark }>()
const told = computed(() => {
  if (mark.first)
    return t('library.reachSign.askedThisComesFirst', { confidence: sure(mark.confidence) })
  return mark.beatenBy
    ? t('library.reachSign.askedComesFirstSure', {
        beatenBy: mark.beatenBy.title,
        confidence: sure(mark.beatenBy.confidence),
      })
    : t('library.reachSign.askedNothingIsFound')
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
      mark.first
        ? $t('library.reachSign.first')
        : $t('library.reachSign.behind', { nothing: mark.beatenBy?.title ?? 'nothing' })
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
