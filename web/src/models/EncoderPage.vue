<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { EncoderView } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import ProgressBar from 'primevue/progressbar'
import { computed } from 'vue'
import { post, put, remove } from '../shell/api.ts'
import { counted, day, listed, percent, span, whole } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import EncoderComparison from './EncoderComparison.vue'
import { hasRead, headlineOf, type StepName, stepsOf } from './encoderSteps.ts'
import ModelKinds from './ModelKinds.vue'

/** An encoder of one's own, on its way from the server to visitors. */
const LOOK_MS = 1_000
const { run, busy } = useAction()
const { state, reload: load } = useRemote('/models/encoder', undefined, {
  every: (value) => (value && isAtWork(value) ? LOOK_MS : 0),
})
const view = computed(() => state.value.value)
function isAtWork({ state: now, learning, vectors, trial }: EncoderView): boolean {
  return (
    now === 'connecting' ||
    learning !== null ||
    vectors?.isRunning === true ||
    trial.running !== null
  )
}
async function action(work: () => Promise<unknown>, done?: string): Promise<void> {
  await run(work, done)
  await load()
}

const STEP_WORDS: Record<StepName, { name: string; does: string }> = {
  connect: {
    name: t('models.encoder.connect'),
    does: t('models.encoder.whoeverRunsTheServer'),
  },
  learn: {
    name: t('models.encoder.learnHowItRanks'),
    does: t('models.encoder.januaAsksItAbout'),
  },
  read: {
    name: t('models.encoder.readTheArticles'),
    does: t('models.encoder.itReadsEverySentence'),
  },
  compare: {
    name: t('models.encoder.compare'),
    does: t('models.encoder.theQuestionsOfThe'),
  },
  use: {
    name: t('models.encoder.use'),
    does: t('models.encoder.itBecomesAChange'),
  },
}
const steps = computed(() => (view.value ? stepsOf(view.value) : []))
const isInDraft = computed(() => view.value?.draft != null)
const LANGUAGES = { en: 'English', de: 'German' }
const left = (seconds: number | null) =>
  seconds === null ? '' : t('models.encoder.aboutLeft', { seconds: span(seconds) })
const milliseconds = (ms: number) =>
  ms < 1 ? t('models.encoder.underOneMs') : t('models.encoder.ms', { ms: whole(Math.round(ms)) })
const share = ({ done, of }: { done: number; of: number }) =>
  of === 0 ? 0 : Math.round((100 * done) / of)
</script>

<template>
  <div class="page">
    <ModelKinds />
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <template v-if="view">
      <div class="head">
        <div>
          <h1 data-test="encoder-head">{{ headlineOf(view) }}</h1>
          <p class="quiet">
            {{ $t('models.encoder.anEncoderTurnsTexts') }}
          </p>
        </div>
      </div>
      <Message v-if="view.fault" severity="warn" data-test="encoder-fault">
        {{ view.fault }}
        <template v-if="view.found">{{ $t('models.encoder.untilItIsThere') }}</template>
        <Button
          text
          size="small"
          :label="$t('models.encoder.tryAgain')"
          :loading="busy"
          data-test="look-encoder"
          @click="action(() => post('/models/encoder/look'))"
        />
      </Message>
      <Message v-if="view.problem" severity="error" data-test="encoder-problem">{{
        view.problem
      }}</Message>
      <section
        v-if="view.state === 'none'"
        class="stack small how"
        :aria-label="$t('models.encoder.howToConnectOne')"
      >
        <h2>{{ $t('models.encoder.howToConnectOne') }}</h2>
        <p>
          {{ $t('models.encoder.startTheServerWith') }}
        </p>
        <dl>
          <dt>
            <code>{{ $t('models.encoder.modelEncoderDirPath') }}</code>
          </dt>
          <dd>
            <i18n-t keypath="models.encoder.aFolderWithAnd" scope="global"
              ><template #code
                ><code>{{ $t('models.encoder.modelOnnx') }}</code></template
              ><template #code2
                ><code>{{ $t('models.encoder.tokenizerJson') }}</code></template
              ><template #code3
                ><code>{{ $t('models.encoder.configJson') }}</code></template
              ></i18n-t
            >
          </dd>
          <dt>
            <code>{{ $t('models.encoder.modelEncoderUrlHttp') }}</code>,
            <code>{{ $t('models.encoder.modelEncoderName') }}</code>,
            <code>{{ $t('models.encoder.modelEncoderKey') }}</code>
          </dt>
          <dd>
            {{ $t('models.encoder.aServerThatSpeaks') }}
          </dd>
        </dl>
      </section>
      <ol v-else class="steps">
        <li
          v-for="(step, i) in steps"
          :key="step.name"
          :class="step.state"
          :data-test="`step-${step.name}`"
          :aria-current="step.state === 'now' ? 'step' : undefined"
        >
          <span class="number" aria-hidden="true">{{ step.state === 'done' ? '✓' : i + 1 }}</span>
          <div class="grow stack">
            <h2>{{ STEP_WORDS[step.name].name }}</h2>
            <p v-if="step.state !== 'done'" class="small quiet">
              {{ STEP_WORDS[step.name].does }}
            </p>
            <template v-if="step.name === 'connect' && view.found">
              <p data-test="encoder-found">
                <i18n-t keypath="models.encoder.inNumbersAText" scope="global"
                  ><template #found
                    ><strong>{{ view.found.name }}</strong></template
                  ><template #where>{{ view.source!.where }}</template
                  ><template #dimensions>{{ whole(view.found.dimensions) }}</template
                  ><template #and>{{
                    view.found.languages
                      ? listed(view.found.languages.map((each) => LANGUAGES[each]))
                      : $t('models.encoder.everyLanguage')
                  }}</template
                  ><template #milliseconds>{{
                    milliseconds(view.found.milliseconds)
                  }}</template></i18n-t
                >
              </p>
              <p class="small">
                {{
                  $t('models.encoder.itFindsHowDo', {
                    alike: view.found.sample.alike.toFixed(2),
                    apart: view.found.sample.apart.toFixed(2),
                  })
                }}
              </p>
            </template>
            <template v-if="step.name === 'learn'">
              <div v-if="view.learning" role="status" class="small" data-test="encoder-learning">
                <ProgressBar
                  :value="share(view.learning)"
                  :mode="view.learning.step === 'encoding' ? 'determinate' : 'indeterminate'"
                />
                <template v-if="view.learning.step === 'encoding'">{{
                  $t('models.encoder.ofTextsEncoded', {
                    done: whole(view.learning.done),
                    of: whole(view.learning.of),
                    secondsLeft: left(view.learning.secondsLeft),
                  })
                }}</template><template v-else-if="view.learning.step === 'learning'">{{
                  $t('models.encoder.whatItGaveIs')
                }}</template
                ><template v-else>{{ $t('models.encoder.theQuestionsAreBeing') }}</template>
              </div>
              <table class="compared" v-if="view.learnt" data-test="encoder-learnt">
                <caption class="small quiet">
                  {{
                    $t('models.encoder.onOrganisationsThatNothing')
                  }}
                </caption>
                <thead>
                  <tr>
                    <th scope="col">{{ $t('models.encoder.questionsThatAnArticle') }}</th>
                    <th scope="col">{{ $t('models.encoder.rightArticleFirst') }}</th>
                    <th scope="col">{{ $t('models.encoder.amongThree') }}</th>
                    <th scope="col">{{ $t('models.encoder.rightAt90Precision') }}</th>
                  </tr>
                </thead>
                <tbody class="figures">
                  <template v-for="then in view.learnt.then" :key="then.language">
                    <tr
                      v-for="now in view.learnt.now.filter(
                        (each) => each.language === then.language,
                      )"
                      :key="`now ${now.language}`"
                    >
                      <th scope="row">
                        {{
                          $t('models.encoder.whatShips', {
                            language: LANGUAGES[now.language],
                            questions: whole(now.questions),
                          })
                        }}
                      </th>
                      <td>{{ percent(now.first) }}</td>
                      <td>{{ percent(now.three) }}</td>
                      <td>{{ percent(now.rightAt90) }}</td>
                    </tr>
                    <tr>
                      <th scope="row">
                        {{
                          $t('models.encoder.yours', {
                            language: LANGUAGES[then.language],
                            questions: whole(then.questions),
                          })
                        }}
                      </th>
                      <td>{{ percent(then.first) }}</td>
                      <td>{{ percent(then.three) }}</td>
                      <td>{{ percent(then.rightAt90) }}</td>
                    </tr>
                  </template>
                </tbody>
              </table>
              <Button
                v-if="view.found && !view.learnt && !view.learning"
                class="act"
                :label="$t('models.encoder.learnIt')"
                :loading="busy"
                data-test="learn-encoder"
                @click="action(() => post('/models/encoder/learn'))"
              />
            </template>
            <template v-if="step.name === 'read' && view.vectors">
              <div class="row">
                <div class="grow small" role="status" data-test="encoder-read">
                  <ProgressBar v-if="!hasRead(view)" :value="share(view.vectors)" />
                  {{
                    $t('models.encoder.ofRead', {
                      done: whole(view.vectors.done),
                      article: counted('units.article', view.vectors.of),
                      secondsLeft: left(view.vectors.secondsLeft),
                    })
                  }}<template v-if="view.vectors.isPaused">{{
                    $t('models.encoder.paused')
                  }}</template>
                </div>
                <Button
                  text
                  size="small"
                  :label="
                    view.vectors.isPaused ? $t('models.encoder.goOn') : $t('models.encoder.pause')
                  "
                  :loading="busy"
                  data-test="pause-encoder"
                  @click="
                    action(() =>
                      put('/models/encoder/paused', { paused: !view!.vectors!.isPaused }),
                    )
                  "
                />
              </div>
            </template>
            <template v-if="step.name === 'compare' && view.learnt">
              <Message v-if="view.trial.problem" severity="error">{{
                $t('models.encoder.theComparisonBrokeOff', { problem: view.trial.problem })
              }}</Message>
              <p v-if="view.trial.running" role="status" class="small">
                {{
                  $t('models.encoder.ofQuestionsAsked', {
                    done: whole(view.trial.running.done),
                    of: whole(view.trial.running.of),
                    secondsLeft: left(view.trial.running.secondsLeft),
                  })
                }}
              </p>
              <Button
                v-else
                class="act"
                :outlined="view.trial.result !== null"
                :label="
                  view.trial.result
                    ? $t('models.encoder.compareAgain')
                    : $t('models.encoder.compare')
                "
                :disabled="!hasRead(view)"
                :loading="busy"
                data-test="compare-encoder"
                @click="action(() => post('/models/encoder/trial'))"
              />
              <EncoderComparison
                v-if="view.trial.result && !view.trial.running"
                :result="view.trial.result"
              />
            </template>
            <template v-if="step.name === 'use' && view.learnt">
              <p v-if="isInDraft" class="small" data-test="encoder-in-draft">
                {{ $t('models.encoder.theDraftNames', { draft: view.draft!.name })
                }}<template v-if="view.live?.id === view.draft!.id">{{
                  $t('models.encoder.andSoDoesWhat')
                }}</template
                ><template v-else
                  >.
                  <RouterLink to="/releases">{{
                    $t('models.encoder.publishItUnderReleases')
                  }}</RouterLink></template
                >.
              </p>
              <p v-else-if="view.live" class="small">
                {{ $t('models.encoder.isLiveTheNext', { live: view.live.name }) }}
              </p>
              <Button
                v-if="isInDraft"
                class="act"
                outlined
                :label="$t('models.encoder.takeItOutOf')"
                :loading="busy"
                data-test="drop-encoder"
                @click="
                  action(
                    () => remove('/models/encoder/draft'),
                    $t('models.encoder.theNextReleaseGoes'),
                  )
                "
              />
              <Button
                v-else
                class="act"
                :label="$t('models.encoder.putItIntoThe')"
                :disabled="!hasRead(view)"
                :loading="busy"
                data-test="use-encoder"
                @click="action(() => put('/models/encoder/draft'), $t('models.encoder.itIsPartOf'))"
              />
            </template>
          </div>
          <span v-if="step.name === 'learn' && view.learnt" class="small quiet">{{
            day(view.learnt.at)
          }}</span>
        </li>
      </ol>
    </template>
  </div>
</template>

<style scoped>
.steps {
  list-style: none;
  padding: 0;
  border-top: 1px solid var(--ink);
}
.steps > li {
  display: flex;
  gap: 16px;
  padding: 14px 0;
  border-bottom: 1px solid var(--line);
}
.steps > li.later h2 {
  color: var(--muted);
}
.number {
  flex: none;
  width: 28px;
  height: 28px;
  border: 1px solid var(--line);
  border-radius: 14px 14px 0 0;
  display: grid;
  place-items: center;
  font-weight: 600;
}
.now > .number {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--paper);
}
.done > .number {
  color: var(--moss);
}
.steps p {
  max-width: 78ch;
}
.act {
  justify-self: start;
}
.compared {
  max-width: 760px;
}
caption {
  text-align: left;
  padding-bottom: 4px;
}
.how dt {
  margin-top: 8px;
}
.how dd {
  margin: 2px 0 0;
  max-width: 74ch;
}
</style>
