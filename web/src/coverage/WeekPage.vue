<script setup lang="ts">
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { count, day, percent, whole } from '../shell/format.ts'
import { useRemote } from '../shell/useRemote.ts'
import { changeWords, fixWords, shareOf, TARGET_WORDS, withMargin, worth } from './words.ts'

/** The week in sentences, on one page that prints well. */
const route = useRoute()
const { state } = useRemote('/today', () => ({
  week: typeof route.query.from === 'string' ? route.query.from : null,
}))
const view = computed(() => state.value.value)
const moved = (days: number) =>
  new Date(Date.parse(`${view.value!.week.from}T00:00:00Z`) + days * 86_400_000)
    .toISOString()
    .slice(0, 10)
const print = () => window.print()
const share = (n: number, of: number) => (of === 0 ? '–' : percent(n / of))
</script>

<template>
  <div class="page sheet">
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <template v-if="view">
      <p class="row small no-print">
        <RouterLink :to="{ query: { from: moved(-7) } }">The week before</RouterLink
        ><RouterLink v-if="moved(7) < view.running.from" :to="{ query: { from: moved(7) } }"
          >The week after</RouterLink
        ><span class="grow" /><Button size="small" outlined label="Print" @click="print" />
      </p>
      <h1>The week from {{ day(view.week.from) }} to {{ day(view.week.to) }}</h1>
      <template v-if="view.figures && view.figures.questions > 0">
        <p class="lead" data-test="week-sentence">
          Visitors asked {{ whole(view.figures.questions) }} questions. Janua answered
          <strong>{{
            withMargin(shareOf(view.figures), view.figures.low, view.figures.high)
          }}</strong>
          of them rightly.
          <template v-if="view.change"
            >{{ changeWords(view.change.by, view.change.clear) }}.</template
          >
        </p>
        <table>
          <tbody>
            <tr>
              <th scope="row">Answered from your content</th>
              <td>{{ whole(view.figures.answered) }}</td>
              <td>
                {{ share(view.figures.answered, view.figures.questions - view.figures.declined) }}
                of what was not declined
              </td>
            </tr>
            <tr>
              <th scope="row">Accuracy: right, of answered</th>
              <td>{{ share(view.figures.right, view.figures.answered) }}</td>
              <td>
                <template v-if="view.accuracy"
                  >{{ percent(view.accuracy.low) }} to {{ percent(view.accuracy.high) }}</template
                >
              </td>
            </tr>
            <tr>
              <th scope="row">Only near articles, asked back, unanswered</th>
              <td>
                {{
                  whole(view.figures.suggested + view.figures.clarifying + view.figures.unanswered)
                }}
              </td>
              <td>
                {{ whole(view.figures.suggested) }}, {{ whole(view.figures.clarifying) }},
                {{ whole(view.figures.unanswered) }}
              </td>
            </tr>
            <tr>
              <th scope="row">Containment</th>
              <td>{{ share(view.figures.contained, view.figures.ended) }}</td>
              <td>
                {{ whole(view.figures.contained) }} of
                {{ count(view.figures.ended, 'ended conversation') }}
              </td>
            </tr>
            <tr>
              <th scope="row">Resolution</th>
              <td>{{ share(view.figures.resolved, view.figures.ended) }}</td>
              <td>
                {{
                  view.figures.provisional ? `${whole(view.figures.provisional)} provisional` : ''
                }}
              </td>
            </tr>
            <tr>
              <th scope="row">Went to a person</th>
              <td>{{ whole(view.figures.taken) }}</td>
              <td>{{ whole(view.figures.abandoned) }} left while waiting</td>
            </tr>
            <tr>
              <th scope="row">Votes</th>
              <td>{{ whole(view.figures.up) }} ▲ {{ whole(view.figures.down) }} ▽</td>
              <td>source opened {{ whole(view.figures.opened) }} ×</td>
            </tr>
          </tbody>
        </table>
      </template>
      <p v-else class="lead">Nobody asked anything.</p>
      <template v-if="view.targets.length"
        ><h2>Targets</h2>
        <ul>
          <li v-for="target in view.targets" :key="target.measure">
            {{ target.measure }} {{ percent(target.share) }} until {{ day(target.by) }}:
            {{ TARGET_WORDS[target.says]
            }}<template v-if="target.now !== null"
              >; last full week {{ percent(target.now) }}</template
            >
          </li>
        </ul></template
      >
      <h2>Worth fixing first, as of today</h2>
      <ol>
        <li v-for="gap in view.gaps.rows" :key="gap.topic">
          <strong>{{ gap.label }}</strong>: {{ gap.aWeek.toFixed(1) }} a week,
          {{ percent(gap.coverage) }} covered, {{ worth(gap.potential) }} right answers a week.
          {{ fixWords(gap) }}.
        </li>
      </ol>
      <p v-if="view.gaps.more" class="small quiet">and {{ count(view.gaps.more, 'more gap') }}</p>
      <template v-if="view.votedDown.length"
        ><h2>Voted down lately</h2>
        <ul>
          <li v-for="one in view.votedDown" :key="one.question">
            “{{ one.text }}”, answered from “{{ one.title }}”{{
              one.times > 1 ? `, ${one.times} times` : ''
            }}
          </li>
        </ul></template
      >
    </template>
  </div>
</template>

<style scoped>
.sheet {
  max-width: 780px;
}
.lead {
  font-size: var(--text-large);
  margin: 10px 0 16px;
}
.lead strong {
  color: var(--harbour);
}
h2 {
  margin: 20px 0 6px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 400;
  padding: 5px 12px 5px 0;
  border-bottom: 1px solid var(--line);
}
td {
  padding: 5px 12px 5px 0;
  border-bottom: 1px solid var(--line);
  font-variant-numeric: tabular-nums;
}
td:nth-child(2) {
  font-weight: 650;
  text-align: right;
  white-space: nowrap;
}
ul,
ol {
  margin: 0;
  padding-left: 22px;
  display: grid;
  gap: 4px;
}
@media print {
  .no-print {
    display: none;
  }
  .sheet {
    padding: 0;
    max-width: none;
  }
}
</style>
<style>
@media print {
  .app-header,
  nav.pages {
    display: none !important;
  }
}
</style>
