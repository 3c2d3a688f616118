<script setup lang="ts">
import type { CoverageView } from '@janua/contracts'
import { computed } from 'vue'
import { percent, whole } from '../shell/format.ts'
import ChartFrame from './ChartFrame.vue'

/** From conversations begun to such that were resolved. */
const { view } = defineProps<{ view: CoverageView }>()
const steps = computed(() => {
  const { started, asked, ended, contained, resolved } = view.total
  return [
    { name: 'conversations', n: started, of: started, how: 'begun at a door' },
    {
      name: 'with a question',
      n: asked,
      of: started,
      how: 'not only small talk or a wish for a person',
    },
    { name: 'ended', n: ended, of: asked, how: 'closed by anybody' },
    { name: 'contained', n: contained, of: ended, how: 'ended without a person' },
    {
      name: 'resolved',
      n: resolved,
      of: ended,
      how: `contained, last answer not voted down, no return to the topic in ${view.returnDays} days`,
    },
  ]
})
const facts = computed(() => {
  const { contained, resolved, ended, opened, answered, up, down, taken, abandoned, provisional } =
    view.total
  const share = (n: number, of: number) => (of === 0 ? '–' : percent(n / of))
  return [
    ['Containment', share(contained, ended), `${whole(contained)} of ${whole(ended)} ended`],
    [
      'Resolution',
      share(resolved, ended),
      provisional
        ? `${whole(resolved)} of ${whole(ended)}, ${whole(provisional)} of them provisional`
        : `${whole(resolved)} of ${whole(ended)}`,
    ],
    ['Click-through', share(opened, answered), `source opened, of ${whole(answered)} answers`],
    ['Votes', `${whole(up)} ▲ ${whole(down)} ▽`, `of ${whole(answered)} answers`, { vote: 'any' }],
    [
      'To a person',
      whole(taken),
      abandoned ? `and ${whole(abandoned)} who left while waiting` : 'taken by an agent',
    ],
    ...(view.total.wantsPerson
      ? [
          [
            'Asked for one',
            whole(view.total.wantsPerson),
            'questions with a wish for a person',
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
    title="What becomes of visitors?"
    unit="conversations"
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
    <template #how
      >Conversations on the day they ended. Resolved: {{ steps[4]!.how }}; younger ones are
      provisional.</template
    >
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
