<script setup lang="ts">
import type { GapSheet } from '@janua/contracts'
import { itemPath } from '../library/itemPaths.ts'
import type { ItemKind } from '@janua/contracts'
import { percent } from '../shell/format.ts'
import { SHORTFALL_WORDS } from './words.ts'

/** The passages that came nearest to a gap's questions, and why they were not enough. */
const { sheet } = defineProps<{ sheet: GapSheet }>()
const pathTo = (kind: string, item: number) => itemPath(kind as ItemKind, item)
</script>

<template>
  <section class="stack" data-test="nearest">
    <h2>Why what is there was not enough</h2>
    <p v-if="sheet.shortfalls.length" class="small">
      What came nearest:
      {{
        sheet.shortfalls
          .map(({ shortfall, share }) => `${SHORTFALL_WORDS[shortfall]} (${percent(share)})`)
          .join(', ')
      }}.
    </p>
    <article v-for="near in sheet.nearest" :key="`${near.item} ${near.ordinal}`">
      <p class="small">
        <RouterLink :to="pathTo(near.kind, near.item)">{{
          [near.title, ...near.path].join(' › ')
        }}</RouterLink><span class="quiet">
          · nearest {{ near.n }} ×, {{ SHORTFALL_WORDS[near.shortfall] }}</span
        >
      </p>
      <p v-if="near.because" class="small why">{{ near.because }}</p>
      <p v-if="near.missing.length" class="small why">
        It does not have: <strong>{{ near.missing.join(', ') }}</strong>
      </p>
      <p class="text small quiet">{{ near.text || 'This passage is no longer in the draft.' }}</p>
    </article>
    <p v-if="!sheet.nearest.length" class="small quiet">
      Every question of it is answered, or no passage has any of its words.
    </p>
  </section>
</template>

<style scoped>
.stack {
  gap: 8px;
}
article {
  border-left: 3px solid var(--line);
  padding-left: 12px;
  display: grid;
  gap: 2px;
}
.text {
  white-space: pre-line;
  display: -webkit-box;
  -webkit-line-clamp: 3;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.why strong {
  color: var(--brick);
  font-weight: 600;
}
</style>
