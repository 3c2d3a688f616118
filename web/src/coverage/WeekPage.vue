<script setup lang="ts">
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { counted, day, percent, whole } from '../shell/format.ts'
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
        <RouterLink :to="{ query: { from: moved(-7) } }">{{
          $t('coverage.week.theWeekBefore')
        }}</RouterLink><RouterLink
          v-if="moved(7) < view.running.from"
          :to="{ query: { from: moved(7) } }"
          >{{ $t('coverage.week.theWeekAfter') }}</RouterLink
        ><span class="grow" /><Button
          size="small"
          outlined
          :label="$t('coverage.week.print')"
          @click="print"
        />
      </p>
      <h1>
        {{
          $t('coverage.week.theWeekFromTo', { from: day(view.week.from), to: day(view.week.to) })
        }}
      </h1>
      <template v-if="view.figures && view.figures.questions > 0">
        <p class="lead" data-test="week-sentence">
          <i18n-t keypath="coverage.week.visitorsAskedQuestionsJanua" scope="global"
            ><template #high
              ><strong>{{
                withMargin(shareOf(view.figures), view.figures.low, view.figures.high)
              }}</strong></template
            ><template #questions>{{ whole(view.figures.questions) }}</template></i18n-t
          >
          <template v-if="view.change"
            >{{ changeWords(view.change.by, view.change.clear) }}.</template
          >
        </p>
        <table>
          <tbody>
            <tr>
              <th scope="row">{{ $t('coverage.week.answeredFromYourContent') }}</th>
              <td>{{ whole(view.figures.answered) }}</td>
              <td>
                {{
                  $t('coverage.week.ofWhatWasNot', {
                    declined: share(
                      view.figures.answered,
                      view.figures.questions - view.figures.declined,
                    ),
                  })
                }}
              </td>
            </tr>
            <tr>
              <th scope="row">{{ $t('coverage.week.accuracyRightOfAnswered') }}</th>
              <td>{{ share(view.figures.right, view.figures.answered) }}</td>
              <td>
                <template v-if="view.accuracy">{{
                  $t('coverage.week.to', {
                    low: percent(view.accuracy.low),
                    high: percent(view.accuracy.high),
                  })
                }}</template>
              </td>
            </tr>
            <tr>
              <th scope="row">{{ $t('coverage.week.onlyNearArticlesAsked') }}</th>
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
              <th scope="row">{{ $t('coverage.week.containment') }}</th>
              <td>{{ share(view.figures.contained, view.figures.ended) }}</td>
              <td>
                {{
                  $t('coverage.week.of', {
                    contained: whole(view.figures.contained),
                    endedConversation: counted('units.endedConversation', view.figures.ended),
                  })
                }}
              </td>
            </tr>
            <tr>
              <th scope="row">{{ $t('coverage.week.resolution') }}</th>
              <td>{{ share(view.figures.resolved, view.figures.ended) }}</td>
              <td>
                {{
                  view.figures.provisional
                    ? $t('coverage.week.provisional', {
                        provisional: whole(view.figures.provisional),
                      })
                    : ''
                }}
              </td>
            </tr>
            <tr>
              <th scope="row">{{ $t('coverage.week.wentToAPerson') }}</th>
              <td>{{ whole(view.figures.taken) }}</td>
              <td>
                {{
                  $t('coverage.week.leftWhileWaiting', { abandoned: whole(view.figures.abandoned) })
                }}
              </td>
            </tr>
            <tr>
              <th scope="row">{{ $t('coverage.week.votes') }}</th>
              <td>{{ whole(view.figures.up) }} ▲ {{ whole(view.figures.down) }} ▽</td>
              <td>
                {{ $t('coverage.week.sourceOpened', { opened: whole(view.figures.opened) }) }}
              </td>
            </tr>
          </tbody>
        </table>
      </template>
      <p v-else class="lead">{{ $t('coverage.week.nobodyAskedAnything') }}</p>
      <template v-if="view.targets.length"
        ><h2>{{ $t('coverage.week.targets') }}</h2>
        <ul>
          <li v-for="target in view.targets" :key="target.measure">
            {{
              $t('coverage.week.until', {
                measure: target.measure,
                share: percent(target.share),
                by: day(target.by),
                says: TARGET_WORDS[target.says],
              })
            }}<template v-if="target.now !== null">{{
              $t('coverage.week.lastFullWeek', { now: percent(target.now) })
            }}</template>
          </li>
        </ul></template
      >
      <h2>{{ $t('coverage.week.worthFixingFirstAs') }}</h2>
      <ol>
        <li v-for="gap in view.gaps.rows" :key="gap.topic">
          <i18n-t keypath="coverage.week.aWeekCoveredRight" scope="global"
            ><template #gap
              ><strong>{{ gap.label }}</strong></template
            ><template #aWeek>{{ gap.aWeek.toFixed(1) }}</template
            ><template #coverage>{{ percent(gap.coverage) }}</template
            ><template #potential>{{ worth(gap.potential) }}</template
            ><template #gap2>{{ fixWords(gap) }}</template></i18n-t
          >
        </li>
      </ol>
      <p v-if="view.gaps.more" class="small quiet">
        {{ $t('coverage.week.and', { moreGap: counted('units.moreGap', view.gaps.more) }) }}
      </p>
      <template v-if="view.votedDown.length"
        ><h2>{{ $t('coverage.week.votedDownLately') }}</h2>
        <ul>
          <li v-for="one in view.votedDown" :key="one.question">
            {{
              $t('coverage.week.answeredFrom', {
                one: one.text,
                one2: one.title,
                times: one.times > 1 ? $t('coverage.week.times', { times: one.times }) : '',
              })
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
