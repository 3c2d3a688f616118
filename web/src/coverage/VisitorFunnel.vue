<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { CoverageView } from '@janua/contracts'
import { computed } from 'vue'
import { percent, whole } from '../shell/format.ts'
import ChartFrame from './ChartFrame.vue'

/** From conversations begun to such that were resolved. */
const { view } = defineProps<{ view: CoverageView }>()
const steps = computed(() => {
  const { started, asked, ended, contained, resolved } = view.total
  return [
    {
      name: t('coverage.visitorFunnel.conversations'),
      n: started,
      of: started,
      how: t('coverage.visitorFunnel.begunAtADoor'),
    },
    {
      name: t('coverage.visitorFunnel.withAQuestion'),
      n: asked,
      of: started,
      how: t('coverage.visitorFunnel.notOnlySmallTalk'),
    },
    {
      name: t('coverage.visitorFunnel.ended'),
      n: ended,
      of: asked,
      how: t('coverage.visitorFunnel.closedByAnybody'),
    },
    {
      name: t('coverage.visitorFunnel.contained'),
      n: contained,
      of: ended,
      how: t('coverage.visitorFunnel.endedWithoutAPerson'),
    },
    {
      name: t('coverage.visitorFunnel.resolved'),
      n: resolved,
      of: ended,
      how: t('coverage.visitorFunnel.containedLastAnswerNot', { returnDays: view.returnDays }),
    },
  ]
})
const facts = computed(() => {
  const { contained, resolved, ended, opened, answered, up, down, taken, abandoned, provisional } =
    view.total
  const share = (n: number, of: number) => (of === 0 ? '–' : percent(n / of))
  return [
    [
      'Containment',
      share(contained, ended),
      t('coverage.visitorFunnel.ofEnded', { contained: whole(contained), ended: whole(ended) }),
    ],
    [
      'Resolution',
      share(resolved, ended),
      provisional
        ? t('coverage.visitorFunnel.ofOfThemProvisional', {
            resolved: whole(resolved),
            ended: whole(ended),
            provisional: whole(provisional),
          })
        : t('coverage.visitorFunnel.of', { resolved: whole(resolved), ended: whole(ended) }),
    ],
    [
      'Click-through',
      share(opened, answered),
      t('coverage.visitorFunnel.sourceOpenedOfAnswers', { answered: whole(answered) }),
    ],
    [
      'Votes',
      `${whole(up)} ▲ ${whole(down)} ▽`,
      t('coverage.visitorFunnel.ofAnswers', { answered: whole(answered) }),
      { vote: 'any' },
    ],
    [
      t('coverage.visitorFunnel.toAPerson'),
      whole(taken),
      abandoned
        ? t('coverage.visitorFunnel.andWhoLeftWhile', { abandoned: whole(abandoned) })
        : t('coverage.visitorFunnel.takenByAgent'),
    ],
    ...(view.total.wantsPerson
      ? [
          [
            t('coverage.visitorFunnel.askedForOne'),
            whole(view.total.wantsPerson),
            t('coverage.visitorFunnel.askedForTeam'),
            { wantsPerson: 'true' },
          ],
        ]
      : []),
  ] as [string, string, string, Record<string, string>?][]
})
const rows = computed(() => [
  ...steps.value.map(({ name, n, how }) => [name, n, how]),
  ...facts.value.map(([name, value, how]) => [name, value, how]),
])
</script>

<template>
  <ChartFrame
    :title="$t('coverage.visitorFunnel.whatBecomesOfVisitors')"
    :unit="$t('coverage.visitorFunnel.conversations')"
    :columns="['step', 'conversations', 'which']"
    :rows="rows"
    file="funnel"
  >
    <ol data-test="funnel">
      <li v-for="step in steps" :key="step.name">
        <span class="name">{{ step.name }}</span><span class="track"
          ><span
            :style="{ width: `${steps[0]!.n === 0 ? 0 : (100 * step.n) / steps[0]!.n}%` }" /></span
        ><span class="n">{{ whole(step.n) }}</span
        ><span class="n quiet">{{
          step === steps[0] ? '' : step.of === 0 ? '–' : percent(step.n / step.of)
        }}</span>
      </li>
    </ol>
    <dl>
      <div v-for="[name, value, how, query] in facts" :key="name">
        <dt class="small quiet">{{ name }}</dt>
        <dd>
          <RouterLink
            v-if="query"
            :to="{ path: '/questions', query: { ...query, from: view.from, to: view.to } }"
            ><strong>{{ value }}</strong></RouterLink
          ><strong v-else>{{ value }}</strong> <span class="small quiet">{{ how }}</span>
        </dd>
      </div>
    </dl>
    <template #how>{{
      $t('coverage.visitorFunnel.conversationsOnTheDay', { how: steps[4]!.how })
    }}</template>
  </ChartFrame>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 118px 1fr 56px 46px;
  gap: 8px;
  align-items: center;
  font-size: var(--text-small);
}
.track {
  height: 16px;
  background: var(--surface);
  border: 1px solid var(--line);
}
.track span {
  display: block;
  height: 100%;
  background: var(--harbour);
}
li:last-child .track span {
  background: var(--moss);
}
.n {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
dl {
  display: grid;
  gap: 4px;
  margin: 6px 0 0;
}
dl div {
  display: grid;
  grid-template-columns: 118px 1fr;
  gap: 8px;
  align-items: baseline;
}
dd {
  margin: 0;
}
</style>
