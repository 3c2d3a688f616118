<script setup lang="ts">
import type { LogImportView } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import ProgressBar from 'primevue/progressbar'
import { useTemplateRef } from 'vue'
import { post, remove } from '../shell/api.ts'
import { count, moment, whole } from '../shell/format.ts'
import { useConfirmed } from '../shell/useConfirmed.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import { useSession } from '../shell/session.ts'

/** A log from elsewhere: the team's past questions, asked of what visitors get now. */
const session = useSession()
const { run, busy } = useAction()
const confirmed = useConfirmed()
const { state, reload: load } = useRemote('/log/imports', undefined, { hears: ['logImport'] })
const file = useTemplateRef<HTMLInputElement>('file')

async function bring(event: Event): Promise<void> {
  const [chosen] = (event.target as HTMLInputElement).files ?? []
  ;(event.target as HTMLInputElement).value = ''
  if (!chosen) return
  const form = new FormData()
  form.append('file', chosen, chosen.name)
  await run(() => post('/log/imports', form))
  await load()
}
async function takeOut(row: LogImportView): Promise<void> {
  const wanted = await confirmed({
    header: row.state === 'reading' ? 'Stop this import?' : 'Remove this import?',
    message: 'All its questions leave the log, the figures and the topics.',
    accept: row.state === 'reading' ? 'Stop import' : 'Remove import',
  })
  if (!wanted) return
  await run(
    () => remove(`/log/imports/${row.id}`),
    row.state === 'reading'
      ? 'Broken off; nothing of it is kept'
      : 'Removed, with all its questions',
  )
  await load()
}
</script>

<template>
  <div class="page narrow">
    <p class="small"><RouterLink to="/questions">Questions</RouterLink></p>
    <div class="head">
      <div>
        <h1>Bring in a log</h1>
        <p class="quiet">
          Questions that your team was asked elsewhere. Each is asked of what visitors get now,
          joins a topic and shows in the gaps; it does not count as coverage, since no visitor was
          answered.
        </p>
      </div>
      <template v-if="session.role === 'lead'"
        ><input
          ref="file"
          type="file"
          accept=".csv,.jsonl,.ndjson,.json,.txt,.tsv"
          class="visually-hidden"
          aria-label="A log as CSV or JSON Lines"
          data-test="log-file"
          @change="bring" /><Button
          label="Choose a file"
          :loading="busy"
          data-test="log-choose"
          @click="file?.click()"
      /></template>
    </div>
    <section class="panel stack">
      <h2>What a log looks like</h2>
      <p class="small">
        CSV with a heading, or a JSON object a line. Two columns are needed,
        <strong>text</strong> and <strong>time</strong>; <em>conversation</em> or <em>visitor</em>,
        <em>door</em> and <em>language</em> are taken where they are there. Times like
        2026-11-23T10:15:00Z, 2026-11-23 10:15 or 23.11.2026 10:15; those without a zone are meant
        in your team’s.
      </p>
      <p class="small">
        Mail addresses, phone and card numbers, and what is told as a password, are masked before
        anything else is done: nine digits or more count as a phone number, 13 to 19 that pass the
        check digit as a card. Up to 500 000 rows and 50 MB; any usual character set.
      </p>
    </section>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <section
      v-for="row in state.value ?? []"
      :key="row.id"
      class="stack import"
      data-test="log-import"
    >
      <div class="row">
        <h3 class="grow">{{ row.name }}</h3>
        <span class="small quiet">{{ row.by }}, {{ moment(row.at) }}</span
        ><Button
          v-if="session.role === 'lead' && row.state !== 'failed'"
          size="small"
          text
          severity="danger"
          :label="row.state === 'reading' ? 'Break off' : 'Remove'"
          @click="takeOut(row)"
        />
      </div>
      <template v-if="row.state === 'reading'"
        ><ProgressBar :value="row.rows ? Math.round((100 * row.done) / row.rows) : 0" />
        <p class="small quiet">{{ whole(row.done) }} of {{ whole(row.rows) }} rows</p></template
      >
      <p v-else-if="row.state === 'failed'" class="small bad">{{ row.problem }}</p>
      <p v-else class="small">
        {{ count(row.taken, 'question') }} from {{ count(row.rows, 'row')
        }}<template v-if="row.masked"
          >; in {{ count(row.masked, 'row') }} something private was masked</template
        ><template v-if="row.faulty">; {{ count(row.faulty, 'row') }} left out</template>.
        <RouterLink :to="{ path: '/questions', query: { channel: 'imported' } }"
          >Look at them</RouterLink
        >
      </p>
      <details v-if="row.faults.length" class="small">
        <summary>Rows left out</summary>
        <ul>
          <li v-for="fault in row.faults" :key="fault.row">
            Row {{ fault.row }}: {{ fault.because }}
          </li>
          <li v-if="row.faulty > row.faults.length" class="quiet">
            and {{ whole(row.faulty - row.faults.length) }} more
          </li>
        </ul>
      </details>
    </section>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 900px;
}
.import {
  border-top: 1px solid var(--line);
  padding: 12px 0;
  gap: 6px;
  margin-top: 14px;
}
.bad {
  color: var(--brick);
}
summary {
  cursor: pointer;
  color: var(--harbour);
}
</style>
