<script setup lang="ts">
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, onMounted } from 'vue'
import { useHealth } from '../library/useHealth.ts'
import { post, put } from '../shell/api.ts'
import { count, day, percent, span, whole } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useSession } from '../shell/session.ts'
import { useRemote } from '../shell/useRemote.ts'
import GapTable from './GapTable.vue'
import HowCounted from './HowCounted.vue'
import OutcomeBar from './OutcomeBar.vue'
import { changeWords, shareOf, TARGET_WORDS, withMargin } from './words.ts'

const session = useSession()
const { state, reload: load } = useRemote('/today', undefined, { hears: ['figures'] })
const { state: queues } = useRemote('/queues', undefined, {
  hears: ['conversation'],
  when: () => session.role === 'lead',
})
const { health, counts, load: loadHealth } = useHealth()
const view = computed(() => state.value.value)
const target = computed(() => view.value?.targets.find(({ measure }) => measure === 'coverage'))
const waiting = computed(() => (queues.value.value ?? []).filter((queue) => queue.waiting > 0))
const idle = computed(() => (queues.value.value ?? []).length - waiting.value.length)
const library = computed(() =>
  [
    { kind: 'conflict' as const, one: 'conflict', many: 'conflicts' },
    { kind: 'copy' as const, one: 'near copy', many: 'near copies' },
    {
      kind: 'overdue' as const,
      one: 'item past its review day',
      many: 'items past their review day',
    },
    { kind: 'link' as const, one: 'broken link', many: 'broken links' },
  ].filter(({ kind }) => counts.value[kind] > 0),
)

/** The demo's history ends some weeks ago: it moves to this week as a whole. */
const { run: action, busy } = useAction()
async function moveDemo(): Promise<void> {
  await action(() => post('/demo/move'), 'The demo is of this week now')
  await Promise.all([load(), session.refreshRelease()])
}
async function seen(id: number): Promise<void> {
  await put(`/alerts/${id}/seen`)
  await load()
}
onMounted(loadHealth)
</script>

<template>
  <div class="page columns side-last">
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <div v-if="view" class="stack main">
      <header v-if="view.figures && view.figures.questions > 0">
        <h1 class="sentence" data-test="sentence">
          Last week visitors asked {{ whole(view.figures.questions) }} questions. Janua answered
          <strong>{{
            withMargin(shareOf(view.figures), view.figures.low, view.figures.high)
          }}</strong>
          of them rightly.
        </h1>
        <p class="quiet">
          <template v-if="view.change"
            >{{ changeWords(view.change.by, view.change.clear)
            }}<template v-if="view.release?.sinceWeek"
              >; release {{ view.release.number }} came in it</template
            >.
          </template>
          <template v-if="target"
            >Target until {{ day(target.by) }}: {{ percent(target.share) }},
            {{ TARGET_WORDS[target.says] }}.
          </template>
          <template v-if="view.running.figures && view.running.figures.questions > 0"
            >This week so far: {{ count(view.running.figures.questions, 'question') }}.
          </template>
          <RouterLink :to="{ path: '/week', query: { from: view.week.from } }"
            >Summary of the week</RouterLink
          >
        </p>
        <OutcomeBar :sums="view.figures" :from="view.week.from" :to="view.week.to" class="bar" />
      </header>
      <header v-else>
        <h1 class="sentence">
          Nobody asked anything last week<template v-if="view.running.figures"
            >; {{ count(view.running.figures.questions, 'question') }} so far this week</template
          >.
        </h1>
        <p class="quiet">
          Put the door on a page of yours, or
          <RouterLink to="/questions/imports">bring in a log</RouterLink> of what was asked before:
          Janua answers it, groups it, and shows the gaps.
        </p>
      </header>
      <Message
        v-if="view.demoWeeksBehind > 0 && session.role === 'lead'"
        severity="info"
        data-test="demo-stale"
        ><span class="row"
          >The history of this demo ends {{ count(view.demoWeeksBehind, 'week') }} ago.
          <Button
            size="small"
            outlined
            label="Move to this week"
            :loading="busy"
            data-test="demo-move"
            @click="moveDemo" /></span
      ></Message>
      <Message
        v-for="alert in view.alerts"
        :key="alert.id"
        severity="warn"
        closable
        data-test="alert"
        @close="seen(alert.id)"
      >
        <template v-if="alert.fall"
          >Coverage fell on {{ day(alert.day) }}: from {{ percent(alert.fall.before) }} to
          {{ percent(alert.fall.since) }}.
          <RouterLink
            :to="{
              path: '/questions',
              query: { from: alert.day, to: alert.day, outcome: 'unanswered' },
            }"
            >What went unanswered that day</RouterLink
          ></template
        >
        <template v-else-if="alert.topic"
          >A fixed gap has opened again:
          <RouterLink :to="`/gaps/${alert.topic.id}`">{{ alert.topic.label }}</RouterLink></template
        >
      </Message>
      <section>
        <div class="row head">
          <h2 class="grow">Worth fixing first</h2>
          <span class="small quiet">right answers a week more, up to</span>
        </div>
        <GapTable v-if="view.gaps.rows.length" :rows="view.gaps.rows" />
        <div v-else class="empty panel">
          <p>No gap is open: what people ask is answered, or is being fixed.</p>
        </div>
        <p v-if="view.gaps.more > 0" class="small">
          <RouterLink to="/gaps" data-test="all-gaps">{{
            count(view.gaps.more, 'more gap', 'more gaps')
          }}</RouterLink><span class="quiet">
            · together worth up to {{ Math.round(view.gaps.worth) }} right answers a week</span
          >
        </p>
      </section>
      <section v-if="view.votedDown.length">
        <h2>
          <RouterLink :to="{ path: '/questions', query: { vote: 'down' } }"
            >Voted down lately</RouterLink
          >
        </h2>
        <table class="lines voted">
          <tbody>
            <tr v-for="one in view.votedDown" :key="one.question">
              <td>
                <RouterLink
                  :to="{ path: '/questions', query: { open: one.question, vote: 'down' } }"
                  >{{ one.text }}</RouterLink
                >
              </td>
              <td class="quiet">answered from {{ one.title }}</td>
              <td class="n">{{ one.times }} ×</td>
            </tr>
          </tbody>
        </table>
      </section>
      <HowCounted
        >Coverage is the sum of reviews, where there are any, else of how sure each answer from your
        content was, divided by all questions; corrected by the weekly audit. The margin is a 95 %
        interval over visitors.</HowCounted
      >
    </div>
    <aside v-if="view" class="stack">
      <section v-if="session.role === 'lead'" class="panel">
        <h2><RouterLink to="/queues">Queues now</RouterLink></h2>
        <table class="lines">
          <tbody>
            <tr v-for="queue in waiting" :key="queue.id">
              <td>{{ queue.name }}</td>
              <td class="n">{{ queue.waiting }} waiting</td>
              <td class="n" :class="{ long: (queue.oldestWaitSeconds ?? 0) > 300 }">
                {{ queue.oldestWaitSeconds === null ? '' : span(queue.oldestWaitSeconds) }}
              </td>
            </tr>
          </tbody>
        </table>
        <p class="small quiet">
          {{
            waiting.length === 0 ? 'Nobody waits.' : idle > 0 ? `Nobody waits in ${idle} more.` : ''
          }}
        </p>
      </section>
      <section class="panel">
        <h2><RouterLink to="/health">Library</RouterLink></h2>
        <ul v-if="library.length" class="plain small">
          <li v-for="{ kind, one, many } in library" :key="kind">
            <RouterLink :to="{ path: '/health', query: { show: kind } }">{{
              count(counts[kind], one, many)
            }}</RouterLink>
          </li>
        </ul>
        <p v-else-if="health" class="small quiet">Nothing needs care.</p>
        <p v-else class="small quiet">…</p>
      </section>
      <section v-if="view.audit.left > 0" class="panel">
        <h2><RouterLink to="/audit-sample">Audit sample</RouterLink></h2>
        <p class="small">
          {{ view.audit.reviewed }} of {{ view.audit.reviewed + view.audit.left }} random answers of
          last week reviewed. Five minutes; it keeps the figures honest.
        </p>
      </section>
      <section class="panel draft">
        <h2>Draft</h2>
        <p class="small">
          {{ count(view.draft.ready, 'ready change')
          }}<template v-if="view.release"> since release {{ view.release.number }}</template
          >, {{ view.draft.inWork }} in work.<template v-if="view.draft.change !== null">
            Replayed on {{ count(view.draft.replayed ?? 0, 'question') }}:
            <strong
              >{{ view.draft.change >= 0 ? '+' : '−' }}
              {{ Math.abs(view.draft.change * 100).toFixed(1) }} points</strong
            >, {{ count(view.draft.lost ?? 0, 'good answer') }} lost.</template
          >
        </p>
        <p>
          <RouterLink to="/releases" class="button"
            >Look before release {{ view.draft.next }}</RouterLink
          >
        </p>
      </section>
    </aside>
  </div>
</template>

<style scoped>
.main {
  gap: 20px;
}
.sentence {
  font-size: var(--text-figure);
  line-height: 1.18;
  max-width: 22em;
}
.sentence strong {
  color: var(--harbour);
  font-weight: inherit;
  white-space: nowrap;
}
header p {
  margin: 8px 0 16px;
}
.head {
  align-items: baseline;
}
section > p {
  margin-top: 8px;
}
h2 a {
  color: inherit;
  text-decoration: none;
}
h2 a:hover {
  text-decoration: underline;
}
.lines {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-small);
  margin-top: 6px;
}
.lines td {
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
.lines tr:last-child td {
  border-bottom: 0;
}
.n {
  text-align: right;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
  padding-left: 10px;
}
.long {
  color: var(--brick);
  font-weight: 650;
}
.plain {
  list-style: none;
  padding: 0;
  margin-top: 8px;
  display: grid;
  gap: 5px;
}
.plain a {
  color: inherit;
}
.voted td:first-child a {
  color: inherit;
  text-decoration: none;
}
.voted td:first-child a:hover {
  text-decoration: underline;
}
.voted {
  border-top: 1px solid var(--ink);
}
aside .panel {
  padding: 14px 16px;
}
aside .panel > p {
  margin-top: 6px;
}
.draft {
  background: var(--harbour-soft);
  border-color: color-mix(in srgb, var(--harbour) 30%, var(--line));
}
.draft .button {
  display: inline-block;
  background: var(--harbour);
  color: var(--on-harbour);
  border-radius: var(--round-medium);
  padding: 6px 12px;
  font-weight: 600;
  text-decoration: none;
  font-size: var(--text-small);
}
</style>
