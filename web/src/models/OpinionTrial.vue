<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed } from 'vue'
import { post } from '../shell/api.ts'
import { counted, day, sure, whole } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import MovedAnswers from './MovedAnswers.vue'

/** What a second opinion would have done to answers that people reviewed; lost good answers go first. */
defineProps<{ money: (value: number) => string; hasPrices: boolean }>()
const LOOK_MS = 1_000
const { run, busy } = useAction()
const { state, reload: load } = useRemote('/models/trial', undefined, {
  every: (value) => (value?.running ? LOOK_MS : 0),
})
const view = computed(() => state.value.value)
const result = computed(() => view.value?.result)
async function start(): Promise<void> {
  await run(() => post('/models/trial'))
  await load()
}
const COLUMNS = ['right', 'wrong', 'silent'] as const
const COLUMN_WORDS = {
  right: t('models.opinionTrial.answeredRight'),
  wrong: t('models.opinionTrial.answeredWrong'),
  silent: t('models.opinionTrial.keptBack'),
}
const groups = computed(() =>
  result.value
    ? [
        {
          name: t('models.opinionTrial.goodAnswersLost'),
          tone: 'bad' as const,
          rows: result.value.lost,
        },
        {
          name: t('models.opinionTrial.wrongAnswersAdded'),
          tone: 'bad' as const,
          rows: result.value.worse,
        },
        {
          name: t('models.opinionTrial.wrongAnswersSpared'),
          tone: 'good' as const,
          rows: result.value.spared,
        },
        {
          name: t('models.opinionTrial.goodAnswersGained'),
          tone: 'good' as const,
          rows: result.value.gained,
        },
      ].filter(({ rows }) => rows.length > 0)
    : [],
)
const verdict = computed(() => {
  if (!result.value) return ''
  const { now, then } = result.value
  const [right, wrong] = [then.right - now.right, then.wrong - now.wrong]
  const change = (by: number, what: string) =>
    t(
      by === 0
        ? 'models.opinionTrial.asMany'
        : by > 0
          ? 'models.opinionTrial.more'
          : 'models.opinionTrial.fewer',
      { n: whole(Math.abs(by)), what },
    )
  return `${change(right, t('models.opinionTrial.rightAnswers'))}, ${change(wrong, t('models.opinionTrial.wrongAnswers'))}`
})
</script>

<template>
  <section
    v-if="view"
    class="stack trial"
    :aria-label="$t('models.opinionTrial.secondOpinionTried')"
    data-test="trial"
  >
    <div class="row">
      <h2 class="grow">{{ $t('models.opinionTrial.isTheSecondOpinion') }}</h2>
      <Button
        outlined
        size="small"
        :label="
          $t('models.opinionTrial.tryItOn', {
            reviewedAnswer: counted('units.reviewedAnswer', view.reviewed),
          })
        "
        :disabled="view.reviewed === 0 || view.running !== null"
        :loading="busy"
        data-test="start-trial"
        @click="start"
      />
    </div>
    <p class="small quiet">
      {{ $t('models.opinionTrial.answersOfTheNewest') }}
    </p>
    <Message v-if="view.problem" severity="error" data-test="trial-problem">{{
      $t('models.opinionTrial.theTrialBrokeOff', { problem: view.problem })
    }}</Message>
    <p v-if="view.running" role="status" data-test="trial-running">
      {{ $t('models.opinionTrial.ofAsked', { done: view.running.done, of: view.running.of }) }}
    </p>
    <template v-else-if="result">
      <p class="verdict" data-test="trial-verdict">
        <i18n-t keypath="models.opinionTrial.with" scope="global"
          ><template #verdict
            ><strong>{{ verdict }}</strong></template
          ><template #model>{{ result.model }}</template></i18n-t
        >
      </p>
      <table class="compared">
        <thead>
          <tr>
            <th scope="col">{{ counted('units.reviewedAnswer', result.asked) }}</th>
            <th v-for="column in COLUMNS" :key="column" scope="col" class="figures">
              {{ COLUMN_WORDS[column] }}
            </th>
          </tr>
        </thead>
        <tbody class="figures">
          <tr>
            <th scope="row">{{ $t('models.opinionTrial.asItIs') }}</th>
            <td v-for="column in COLUMNS" :key="column">{{ result.now[column] }}</td>
          </tr>
          <tr>
            <th scope="row">{{ $t('models.opinionTrial.withASecondOpinion') }}</th>
            <td v-for="column in COLUMNS" :key="column">{{ result.then[column] }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small quiet">
        {{
          $t('models.opinionTrial.itSaidYesPartly', {
            yes: result.said.yes,
            partly: result.said.partly,
            no: result.said.no,
          })
        }}<template v-if="result.unheard">{{
          $t('models.opinionTrial.timesNothingCameBack', { unheard: result.unheard })
        }}</template
        >{{
          $t('models.opinionTrial.aVisitorWouldWait', {
            medianMilliseconds: (result.medianMilliseconds / 1000).toFixed(1),
            calls: whole(result.monthly.calls),
            money: hasPrices
              ? money(result.monthly.money)
              : $t('models.opinionTrial.whatIsNotKnown'),
            at: day(result.at),
          })
        }}
      </p>
      <MovedAnswers v-slot="{ row }" :groups="groups">{{
        $t('models.opinionTrial.sureItSays', {
          title: row.title,
          sure: sure(row.sure),
          says: row.says,
        })
      }}</MovedAnswers>
    </template>
  </section>
</template>

<style scoped>
.trial {
  margin-top: 22px;
}
.verdict {
  font-size: var(--text-large);
}
.compared {
  max-width: 720px;
}
</style>
