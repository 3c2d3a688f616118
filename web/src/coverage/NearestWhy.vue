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
    <h2>{{ $t('coverage.nearestWhy.whyWhatIsThere') }}</h2>
    <p v-if="sheet.shortfalls.length" class="small">
      {{
        $t('coverage.nearestWhy.whatCameNearest', {
          share: sheet.shortfalls
            .map(({ shortfall, share }) => `${SHORTFALL_WORDS[shortfall]} (${percent(share)})`)
            .join(', '),
        })
      }}
    </p>
    <article v-for="near in sheet.nearest" :key="`${near.item} ${near.ordinal}`">
      <p class="small">
        <RouterLink :to="pathTo(near.kind, near.item)">{{
          [near.title, ...near.path].join(' › ')
        }}</RouterLink><span class="quiet"
          >{{ ' '
          }}{{
            $t('coverage.nearestWhy.nearest', {
              n: near.n,
              shortfall: SHORTFALL_WORDS[near.shortfall],
            })
          }}</span
        >
      </p>
      <p v-if="near.because" class="small why">{{ near.because }}</p>
      <p v-if="near.missing.length" class="small why">
        <i18n-t keypath="coverage.nearestWhy.itDoesNotHave" scope="global"
          ><template #missing
            ><strong>{{ near.missing.join(', ') }}</strong></template
          ></i18n-t
        >
      </p>
      <p class="text small quiet">{{ near.text || $t('coverage.nearestWhy.thisPassageIsNo') }}</p>
    </article>
    <p v-if="!sheet.nearest.length" class="small quiet">
      {{ $t('coverage.nearestWhy.everyQuestionOfIt') }}
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
