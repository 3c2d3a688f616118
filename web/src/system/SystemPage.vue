<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { RetentionSettings, SecuritySettings } from '@janua/contracts'
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import InputNumber from 'primevue/inputnumber'
import Message from 'primevue/message'
import { computed, onMounted, ref } from 'vue'
import { get, post, put } from '../shell/api.ts'
import { counted, moment, span } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import { fileSize } from './fileSize.ts'
import { interval } from './interval.ts'

const REFRESH_MS = 5_000
const { state, reload: load } = useRemote('/system', undefined, { every: REFRESH_MS })
const { run } = useAction()
const retention = ref<RetentionSettings>()
const security = ref<SecuritySettings>()

const failing = computed(() => state.value.value?.jobs.filter(({ failing }) => failing) ?? [])
/** What fails comes first. */
const jobs = computed(() =>
  [...(state.value.value?.jobs ?? [])].sort(
    (a, b) => Number(b.failing !== null) - Number(a.failing !== null),
  ),
)
const KEPT: { key: keyof RetentionSettings; label: string; help: string }[] = [
  {
    key: 'conversationDays',
    label: t('system.system.closedConversations'),
    help: t('system.system.messagesFilesAndWho'),
  },
  {
    key: 'attachmentDays',
    label: t('system.system.attachments'),
    help: t('system.system.filesThatVisitorsAnd'),
  },
  {
    key: 'auditDays',
    label: t('system.system.auditTrail'),
    help: t('system.system.whoChangedWhat'),
  },
]

onMounted(async () => {
  retention.value = await get('/retention').catch(() => undefined)
  security.value = await get('/security').catch(() => undefined)
})

async function runNow(name: string): Promise<void> {
  await run(() => post(`/system/jobs/${name}`))
  await load()
}
async function switchAgents(on: boolean): Promise<void> {
  await run(() => put('/demo/agents', { on }))
  await load()
}
const saveRetention = () =>
  run(() => put('/retention', retention.value), t('system.system.retentionSaved'))
const saveSecurity = () =>
  run(() => put('/security', security.value), t('system.system.signInRulesSaved'))
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>{{ $t('system.system.system') }}</h1>
        <p class="quiet" data-test="system-summary">
          <template v-if="failing.length"
            >{{ ' '
            }}{{
              $t('system.system.failing', {
                backgroundJobIs: counted('units.backgroundJobIs', failing.length),
              })
            }}
          </template>
          <template v-else>{{ $t('system.system.everythingThatRunsIn') }}</template>
          <template v-if="state.value"
            >{{ ' '
            }}{{
              $t('system.system.runningFor', { uptimeSeconds: span(state.value.uptimeSeconds) })
            }}</template
          >
        </p>
      </div>
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <template v-if="state.value">
      <Message v-if="state.value.files.isFull" severity="error" data-test="disk-full">{{
        $t('system.system.theDiskIsNearly', { freeBytes: fileSize(state.value.files.freeBytes) })
      }}</Message>
      <Message
        v-for="fault in state.value.modelFaults"
        :key="fault"
        severity="error"
        data-test="model-fault"
        >{{ $t('system.system.putTheFilesOf', { fault }) }}</Message
      >
      <Message v-if="!state.value.mail.isSetUp" severity="warn"
        >{{ $t('system.system.noMailServerIs') }}
        <RouterLink to="/mail">{{ $t('system.system.setUpMail') }}</RouterLink></Message
      >
      <Message v-else-if="state.value.mail.waiting" severity="warn">{{
        $t('system.system.waitingToBeSent', {
          emailIs: counted('units.emailIs', state.value.mail.waiting),
          problem: state.value.mail.problem,
        })
      }}</Message>
      <Message v-if="state.value.simulatedAgents !== null" severity="info" data-test="demo-agents"
        >{{
          $t('system.system.thisIsADemo', {
            simulatedAgents: state.value.simulatedAgents
              ? $t('system.system.simulatedAndAnswerVisitors')
              : $t('system.system.switchedOffSoNobody'),
          })
        }}
        <Button
          size="small"
          outlined
          :label="
            state.value.simulatedAgents
              ? $t('system.system.switchOff')
              : $t('system.system.switchOn')
          "
          @click="switchAgents(!state.value.simulatedAgents)"
      /></Message>
      <dl class="facts">
        <div>
          <dt>{{ $t('system.system.diskSpaceFree') }}</dt>
          <dd class="figures">{{ fileSize(state.value.files.freeBytes) }}</dd>
        </div>
        <div>
          <dt>{{ $t('system.system.files') }}</dt>
          <dd class="figures">
            {{ fileSize(state.value.files.bytes) }}
            <span class="quiet">{{
              $t('system.system.in', { file: counted('units.file', state.value.files.count) })
            }}</span>
          </dd>
        </div>
        <div>
          <dt>{{ $t('system.system.database') }}</dt>
          <dd class="figures">
            {{ fileSize(state.value.database.bytes) }}
            <span class="quiet">{{ state.value.database.version.split('-')[0] }}</span>
          </dd>
        </div>
        <div>
          <dt>{{ $t('system.system.lastBackup') }}</dt>
          <dd class="figures">
            <template v-if="state.value.backup"
              >{{ moment(state.value.backup.at) }},
              {{ fileSize(state.value.backup.bytes) }}</template
            >
            <template v-else
              ><i18n-t keypath="system.system.none" scope="global"
                ><template #span
                  ><span class="quiet">{{ $t('system.system.npmRunBackup') }}</span></template
                ></i18n-t
              ></template
            >
          </dd>
        </div>
      </dl>

      <h2>{{ $t('system.system.backgroundJobs') }}</h2>
      <DataTable :value="jobs" data-key="name" size="small" data-test="jobs">
        <Column :header="$t('system.system.job')"
          ><template #body="{ data }"
            ><strong>{{ data.title }}</strong>
            <p v-if="data.failing" class="failing" data-test="job-failing">
              {{
                $t('system.system.failingSince', {
                  since: moment(data.failing.since),
                  time: counted('units.time', data.failing.times),
                  because: data.failing.because,
                })
              }}
            </p></template
          ></Column
        >
        <Column :header="$t('common.state')"
          ><template #body="{ data }"
            ><span :class="data.failing ? 'bad' : 'good'">{{
              data.failing
                ? $t('system.system.failing2')
                : data.running
                  ? $t('system.system.running')
                  : $t('system.system.works')
            }}</span></template
          ></Column
        >
        <Column :header="$t('system.system.lastRun')"
          ><template #body="{ data }"
            ><span class="figures">{{
              data.lastEndedAt ? moment(data.lastEndedAt) : $t('system.system.notYet')
            }}</span></template
          ></Column
        >
        <Column :header="$t('system.system.every')"
          ><template #body="{ data }"
            ><span class="figures">{{ interval(data.everySeconds) }}</span></template
          ></Column
        >
        <Column
          ><template #header
            ><span class="visually-hidden">{{ $t('system.system.runNow') }}</span></template
          ><template #body="{ data }"
            ><Button
              size="small"
              text
              :label="$t('system.system.runNow')"
              :aria-label="$t('system.system.runNow2', { title: data.title })"
              @click="runNow(data.name)" /></template
        ></Column>
      </DataTable>
    </template>

    <div class="settings">
      <form v-if="retention" class="panel stack" @submit.prevent="saveRetention">
        <h2>{{ $t('system.system.retention') }}</h2>
        <p class="quiet small">
          {{ $t('system.system.daysUntilThingsAre') }}
        </p>
        <label v-for="{ key, label, help } in KEPT" :key="key" class="field"
          ><span>{{ label }}</span
          ><InputNumber
            v-model="retention[key]"
            :min="1"
            :max="3650"
            suffix=" days"
            :placeholder="$t('system.system.keptForGood')"
            :input-id="`keep-${key}`"
          /><span class="quiet small">{{ help }}</span></label
        >
        <div><Button type="submit" :label="$t('system.system.saveRetention')" /></div>
      </form>
      <form v-if="security" class="panel stack" @submit.prevent="saveSecurity">
        <h2>{{ $t('system.system.signingIn') }}</h2>
        <label class="check"
          ><input v-model="security.secondFactorForLeads" type="checkbox" data-test="lead-factor" />
          {{ $t('system.system.leadsNeedAnAuthenticator') }}</label
        >
        <label class="field"
          ><span>{{ $t('system.system.signOutAfterBeing') }}</span
          ><InputNumber
            v-model="security.idleHours"
            :min="1"
            :max="336"
            suffix=" hours"
            input-id="idle-hours"
          /><span class="quiet small">{{ $t('system.system.appliesFromTheNext') }}</span></label
        >
        <div><Button type="submit" :label="$t('system.system.saveSignInRules')" /></div>
      </form>
    </div>
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: 18px;
  margin: 18px 0 26px;
}
.facts dt {
  color: var(--muted);
  font-size: var(--text-small);
}
.facts dd {
  font: 650 var(--text-heading) / 1.3 var(--display);
}
.facts dd .quiet {
  font: 400 var(--text-small) / 1.3 var(--body);
}
.failing,
.bad {
  color: var(--brick);
}
.good {
  color: var(--moss);
}
.settings {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(320px, 100%), 1fr));
  gap: 18px;
  margin-top: 26px;
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
