<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { LogImportView } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import ProgressBar from 'primevue/progressbar'
import { useTemplateRef } from 'vue'
import { post, remove } from '../shell/api.ts'
import { counted, moment, whole } from '../shell/format.ts'
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
    header:
      row.state === 'reading'
        ? t('coverage.logImports.stopThisImport')
        : t('coverage.logImports.removeThisImport'),
    message: t('coverage.logImports.allItsQuestionsLeave'),
    accept:
      row.state === 'reading'
        ? t('coverage.logImports.stopImport')
        : t('coverage.logImports.removeImport'),
  })
  if (!wanted) return
  await run(
    () => remove(`/log/imports/${row.id}`),
    row.state === 'reading'
      ? t('coverage.logImports.brokenOffNothingOf')
      : t('coverage.logImports.removedWithAllIts'),
  )
  await load()
}
</script>

<template>
  <div class="page narrow">
    <p class="small">
      <RouterLink to="/questions">{{ $t('common.questions') }}</RouterLink>
    </p>
    <div class="head">
      <div>
        <h1>{{ $t('coverage.logImports.bringInALog') }}</h1>
        <p class="quiet">
          {{ $t('coverage.logImports.questionsThatYourTeam') }}
        </p>
      </div>
      <template v-if="session.role === 'lead'"
        ><input
          ref="file"
          type="file"
          accept=".csv,.jsonl,.ndjson,.json,.txt,.tsv"
          class="visually-hidden"
          :aria-label="$t('coverage.logImports.aLogAsCsv')"
          data-test="log-file"
          @change="bring" /><Button
          :label="$t('coverage.logImports.chooseAFile')"
          :loading="busy"
          data-test="log-choose"
          @click="file?.click()"
      /></template>
    </div>
    <section class="panel stack">
      <h2>{{ $t('coverage.logImports.whatALogLooks') }}</h2>
      <p class="small">
        <i18n-t keypath="coverage.logImports.csvWithAHeading" scope="global"
          ><template #strong
            ><strong>{{ $t('coverage.logImports.text') }}</strong></template
          ><template #strong2
            ><strong>{{ $t('coverage.logImports.time') }}</strong></template
          ><template #em
            ><em>{{ $t('coverage.logImports.conversation') }}</em></template
          ><template #em2
            ><em>{{ $t('coverage.logImports.visitor') }}</em></template
          ><template #em3
            ><em>{{ $t('coverage.logImports.door') }}</em></template
          ><template #em4
            ><em>{{ $t('coverage.logImports.language') }}</em></template
          ></i18n-t
        >
      </p>
      <p class="small">
        {{ $t('coverage.logImports.mailAddressesPhoneAnd') }}
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
          :label="
            row.state === 'reading'
              ? $t('coverage.logImports.breakOff')
              : $t('coverage.logImports.remove')
          "
          @click="takeOut(row)"
        />
      </div>
      <template v-if="row.state === 'reading'"
        ><ProgressBar :value="row.rows ? Math.round((100 * row.done) / row.rows) : 0" />
        <p class="small quiet">
          {{ $t('coverage.logImports.ofRows', { done: whole(row.done), rows: whole(row.rows) }) }}
        </p></template
      >
      <p v-else-if="row.state === 'failed'" class="small bad">{{ row.problem }}</p>
      <p v-else class="small">
        {{
          $t('coverage.logImports.from', {
            question: counted('units.question', row.taken),
            row: counted('units.row', row.rows),
          })
        }}<template v-if="row.masked">{{
          $t('coverage.logImports.inSomethingPrivateWas', { row: counted('units.row', row.masked) })
        }}</template
        ><template v-if="row.faulty">{{
          $t('coverage.logImports.leftOut', { row: counted('units.row', row.faulty) })
        }}</template
        >.
        <RouterLink :to="{ path: '/questions', query: { channel: 'imported' } }">{{
          $t('coverage.logImports.lookAtThem')
        }}</RouterLink>
      </p>
      <details v-if="row.faults.length" class="small">
        <summary>{{ $t('coverage.logImports.rowsLeftOut') }}</summary>
        <ul>
          <li v-for="fault in row.faults" :key="fault.row">
            {{ $t('coverage.logImports.row', { fault: fault.row, because: fault.because }) }}
          </li>
          <li v-if="row.faulty > row.faults.length" class="quiet">
            {{
              $t('coverage.logImports.andMore', { faults: whole(row.faulty - row.faults.length) })
            }}
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
