<script setup lang="ts">
import type { CheckInput, CheckView } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, shallowRef, useTemplateRef } from 'vue'
import { count, moment } from '../shell/format.ts'
import CheckEditor from './CheckEditor.vue'
import { checksHeadline, wantedBy } from './checkWords.ts'
import { useChecks } from './useChecks.ts'

const checks = useChecks()
const { state, list, show, failing, rows, read, busy, takeOut, runNow, fromReviewed } = checks
const editing = shallowRef<CheckView | 'new'>()
const file = useTemplateRef<HTMLInputElement>('file')
const SHOWS = computed(() => [
  { value: 'all', label: `All ${list.value?.checks.length ?? 0}` },
  { value: 'failing', label: `Failing ${failing.value.length}` },
])
const headline = computed(() => checksHeadline(list.value ?? { run: null, checks: [] }))

async function store(input: CheckInput): Promise<void> {
  const known = editing.value === 'new' ? undefined : editing.value
  if (await checks.store(input, known)) editing.value = undefined
}
async function bring({ target }: Event): Promise<void> {
  const input = target as HTMLInputElement
  const [chosen] = input.files ?? []
  if (chosen) await checks.bring(chosen)
  input.value = ''
}
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1 data-test="checks-head">{{ headline }}</h1>
        <p class="quiet">
          Questions with what must come. They are run by themselves whenever the draft changes, and
          before every release.<template v-if="list?.run">
            Last run {{ moment(list.run.at)
            }}{{ list.run.current ? '' : ', of an older draft' }}.</template
          >
        </p>
      </div>
      <Button
        text
        label="Run now"
        :loading="busy"
        :disabled="!list?.checks.length"
        data-test="checks-run"
        @click="runNow"
      />
      <Button label="Add a check" data-test="check-add" @click="editing = 'new'" />
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <Message
      v-if="read"
      :severity="read.faults.length ? 'warn' : 'success'"
      closable
      data-test="checks-read"
      @close="read = undefined"
      >{{ count(read.added, 'check') }} added<template v-if="read.known"
        >, {{ read.known }} were there</template
      >.
      <ul v-if="read.faults.length">
        <li v-for="fault in read.faults" :key="fault.row">
          Row {{ fault.row }}: {{ fault.because }}
        </li>
      </ul></Message
    >
    <div class="row tools">
      <SelectButton
        v-model="show"
        :options="SHOWS"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        aria-label="Which checks"
      />
      <span class="grow" />
      <Button
        v-if="list?.reviewed"
        size="small"
        outlined
        :label="`Make checks of ${count(list.reviewed, 'question')} reviewed right`"
        data-test="checks-reviewed"
        @click="fromReviewed"
      />
      <input
        ref="file"
        type="file"
        accept=".csv,text/csv"
        class="visually-hidden"
        aria-label="A list of checks as CSV"
        data-test="checks-file"
        @change="bring"
      />
      <Button size="small" text label="Read CSV" @click="file?.click()" />
      <a href="/api/checks/file.csv" class="small" download>CSV</a
      ><a
        href="/api/checks/topics.txt"
        class="small"
        download
        title="For retrieval tools: TREC topics"
        >topics</a
      ><a
        href="/api/checks/qrels.txt"
        class="small"
        download
        title="For retrieval tools: TREC relevance reviews"
        >qrels</a
      >
    </div>
    <div v-if="list && list.checks.length === 0" class="empty panel">
      <p>
        A check keeps a fixed question fixed. Add one here, from a rehearsal with “It should have
        been…”, from a list with the columns question, expects, source and contains, or from what
        your team reviewed right.
      </p>
      <Button label="Add a check" @click="editing = 'new'" />
    </div>
    <div v-else-if="rows.length === 0 && list" class="empty panel"><p>None fails.</p></div>
    <div v-else class="sideways">
      <table class="checks">
        <thead>
          <tr>
            <th scope="col">Question</th>
            <th scope="col">What must come</th>
            <th scope="col">On the draft</th>
            <th scope="col"><span class="visually-hidden">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="check in rows" :key="check.id" data-test="check">
            <td>
              <span
                v-for="before in check.messages.slice(0, -1)"
                :key="before"
                class="quiet small before"
                >{{ before }}</span><RouterLink
                :to="{
                  path: '/rehearsal',
                  query: {
                    ask: check.messages.at(-1),
                    before: check.messages.slice(0, -1),
                    door: check.door ?? undefined,
                  },
                }"
                >{{ check.messages.at(-1) }}</RouterLink
              >
            </td>
            <td>
              {{ wantedBy(check)
              }}<span v-if="check.note" class="quiet small note">{{ check.note }}</span>
            </td>
            <td>
              <template v-if="!check.result"><span class="quiet">not run yet</span></template
              ><span v-else-if="check.result.passed" class="passed">✓ passes</span>
              <div v-else class="failed" data-test="check-failed">
                <strong>✕ fails</strong>
                <ul>
                  <li v-for="problem in check.result.problems" :key="problem">{{ problem }}</li>
                </ul>
                <p v-if="check.result.before" class="small">It fails for visitors too.</p>
                <p v-else-if="check.result.brokenBy.length" class="small" data-test="broken-by">
                  Broken by the change of
                  {{ check.result.brokenBy.map(({ title }) => `“${title}”`).join(' or ') }}.
                </p>
                <p v-else class="small">It passes for visitors; no single change breaks it.</p>
              </div>
            </td>
            <td class="actions">
              <Button size="small" text label="Change" @click="editing = check" /><Button
                size="small"
                text
                severity="danger"
                label="Remove"
                @click="takeOut(check)"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <CheckEditor
      v-if="editing"
      :check="editing === 'new' ? null : editing"
      :busy="busy"
      @close="editing = undefined"
      @store="store"
    />
  </div>
</template>

<style scoped>
.tools {
  margin-bottom: 12px;
}
.checks {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-small);
}
th {
  text-align: left;
  font-weight: 600;
  padding: 6px 14px 6px 0;
  border-bottom: 1px solid var(--ink);
}
td {
  padding: 9px 14px 9px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: baseline;
}
td:first-child {
  width: 34%;
  font-size: var(--text-body);
}
.before {
  display: block;
}
.note {
  display: block;
}
.passed {
  color: var(--moss);
  font-weight: 600;
}
.failed strong {
  color: var(--brick);
}
.failed ul {
  margin: 2px 0 0;
  padding-left: 18px;
}
.actions {
  white-space: nowrap;
  text-align: right;
  padding-right: 0;
}
</style>
