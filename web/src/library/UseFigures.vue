<script setup lang="ts">
import type { Insights } from '@janua/contracts'
import { computed } from 'vue'
import { counted, day, whole } from '../shell/format.ts'

/** What came of an item: answers given, what visitors said of them, and when it was last used. */
const { insights } = defineProps<{ insights: Insights }>()
const voted = computed(() => insights.helpful + insights.unhelpful)
</script>

<template>
  <dl class="figures" data-test="use">
    <div>
      <dt>{{ $t('library.useFigures.answersIn30Days') }}</dt>
      <dd>{{ whole(insights.answers) }}</dd>
    </div>
    <div>
      <dt>{{ $t('library.useFigures.votedHelpful') }}</dt>
      <dd>
        {{
          voted
            ? $t('library.useFigures.of', {
                helpful: insights.helpful,
                vote: counted('units.vote', voted),
              })
            : $t('library.useFigures.noVotesYet')
        }}
      </dd>
    </div>
    <div>
      <dt>{{ $t('library.useFigures.lastUsed') }}</dt>
      <dd>{{ insights.lastUsed ? day(insights.lastUsed) : $t('library.useFigures.never') }}</dd>
    </div>
  </dl>
</template>

<style scoped>
dl {
  display: flex;
  gap: 8px 22px;
  flex-wrap: wrap;
}
dt {
  font-size: var(--text-small);
  color: var(--muted);
}
dd {
  font-weight: 650;
}
</style>
