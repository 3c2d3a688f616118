<script setup lang="ts">
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed } from 'vue'
import { post } from '../shell/api.ts'
import { count, day, sure, whole } from '../shell/format.ts'
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
const COLUMN_WORDS = { right: 'answered right', wrong: 'answered wrong', silent: 'kept back' }
const groups = computed(() =>
  result.value
    ? [
        { name: 'Good answers lost', tone: 'bad' as const, rows: result.value.lost },
        { name: 'Wrong answers added', tone: 'bad' as const, rows: result.value.worse },
        { name: 'Wrong answers spared', tone: 'good' as const, rows: result.value.spared },
        { name: 'Good answers gained', tone: 'good' as const, rows: result.value.gained },
      ].filter(({ rows }) => rows.length > 0)
    : [],
)
const verdict = computed(() => {
  if (!result.value) return ''
  const { now, then } = result.value
  const [right, wrong] = [then.right - now.right, then.wrong - now.wrong]
  const change = (by: number, what: string) =>
    `${by === 0 ? 'as many' : `${Math.abs(by)} ${by > 0 ? 'more' : 'fewer'}`} ${what}`
  return `${change(right, 'right answers')}, ${change(wrong, 'wrong ones')}`
})
</script>

<template>
  <section v-if="view" class="stack trial" aria-label="Second opinion, tried" data-test="trial">
    <div class="row">
      <h2 class="grow">Is the second opinion worth it?</h2>
      <Button
        outlined
        size="small"
        :label="`Try it on ${count(view.reviewed, 'reviewed answer')}`"
        :disabled="view.reviewed === 0 || view.running !== null"
        :loading="busy"
        data-test="start-trial"
        @click="start"
      />
    </div>
    <p class="small quiet">
      Answers of the newest replay within 0.25 of the threshold that somebody reviewed. Visitors
      meet none of it. Each answer is decided by what opinions proved to be worth on the others.
    </p>
    <Message v-if="view.problem" severity="error" data-test="trial-problem"
      >The trial broke off: {{ view.problem }}</Message
    >
    <p v-if="view.running" role="status" data-test="trial-running">
      {{ view.running.done }} of {{ view.running.of }} asked …
    </p>
    <template v-else-if="result">
      <p class="verdict" data-test="trial-verdict">
        With {{ result.model }}: <strong>{{ verdict }}</strong>
      </p>
      <table class="compared">
        <thead>
          <tr>
            <th scope="col">{{ count(result.asked, 'reviewed answer') }}</th>
            <th v-for="column in COLUMNS" :key="column" scope="col" class="figures">
              {{ COLUMN_WORDS[column] }}
            </th>
          </tr>
        </thead>
        <tbody class="figures">
          <tr>
            <th scope="row">as it is</th>
            <td v-for="column in COLUMNS" :key="column">{{ result.now[column] }}</td>
          </tr>
          <tr>
            <th scope="row">with a second opinion</th>
            <td v-for="column in COLUMNS" :key="column">{{ result.then[column] }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small quiet">
        It said yes {{ result.said.yes }}, partly {{ result.said.partly }} and no
        {{ result.said.no }} times<template v-if="result.unheard"
          >; {{ result.unheard }} times nothing came back</template
        >. A visitor would wait {{ (result.medianMilliseconds / 1000).toFixed(1) }} s longer
        (median). It would be asked about {{ whole(result.monthly.calls) }} times a month, which
        costs {{ hasPrices ? money(result.monthly.money) : 'what is not known without prices' }}.
        Tried on {{ day(result.at) }}.
      </p>
      <MovedAnswers v-slot="{ row }" :groups="groups"
        >{{ row.title }}, sure {{ sure(row.sure) }}, it says {{ row.says }}</MovedAnswers
      >
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
