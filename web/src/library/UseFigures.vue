<script setup lang="ts">
import type { Insights } from '@janua/contracts'
import { computed } from 'vue'
import { count, day, whole } from '../shell/format.ts'

/** What came of an item: answers given, what visitors said of them, and when it was last used. */
const { insights } = defineProps<{ insights: Insights }>()
const voted = computed(() => insights.helpful + insights.unhelpful)
</script>

<template>
  <dl class="figures" data-test="use">
    <div>
      <dt>Answers in 30 days</dt>
      <dd>{{ whole(insights.answers) }}</dd>
    </div>
    <div>
      <dt>Voted helpful</dt>
      <dd>{{ voted ? `${insights.helpful} of ${count(voted, 'vote')}` : 'no votes yet' }}</dd>
    </div>
    <div>
      <dt>Last used</dt>
      <dd>{{ insights.lastUsed ? day(insights.lastUsed) : 'never' }}</dd>
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
