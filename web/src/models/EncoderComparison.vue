<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { EncoderMoved, EncoderTrialResult } from '@janua/contracts'
import { computed } from 'vue'
import { counted, day, sure, whole } from '../shell/format.ts'
import { verdictOf } from './encoderSteps.ts'
import MovedAnswers from './MovedAnswers.vue'

/** The same questions and checks under the encoder that ships and under one's own; lost good answers go first. */
const { result } = defineProps<{ result: EncoderTrialResult }>()

const ROWS = ['right', 'wrong', 'unreviewed', 'offered', 'silent'] as const
const ROW_WORDS = {
  right: t('models.encoderComparison.answeredReviewedRight'),
  wrong: t('models.encoderComparison.answeredReviewedWrong'),
  unreviewed: t('models.encoderComparison.answeredReviewedByNobody'),
  offered: t('models.encoderComparison.askedBackOrOffered'),
  silent: t('models.encoderComparison.notAnswered'),
}
const groups = computed(() =>
  [
    {
      name: t('models.encoderComparison.goodAnswersLost'),
      tone: 'bad' as const,
      of: result.moved.lost,
      rows: result.lost,
    },
    {
      name: t('models.encoderComparison.wrongAnswersAdded'),
      tone: 'bad' as const,
      of: result.moved.worse,
      rows: result.worse,
    },
    {
      name: t('models.encoderComparison.answersGained'),
      tone: 'good' as const,
      of: result.moved.gained,
      rows: result.gained,
    },
  ].filter(({ rows }) => rows.length > 0),
)
const said = (side: EncoderMoved['now']) =>
  side
    ? t('models.encoderComparison.sure', { side: side.title, side2: sure(side.sure) })
    : 'nothing'
</script>

<template>
  <div class="stack" data-test="encoder-comparison">
    <p class="verdict">
      <strong>{{ verdictOf(result) }}</strong>
    </p>
    <table class="compared">
      <thead>
        <tr>
          <th scope="col">
            {{
              $t('models.encoderComparison.questionsOfFourWeeks', { times: whole(result.times) })
            }}
          </th>
          <th scope="col">{{ $t('models.encoderComparison.whatShips') }}</th>
          <th scope="col">{{ $t('models.encoderComparison.yours') }}</th>
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
            {{
              $t('models.encoderComparison.rightAt90Precision', {
                reviewedQuestion: counted('units.reviewedQuestion', result.reviewed),
              })
            }}
          </th>
          <td>{{ whole(result.now.rightAt90) }}</td>
          <td>{{ whole(result.then.rightAt90) }}</td>
        </tr>
        <tr>
          <th scope="row">{{ $t('models.encoderComparison.checksThatPass') }}</th>
          <td>
            {{
              $t('models.encoderComparison.of', {
                passed: result.now.checks.passed,
                failed: result.now.checks.passed + result.now.checks.failed,
              })
            }}
          </td>
          <td>
            {{
              $t('models.encoderComparison.of', {
                passed: result.then.checks.passed,
                failed: result.then.checks.passed + result.then.checks.failed,
              })
            }}
          </td>
        </tr>
        <tr>
          <th scope="row">{{ $t('models.encoderComparison.anAnswerTakesMedian') }}</th>
          <td>
            {{
              $t('models.encoderComparison.ms', {
                medianMilliseconds: whole(Math.round(result.now.medianMilliseconds)),
              })
            }}
          </td>
          <td>
            {{
              $t('models.encoderComparison.ms', {
                medianMilliseconds: whole(Math.round(result.then.medianMilliseconds)),
              })
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet">
      {{
        $t('models.encoderComparison.comparedOnReviewedIs', {
          wording: counted('units.wording', result.asked),
          at: day(result.at),
          question: counted('units.question', result.monthly),
        })
      }}<template v-if="result.stoodIn">{{
        $t('models.encoderComparison.forItDidNot', {
          wording: counted('units.wording', result.stoodIn),
        })
      }}</template
      >.
    </p>
    <details v-if="result.brokenChecks.length" open>
      <summary>
        {{
          $t('models.encoderComparison.checksThatWouldFail', {
            brokenChecks: result.brokenChecks.length,
          })
        }}
      </summary>
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
