<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, onMounted } from 'vue'
import { useHealth } from '../library/useHealth.ts'
import { post, put } from '../shell/api.ts'
import { counted, day, percent, span, whole } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useSession } from '../shell/session.ts'
import { useRemote } from '../shell/useRemote.ts'
import StartPanel from '../start/StartPanel.vue'
import GapTable from './GapTable.vue'
import HowCounted from './HowCounted.vue'
import OutcomeBar from './OutcomeBar.vue'
import { changeWords, shareOf, TARGET_WORDS, withMargin } from './words.ts'
import TermHelp from '../help/TermHelp.vue'

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
    { kind: 'conflict' as const, unit: 'units.conflict' },
    { kind: 'copy' as const, unit: 'units.nearCopy' },
    { kind: 'overdue' as const, unit: 'units.overdueItem' },
    { kind: 'link' as const, unit: 'units.brokenLink' },
  ].filter(({ kind }) => counts.value[kind] > 0),
)

/** The demo's history ends some weeks ago: it moves to this week as a whole. */
const { run: action, busy } = useAction()
async function moveDemo(): Promise<void> {
  await action(() => post('/demo/move'), t('coverage.today.theDemoIsOf'))
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
      <StartPanel />
      <header v-if="view.figures && view.figures.questions > 0">
        <h1 class="sentence" data-test="sentence">
          <i18n-t keypath="coverage.today.lastWeekVisitorsAsked" scope="global"
            ><template #high
              ><strong>{{
                withMargin(shareOf(view.figures), view.figures.low, view.figures.high)
              }}</strong></template
            ><template #questions>{{ whole(view.figures.questions) }}</template></i18n-t
          ><TermHelp term="coverage.coverage" :about="$t('shell.pages.coverage')" />
        </h1>
        <p class="quiet">
          <template v-if="view.change"
            >{{ changeWords(view.change.by, view.change.clear)
            }}<template v-if="view.release?.sinceWeek">{{
              $t('coverage.today.releaseCameInIt', { number: view.release.number })
            }}</template
            >.
          </template>
          <template v-if="target"
            >{{
              $t('coverage.today.targetUntil', {
                by: day(target.by),
                share: percent(target.share),
                says: TARGET_WORDS[target.says],
              })
            }}
          </template>
          <template v-if="view.running.figures && view.running.figures.questions > 0"
            >{{
              $t('coverage.today.thisWeekSoFar', {
                question: counted('units.question', view.running.figures.questions),
              })
            }}
          </template>
          <RouterLink :to="{ path: '/week', query: { from: view.week.from } }">{{
            $t('coverage.today.summaryOfTheWeek')
          }}</RouterLink>
        </p>
        <OutcomeBar :sums="view.figures" :from="view.week.from" :to="view.week.to" class="bar" />
      </header>
      <header v-else>
        <h1 class="sentence">
          {{ $t('coverage.today.nobodyAskedAnythingLast')
          }}<template v-if="view.running.figures">{{
            $t('coverage.today.soFarThisWeek', {
              question: counted('units.question', view.running.figures.questions),
            })
          }}</template
          >.
        </h1>
        <p class="quiet">
          <i18n-t keypath="coverage.today.putTheDoorOn" scope="global"
            ><template #link
              ><RouterLink to="/questions/imports">{{
                $t('coverage.today.bringInALog')
              }}</RouterLink></template
            ></i18n-t
          >
        </p>
      </header>
      <Message
        v-if="view.demoWeeksBehind > 0 && session.role === 'lead'"
        severity="info"
        data-test="demo-stale"
        ><span class="row"
          >{{
            $t('coverage.today.theHistoryOfThis', {
              week: counted('units.week', view.demoWeeksBehind),
            })
          }}
          <Button
            size="small"
            outlined
            :label="$t('coverage.today.moveToThisWeek')"
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
          ><i18n-t keypath="coverage.today.coverageFellOnFrom" scope="global"
            ><template #link
              ><RouterLink
                :to="{
                  path: '/questions',
                  query: { from: alert.day, to: alert.day, outcome: 'unanswered' },
                }"
                >{{ $t('coverage.today.whatWentUnansweredThat') }}</RouterLink
              ></template
            ><template #alert>{{ day(alert.day) }}</template
            ><template #before>{{ percent(alert.fall.before) }}</template
            ><template #since>{{ percent(alert.fall.since) }}</template></i18n-t
          ></template
        >
        <template v-else-if="alert.topic"
          ><i18n-t keypath="coverage.today.aFixedGapHas" scope="global"
            ><template #topic
              ><RouterLink :to="`/gaps/${alert.topic.id}`">{{
                alert.topic.label
              }}</RouterLink></template
            ></i18n-t
          ></template
        >
      </Message>
      <section>
        <div class="row head wraps">
          <h2 class="grow">{{ $t('coverage.today.worthFixingFirst') }}</h2>
          <span v-if="view.gaps.rows.length" class="small quiet">{{
            $t('coverage.today.rightAnswersAWeek')
          }}</span>
        </div>
        <GapTable v-if="view.gaps.rows.length" :rows="view.gaps.rows" />
        <div v-else class="empty panel">
          <p>{{ $t('coverage.today.noGapIsOpen') }}</p>
        </div>
        <p v-if="view.gaps.more > 0" class="small">
          <RouterLink to="/gaps" data-test="all-gaps">{{
            counted('units.moreGap', view.gaps.more)
          }}</RouterLink><span class="quiet"
            >{{ ' '
            }}{{
              $t('coverage.today.togetherWorthUpTo', { worth: Math.round(view.gaps.worth) })
            }}</span
          >
        </p>
      </section>
      <section v-if="view.votedDown.length">
        <h2>
          <RouterLink :to="{ path: '/questions', query: { vote: 'down' } }">{{
            $t('coverage.today.votedDownLately')
          }}</RouterLink>
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
              <td class="quiet">{{ $t('coverage.today.answeredFrom', { one: one.title }) }}</td>
              <td class="n">{{ one.times }} ×</td>
            </tr>
          </tbody>
        </table>
      </section>
      <HowCounted>{{ $t('coverage.today.coverageIsTheSum') }}</HowCounted>
    </div>
    <aside v-if="view" class="stack">
      <section v-if="session.role === 'lead'" class="panel">
        <h2>
          <RouterLink to="/queues">{{ $t('coverage.today.queuesNow') }}</RouterLink>
        </h2>
        <table class="lines">
          <tbody>
            <tr v-for="queue in waiting" :key="queue.id">
              <td>{{ queue.name }}</td>
              <td class="n">{{ $t('coverage.today.waiting', { waiting: queue.waiting }) }}</td>
              <td class="n" :class="{ long: (queue.oldestWaitSeconds ?? 0) > 300 }">
                {{ queue.oldestWaitSeconds === null ? '' : span(queue.oldestWaitSeconds) }}
              </td>
            </tr>
          </tbody>
        </table>
        <p class="small quiet">
          {{
            waiting.length === 0
              ? $t('coverage.today.nobodyWaits')
              : idle > 0
                ? $t('coverage.today.nobodyWaitsInMore', { idle })
                : ''
          }}
        </p>
      </section>
      <section class="panel">
        <h2>
          <RouterLink to="/health">{{ $t('coverage.today.library') }}</RouterLink>
        </h2>
        <ul v-if="library.length" class="plain small">
          <li v-for="{ kind, unit } in library" :key="kind">
            <RouterLink :to="{ path: '/health', query: { show: kind } }">{{
              counted(unit, counts[kind])
            }}</RouterLink>
          </li>
        </ul>
        <p v-else-if="health" class="small quiet">{{ $t('coverage.today.nothingNeedsCare') }}</p>
        <p v-else class="small quiet">…</p>
      </section>
      <section v-if="view.audit.left > 0" class="panel">
        <h2>
          <RouterLink to="/audit-sample">{{ $t('coverage.today.auditSample') }}</RouterLink>
        </h2>
        <p class="small">
          {{
            $t('coverage.today.ofRandomAnswersOf', {
              reviewed: view.audit.reviewed,
              left: view.audit.reviewed + view.audit.left,
            })
          }}
        </p>
      </section>
      <section class="panel draft">
        <h2>{{ $t('coverage.today.draft') }}</h2>
        <p class="small">
          {{ counted('units.readyChange', view.draft.ready)
          }}<template v-if="view.release"
            >{{ ' '
            }}{{ $t('coverage.today.sinceRelease', { number: view.release.number }) }}</template
          >{{ $t('coverage.today.inWork', { inWork: view.draft.inWork })
          }}<template v-if="view.draft.change !== null"
            >{{ ' '
            }}<i18n-t keypath="coverage.today.replayedOnLost" scope="global"
              ><template #change
                ><strong>{{
                  $t('coverage.today.points', {
                    change: view.draft.change >= 0 ? '+' : '−',
                    change2: Math.abs(view.draft.change * 100).toFixed(1),
                  })
                }}</strong></template
              ><template #question>{{
                counted('units.question', view.draft.replayed ?? 0)
              }}</template
              ><template #goodAnswer>{{
                counted('units.goodAnswer', view.draft.lost ?? 0)
              }}</template></i18n-t
            ></template
          >
        </p>
        <p v-if="view.draft.ready + view.draft.inWork > 0">
          <RouterLink to="/releases" class="button">{{
            $t('coverage.today.lookBeforeRelease', { next: view.draft.next })
          }}</RouterLink>
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
</style>
