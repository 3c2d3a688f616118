<script setup lang="ts">
import type { ChangeState } from '@janua/contracts'

/** Whether visitors get this text, and if not, how far it is. */
const { state, published = true } = defineProps<{ state: ChangeState; published?: boolean }>()
</script>

<template>
  <span class="chip" :class="state.replace(' ', '-')" data-test="state"
    ><i aria-hidden="true" />{{
      state === 'live'
        ? $t('library.stateChip.live')
        : [
            published ? $t('library.stateChip.changed') : $t('library.stateChip.new'),
            state === 'ready' ? $t('library.stateChip.ready') : $t('library.stateChip.draft'),
          ].join(', ')
    }}</span
  >
</template>

<style scoped>
.chip {
  display: inline-flex;
  align-items: baseline;
  gap: 6px;
  font-size: var(--text-small);
  white-space: nowrap;
}
i {
  width: 9px;
  height: 11px;
  align-self: center;
  border-radius: var(--round-medium) var(--round-medium) var(--round-small) var(--round-small);
  border: 1.5px solid currentColor;
}
.live i {
  background: currentColor;
}
.live {
  color: var(--moss);
}
.ready {
  color: var(--harbour);
}
.in-work {
  color: var(--brass);
}
</style>
