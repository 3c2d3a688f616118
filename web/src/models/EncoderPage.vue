<script setup lang="ts">
import type { EncoderView } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import ProgressBar from 'primevue/progressbar'
import { computed } from 'vue'
import { post, put, remove } from '../shell/api.ts'
import { count, day, percent, span, whole } from '../shell/format.ts'
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
    name: 'Connect',
    does: 'Whoever runs the server names a folder or an address when it starts.',
  },
  learn: {
    name: 'Learn how it ranks',
    does: 'Janua asks it about thousands of questions that people put to other organisations, and learns what its nearness is worth and how sure that makes an answer.',
  },
  read: {
    name: 'Read the articles',
    does: 'It reads every sentence of the draft once. What is new is read as it is saved.',
  },
  compare: {
    name: 'Compare',
    does: 'The questions of the last four weeks and your checks, under the encoder that ships and under yours. Visitors meet none of it.',
  },
  use: {
    name: 'Use',
    does: 'It becomes a change of the draft like any other: it is published with a release, and a roll-back takes it back.',
  },
}
const steps = computed(() => (view.value ? stepsOf(view.value) : []))
const isInDraft = computed(() => view.value?.draft != null)
const LANGUAGES = { en: 'English', de: 'German' }
const left = (seconds: number | null) => (seconds === null ? '' : `, about ${span(seconds)} left`)
const milliseconds = (ms: number) => (ms < 1 ? 'under 1 ms' : `${whole(Math.round(ms))} ms`)
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
            An encoder turns texts into numbers, so that a question finds an article that says the
            same in other words. Janua ships with one for English. A stronger one may find more.
          </p>
        </div>
      </div>
      <Message v-if="view.fault" severity="warn" data-test="encoder-fault">
        {{ view.fault }}
        <template v-if="view.found"
          >Until it is there again, the encoder that ships stands in.</template
        >
        <Button
          text
          size="small"
          label="Try again"
          :loading="busy"
          data-test="look-encoder"
          @click="action(() => post('/models/encoder/look'))"
        />
      </Message>
      <Message v-if="view.problem" severity="error" data-test="encoder-problem">{{
        view.problem
      }}</Message>
      <section v-if="view.state === 'none'" class="stack small how" aria-label="How to connect one">
        <h2>How to connect one</h2>
        <p>
          Start the server with one of these. Janua tries it at once and uses nothing of it yet.
        </p>
        <dl>
          <dt><code>MODEL_ENCODER_DIR=/path/to/folder</code></dt>
          <dd>
            A folder with <code>model.onnx</code>, <code>tokenizer.json</code> and
            <code>config.json</code>. It runs in the server, nothing leaves the machine.
          </dd>
          <dt>
            <code>MODEL_ENCODER_URL=http://host:port/v1</code>, <code>MODEL_ENCODER_NAME</code>,
            <code>MODEL_ENCODER_KEY</code>
          </dt>
          <dd>
            A server that speaks the common embeddings protocol. Your articles and visitors’
            questions are sent there, with private data masked.
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
                <strong>{{ view.found.name }}</strong> in {{ view.source!.where }}:
                {{ whole(view.found.dimensions) }} numbers a text,
                {{
                  view.found.languages
                    ? view.found.languages.map((each) => LANGUAGES[each]).join(' and ')
                    : 'every language'
                }}, {{ milliseconds(view.found.milliseconds) }} a question.
              </p>
              <p class="small">
                It finds “How do I get my money back?” and “Where can I ask for a refund?” alike by
                {{ view.found.sample.alike.toFixed(2) }}, the first and “The hall is closed on
                public holidays.” by {{ view.found.sample.apart.toFixed(2) }}.
              </p>
            </template>
            <template v-if="step.name === 'learn'">
              <div v-if="view.learning" role="status" class="small" data-test="encoder-learning">
                <ProgressBar
                  :value="share(view.learning)"
                  :mode="view.learning.step === 'encoding' ? 'determinate' : 'indeterminate'"
                />
                <template v-if="view.learning.step === 'encoding'"
                  >{{ whole(view.learning.done) }} of {{ whole(view.learning.of) }} texts encoded{{
                    left(view.learning.secondsLeft)
                  }}</template
                ><template v-else-if="view.learning.step === 'learning'"
                  >What it gave is being weighed; that takes some minutes</template
                ><template v-else>The questions are being read</template>
              </div>
              <table class="compared" v-if="view.learnt" data-test="encoder-learnt">
                <caption class="small quiet">
                  On organisations that nothing was learnt on
                </caption>
                <thead>
                  <tr>
                    <th scope="col">Questions that an article settles</th>
                    <th scope="col">right article first</th>
                    <th scope="col">among three</th>
                    <th scope="col">right at 90 % precision</th>
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
                        {{ LANGUAGES[now.language] }}, what ships ({{ whole(now.questions) }})
                      </th>
                      <td>{{ percent(now.first) }}</td>
                      <td>{{ percent(now.three) }}</td>
                      <td>{{ percent(now.rightAt90) }}</td>
                    </tr>
                    <tr>
                      <th scope="row">
                        {{ LANGUAGES[then.language] }}, yours ({{ whole(then.questions) }})
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
                label="Learn it"
                :loading="busy"
                data-test="learn-encoder"
                @click="action(() => post('/models/encoder/learn'))"
              />
            </template>
            <template v-if="step.name === 'read' && view.vectors">
              <div class="row">
                <div class="grow small" role="status" data-test="encoder-read">
                  <ProgressBar v-if="!hasRead(view)" :value="share(view.vectors)" />
                  {{ whole(view.vectors.done) }} of {{ count(view.vectors.of, 'article') }} read{{
                    left(view.vectors.secondsLeft)
                  }}<template v-if="view.vectors.isPaused">; paused</template>
                </div>
                <Button
                  text
                  size="small"
                  :label="view.vectors.isPaused ? 'Go on' : 'Pause'"
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
              <Message v-if="view.trial.problem" severity="error"
                >The comparison broke off: {{ view.trial.problem }}</Message
              >
              <p v-if="view.trial.running" role="status" class="small">
                {{ whole(view.trial.running.done) }} of {{ whole(view.trial.running.of) }} questions
                asked{{ left(view.trial.running.secondsLeft) }}
              </p>
              <Button
                v-else
                class="act"
                :outlined="view.trial.result !== null"
                :label="view.trial.result ? 'Compare again' : 'Compare'"
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
                The draft names {{ view.draft!.name
                }}<template v-if="view.live?.id === view.draft!.id"
                  >, and so does what is live</template
                ><template v-else
                  >. <RouterLink to="/releases">Publish it under Releases</RouterLink></template
                >.
              </p>
              <p v-else-if="view.live" class="small">
                {{ view.live.name }} is live. The next release goes without it.
              </p>
              <Button
                v-if="isInDraft"
                class="act"
                outlined
                label="Take it out of the draft"
                :loading="busy"
                data-test="drop-encoder"
                @click="
                  action(() => remove('/models/encoder/draft'), 'The next release goes without it')
                "
              />
              <Button
                v-else
                class="act"
                label="Put it into the draft"
                :disabled="!hasRead(view)"
                :loading="busy"
                data-test="use-encoder"
                @click="action(() => put('/models/encoder/draft'), 'It is part of the draft')"
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
