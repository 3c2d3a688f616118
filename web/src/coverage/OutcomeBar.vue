<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Sums } from '@janua/contracts'
import { computed } from 'vue'
import { percent, whole } from '../shell/format.ts'

/** What came of all questions, as one bar; each part opens the questions behind it. */
const { sums, from, to } = defineProps<{ sums: Sums; from: string; to: string }>()
const parts = computed(() => {
  const { questions, right, answered, elsewhere, suggested, clarifying, unanswered, declined } =
    sums
  const all = [
    {
      key: 'right',
      shape: '●',
      name: t('coverage.outcomeBar.answeredRightly'),
      n: Math.min(right, answered),
      outcome: 'answered',
    },
    {
      key: 'wrong',
      shape: '□',
      name: t('coverage.outcomeBar.answeredWrongly'),
      n: Math.max(0, answered - right),
      outcome: 'answered',
    },
    {
      key: 'elsewhere',
      shape: '●',
      name: t('coverage.outcomeBar.notFromYourContent'),
      n: elsewhere,
      outcome: 'elsewhere',
    },
    {
      key: 'suggested',
      shape: '◌',
      name: t('coverage.outcomeBar.onlyNearArticles'),
      n: suggested,
      outcome: 'suggested',
    },
    {
      key: 'clarifying',
      shape: '◐',
      name: t('coverage.outcomeBar.askedBack'),
      n: clarifying,
      outcome: 'clarifying',
    },
    {
      key: 'unanswered',
      shape: '○',
      name: t('coverage.outcomeBar.unanswered'),
      n: unanswered,
      outcome: 'unanswered',
    },
    {
      key: 'declined',
      shape: '–',
      name: t('coverage.outcomeBar.declinedByRule'),
      n: declined,
      outcome: 'declined',
    },
  ]
  return all
    .filter(({ n }) => n > 0.5)
    .map((part) => ({ ...part, share: questions === 0 ? 0 : part.n / questions }))
})
const link = (outcome: string) => ({ path: '/questions', query: { from, to, outcome } })
</script>

<template>
  <div data-test="outcomes">
    <div class="outcomes">
      <RouterLink
        v-for="part in parts"
        :key="part.key"
        :to="link(part.outcome)"
        :class="part.key"
        :style="{ flexGrow: part.share }"
        :title="
          $t('coverage.outcomeBar.partOfAll', {
            part: part.name,
            share: percent(part.share),
            n: whole(Math.round(part.n)),
            all: whole(sums.questions),
          })
        "
        ><span v-if="part.share > 0.045">{{
          part.key === 'right'
            ? $t('coverage.outcomeBar.right', { shape: part.shape, share: percent(part.share) })
            : percent(part.share)
        }}</span></RouterLink
      >
    </div>
    <ul class="legend small">
      <li v-for="part in parts" :key="part.key" :class="part.key">
        <RouterLink :to="link(part.outcome)"
          ><span aria-hidden="true">{{ part.shape }}</span> {{ part.name }}</RouterLink
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
.outcomes {
  display: flex;
  gap: 2px;
  height: 28px;
}
.outcomes a {
  flex-basis: 0;
  min-width: 6px;
  display: flex;
  align-items: center;
  padding: 0 8px;
  overflow: hidden;
  white-space: nowrap;
  font: 600 var(--text-small) / 1 var(--body);
  font-variant-numeric: tabular-nums;
  text-decoration: none;
}
.outcomes .right,
.outcomes .elsewhere {
  background: var(--harbour);
  color: var(--on-harbour);
}
.outcomes .elsewhere {
  background: var(--plum);
}
.outcomes .wrong {
  border: 2px solid var(--brick);
  color: var(--brick);
  background: var(--surface);
}
.outcomes .suggested {
  background: var(--brass);
  color: var(--on-harbour);
}
.outcomes .clarifying {
  background: var(--harbour-soft);
  color: var(--harbour);
}
.outcomes .unanswered {
  background: repeating-linear-gradient(135deg, var(--brick-soft) 0 7px, var(--surface) 7px 12px);
  color: var(--brick);
}
.outcomes .unanswered span {
  background: var(--surface);
  padding: 3px 5px;
  border-radius: var(--round-small);
}
.outcomes .declined {
  background: var(--line);
  color: var(--ink);
}
.legend {
  list-style: none;
  padding: 0;
  margin-top: 8px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.legend a {
  text-decoration: none;
  color: var(--muted);
}
.legend .right a,
.legend .clarifying a {
  color: var(--harbour);
}
.legend .wrong a,
.legend .unanswered a {
  color: var(--brick);
}
.legend .suggested a {
  color: var(--brass);
}
.legend .elsewhere a {
  color: var(--plum);
}
</style>
