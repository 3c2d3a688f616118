<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { CheckInput, CheckView } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, shallowRef, useTemplateRef } from 'vue'
import { counted, eitherOf, moment } from '../shell/format.ts'
import CheckEditor from './CheckEditor.vue'
import { checksHeadline, wantedBy } from './checkWords.ts'
import { useChecks } from './useChecks.ts'

const checks = useChecks()
const { state, list, show, failing, rows, read, busy, takeOut, runNow, fromReviewed } = checks
const editing = shallowRef<CheckView | 'new'>()
const file = useTemplateRef<HTMLInputElement>('file')
const SHOWS = computed(() => [
  { value: 'all', label: t('releases.checks.all', { checks: list.value?.checks.length ?? 0 }) },
  { value: 'failing', label: t('releases.checks.failing', { failing: failing.value.length }) },
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
          {{ $t('releases.checks.questionsWithWhatMust')
          }}<template v-if="list?.run"
            >{{ ' '
            }}{{
              $t('releases.checks.lastRun', {
                at: moment(list.run.at),
                current: list.run.current ? '' : $t('releases.checks.ofAnOlderDraft'),
              })
            }}</template
          >
        </p>
      </div>
      <Button
        text
        :label="$t('releases.checks.runNow')"
        :loading="busy"
        :disabled="!list?.checks.length"
        data-test="checks-run"
        @click="runNow"
      />
      <Button
        :label="$t('releases.checks.addACheck')"
        data-test="check-add"
        @click="editing = 'new'"
      />
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <Message
      v-if="read"
      :severity="read.faults.length ? 'warn' : 'success'"
      closable
      data-test="checks-read"
      @close="read = undefined"
      >{{ $t('releases.checks.added', { check: counted('units.check', read.added) })
      }}<template v-if="read.known">{{
        $t('releases.checks.wereThere', { known: read.known })
      }}</template
      >.
      <ul v-if="read.faults.length">
        <li v-for="fault in read.faults" :key="fault.row">
          {{ $t('releases.checks.row', { fault: fault.row, because: fault.because }) }}
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
        :aria-label="$t('releases.checks.whichChecks')"
      />
      <span class="grow" />
      <Button
        v-if="list?.reviewed"
        size="small"
        outlined
        :label="
          $t('releases.checks.makeChecksOfReviewed', {
            question: counted('units.question', list.reviewed),
          })
        "
        data-test="checks-reviewed"
        @click="fromReviewed"
      />
      <input
        ref="file"
        type="file"
        accept=".csv,text/csv"
        class="visually-hidden"
        :aria-label="$t('releases.checks.aListOfChecks')"
        data-test="checks-file"
        @change="bring"
      />
      <Button size="small" text :label="$t('releases.checks.readCsv')" @click="file?.click()" />
      <a href="/api/checks/file.csv" class="small" download>{{ $t('common.csv') }}</a><a
        href="/api/checks/topics.txt"
        class="small"
        download
        :title="$t('releases.checks.forRetrievalToolsTrec')"
        >{{ $t('releases.checks.topics') }}</a
      ><a
        href="/api/checks/qrels.txt"
        class="small"
        download
        :title="$t('releases.checks.forRetrievalToolsTrec2')"
        >{{ $t('releases.checks.qrels') }}</a
      >
    </div>
    <div v-if="list && list.checks.length === 0" class="empty panel">
      <p>
        {{ $t('releases.checks.aCheckKeepsA') }}
      </p>
      <Button :label="$t('releases.checks.addACheck')" @click="editing = 'new'" />
    </div>
    <div v-else-if="rows.length === 0 && list" class="empty panel">
      <p>{{ $t('releases.checks.noneFails') }}</p>
    </div>
    <div v-else class="sideways">
      <table class="checks">
        <thead>
          <tr>
            <th scope="col">{{ $t('common.question') }}</th>
            <th scope="col">{{ $t('releases.checks.whatMustCome') }}</th>
            <th scope="col">{{ $t('releases.checks.onTheDraft') }}</th>
            <th scope="col">
              <span class="visually-hidden">{{ $t('common.actions') }}</span>
            </th>
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
              <template v-if="!check.result"
                ><span class="quiet">{{ $t('releases.checks.notRunYet') }}</span></template
              ><span v-else-if="check.result.passed" class="passed">{{
                $t('releases.checks.passes')
              }}</span>
              <div v-else class="failed" data-test="check-failed">
                <strong>{{ $t('releases.checks.fails') }}</strong>
                <ul>
                  <li v-for="problem in check.result.problems" :key="problem">{{ problem }}</li>
                </ul>
                <p v-if="check.result.before" class="small">
                  {{ $t('releases.checks.itFailsForVisitors') }}
                </p>
                <p v-else-if="check.result.brokenBy.length" class="small" data-test="broken-by">
                  {{
                    $t('releases.checks.brokenByTheChange', {
                      or: eitherOf(check.result.brokenBy.map(({ title }) => `“${title}”`)),
                    })
                  }}
                </p>
                <p v-else class="small">{{ $t('releases.checks.itPassesForVisitors') }}</p>
              </div>
            </td>
            <td class="actions">
              <Button
                size="small"
                text
                :label="$t('common.change')"
                @click="editing = check"
              /><Button
                size="small"
                text
                severity="danger"
                :label="$t('releases.checks.remove')"
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
