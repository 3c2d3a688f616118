<script setup lang="ts">
import type { RetentionSettings, SecuritySettings } from '@janua/contracts'
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import InputNumber from 'primevue/inputnumber'
import Message from 'primevue/message'
import { computed, onMounted, ref } from 'vue'
import { get, post, put } from '../shell/api.ts'
import { count, moment, span } from '../shell/format.ts'
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
    label: 'Closed conversations',
    help: 'Messages, files and who wrote them. The questions stay in the log without a person.',
  },
  { key: 'attachmentDays', label: 'Attachments', help: 'Files that visitors and agents sent.' },
  { key: 'auditDays', label: 'Audit trail', help: 'Who changed what.' },
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
const saveRetention = () => run(() => put('/retention', retention.value), 'Retention saved')
const saveSecurity = () => run(() => put('/security', security.value), 'Sign-in rules saved')
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>System</h1>
        <p class="quiet" data-test="system-summary">
          <template v-if="failing.length">
            {{ count(failing.length, 'background job is', 'background jobs are') }} failing
          </template>
          <template v-else>Everything that runs in the background works</template>
          <template v-if="state.value">
            · running for {{ span(state.value.uptimeSeconds) }}</template
          >
        </p>
      </div>
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <template v-if="state.value">
      <Message v-if="state.value.files.isFull" severity="error" data-test="disk-full"
        >The disk is nearly full ({{ fileSize(state.value.files.freeBytes) }} free). Uploads are
        refused until there is room; conversations and the database go on.</Message
      >
      <Message
        v-for="fault in state.value.modelFaults"
        :key="fault"
        severity="error"
        data-test="model-fault"
        >{{ fault }}. Put the files of the folder “models” back as they shipped, and start Janua
        again.</Message
      >
      <Message v-if="!state.value.mail.isSetUp" severity="warn"
        >No mail server is set up. Visitors who leave an address can’t be answered by email until
        one is.</Message
      >
      <Message v-else-if="state.value.mail.waiting" severity="warn"
        >{{ count(state.value.mail.waiting, 'email is', 'emails are') }} waiting to be sent:
        {{ state.value.mail.problem }}</Message
      >
      <Message v-if="state.value.simulatedAgents !== null" severity="info" data-test="demo-agents"
        >This is a demo: its agents are
        {{
          state.value.simulatedAgents
            ? 'simulated, and answer visitors who ask for the team.'
            : 'switched off, so nobody answers visitors but you.'
        }}
        <Button
          size="small"
          outlined
          :label="state.value.simulatedAgents ? 'Switch off' : 'Switch on'"
          @click="switchAgents(!state.value.simulatedAgents)"
      /></Message>
      <dl class="facts">
        <div>
          <dt>Disk space free</dt>
          <dd class="figures">{{ fileSize(state.value.files.freeBytes) }}</dd>
        </div>
        <div>
          <dt>Files</dt>
          <dd class="figures">
            {{ fileSize(state.value.files.bytes) }}
            <span class="quiet">in {{ count(state.value.files.count, 'file') }}</span>
          </dd>
        </div>
        <div>
          <dt>Database</dt>
          <dd class="figures">
            {{ fileSize(state.value.database.bytes) }}
            <span class="quiet">{{ state.value.database.version.split('-')[0] }}</span>
          </dd>
        </div>
        <div>
          <dt>Last backup</dt>
          <dd class="figures">
            <template v-if="state.value.backup"
              >{{ moment(state.value.backup.at) }},
              {{ fileSize(state.value.backup.bytes) }}</template
            >
            <template v-else>none <span class="quiet">npm run backup</span></template>
          </dd>
        </div>
      </dl>

      <h2>Background jobs</h2>
      <DataTable :value="jobs" data-key="name" size="small" data-test="jobs">
        <Column header="Job"
          ><template #body="{ data }"
            ><strong>{{ data.title }}</strong>
            <p v-if="data.failing" class="failing" data-test="job-failing">
              Failing since {{ moment(data.failing.since) }} ({{
                count(data.failing.times, 'time')
              }}): {{ data.failing.because }}
            </p></template
          ></Column
        >
        <Column header="State"
          ><template #body="{ data }"
            ><span :class="data.failing ? 'bad' : 'good'">{{
              data.failing ? '○ failing' : data.running ? '◐ running' : '● works'
            }}</span></template
          ></Column
        >
        <Column header="Last run"
          ><template #body="{ data }"
            ><span class="figures">{{
              data.lastEndedAt ? moment(data.lastEndedAt) : 'not yet'
            }}</span></template
          ></Column
        >
        <Column header="Every"
          ><template #body="{ data }"
            ><span class="figures">{{ interval(data.everySeconds) }}</span></template
          ></Column
        >
        <Column
          ><template #header><span class="visually-hidden">Run now</span></template
          ><template #body="{ data }"
            ><Button
              size="small"
              text
              label="Run now"
              :aria-label="`Run now: ${data.title}`"
              @click="runNow(data.name)" /></template
        ></Column>
      </DataTable>
    </template>

    <div class="settings">
      <form v-if="retention" class="panel stack" @submit.prevent="saveRetention">
        <h2>Retention</h2>
        <p class="quiet small">
          Days until things are removed for good. Empty keeps them. A legal hold on a visitor keeps
          everything of theirs.
        </p>
        <label v-for="{ key, label, help } in KEPT" :key="key" class="field"
          ><span>{{ label }}</span
          ><InputNumber
            v-model="retention[key]"
            :min="1"
            :max="3650"
            suffix=" days"
            placeholder="kept for good"
            :input-id="`keep-${key}`"
          /><span class="quiet small">{{ help }}</span></label
        >
        <div><Button type="submit" label="Save retention" /></div>
      </form>
      <form v-if="security" class="panel stack" @submit.prevent="saveSecurity">
        <h2>Signing in</h2>
        <label class="check"
          ><input v-model="security.secondFactorForLeads" type="checkbox" data-test="lead-factor" />
          Leads need an authenticator app</label
        >
        <label class="field"
          ><span>Sign out after being idle for</span
          ><InputNumber
            v-model="security.idleHours"
            :min="1"
            :max="336"
            suffix=" hours"
            input-id="idle-hours"
          /><span class="quiet small">Applies from the next sign-in.</span></label
        >
        <div><Button type="submit" label="Save sign-in rules" /></div>
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
