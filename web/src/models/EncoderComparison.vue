<script setup lang="ts">
import type { EncoderMoved, EncoderTrialResult } from '@janua/contracts'
import { computed } from 'vue'
import { count, day, sure, whole } from '../shell/format.ts'
import { verdictOf } from './encoderSteps.ts'
import MovedAnswers from './MovedAnswers.vue'

/** The same questions and checks under the encoder that ships and under one's own; lost good answers go first. */
const { result } = defineProps<{ result: EncoderTrialResult }>()

const ROWS = ['right', 'wrong', 'unreviewed', 'offered', 'silent'] as const
const ROW_WORDS = {
  right: 'answered, reviewed right',
  wrong: 'answered, reviewed wrong',
  unreviewed: 'answered, reviewed by nobody',
  offered: 'asked back or offered',
  silent: 'not answered',
}
const groups = computed(() =>
  [
    { name: 'Good answers lost', tone: 'bad' as const, of: result.moved.lost, rows: result.lost },
    {
      name: 'Wrong answers added',
      tone: 'bad' as const,
      of: result.moved.worse,
      rows: result.worse,
    },
    { name: 'Answers gained', tone: 'good' as const, of: result.moved.gained, rows: result.gained },
  ].filter(({ rows }) => rows.length > 0),
)
const said = (side: EncoderMoved['now']) =>
  side ? `${side.title}, sure ${sure(side.sure)}` : 'nothing'
</script>

<template>
  <div class="stack" data-test="encoder-comparison">
    <p class="verdict">
      <strong>{{ verdictOf(result) }}</strong>
    </p>
    <table class="compared">
      <thead>
        <tr>
          <th scope="col">{{ whole(result.times) }} questions of four weeks</th>
          <th scope="col">what ships</th>
          <th scope="col">yours</th>
        </tr>
      </thead>
      <tbody class="figures">
        <tr v-for="row in ROWS" :key="row">
          <th scope="row">{{ ROW_WORDS[row] }}</th>
          <td>{{ whole(result.now.questions[row]) }}</td>
          <td>{{ whole(result.then.questions[row]) }}</td>
        </tr>
        <tr>
          <th scope="row">
            right at 90 % precision, of {{ count(result.reviewed, 'reviewed question') }}
          </th>
          <td>{{ whole(result.now.rightAt90) }}</td>
          <td>{{ whole(result.then.rightAt90) }}</td>
        </tr>
        <tr>
          <th scope="row">checks that pass</th>
          <td>
            {{ result.now.checks.passed }} of
            {{ result.now.checks.passed + result.now.checks.failed }}
          </td>
          <td>
            {{ result.then.checks.passed }} of
            {{ result.then.checks.passed + result.then.checks.failed }}
          </td>
        </tr>
        <tr>
          <th scope="row">an answer takes (median)</th>
          <td>{{ whole(Math.round(result.now.medianMilliseconds)) }} ms</td>
          <td>{{ whole(Math.round(result.then.medianMilliseconds)) }} ms</td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet">
      {{ count(result.asked, 'wording') }}, compared on {{ day(result.at) }}. Reviewed is what
      people reviewed of today’s answers: what only your encoder finds, nobody has reviewed yet. It
      would read about {{ count(result.monthly, 'question') }} a month<template
        v-if="result.stoodIn"
        >. For {{ count(result.stoodIn, 'wording') }} it did not answer, and the one that ships
        stood in</template
      >.
    </p>
    <details v-if="result.brokenChecks.length" open>
      <summary>Checks that would fail: {{ result.brokenChecks.length }}</summary>
      <ul>
        <li v-for="check in result.brokenChecks" :key="check" class="small">{{ check }}</li>
      </ul>
    </details>
    <MovedAnswers :groups="groups">
      <template #asked="{ row }"
        ><span v-if="row.times > 1" class="quiet">× {{ row.times }}</span></template
      >
      <template #default="{ row }">{{ said(row.now) }} → {{ said(row.then) }}</template>
    </MovedAnswers>
  </div>
</template>

<style scoped>
.verdict {
  font-size: var(--text-large);
}
.compared {
  max-width: 640px;
}
</style>
