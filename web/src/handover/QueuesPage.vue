<script setup lang="ts">
import { type Queue, type QueueSettings, STARTER_QUEUE } from '@janua/contracts'
import Button from 'primevue/button'
import Column from 'primevue/column'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import MultiSelect from 'primevue/multiselect'
import { computed, ref, shallowRef } from 'vue'
import { post, put, remove } from '../shell/api.ts'
import { count, span } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useConfirmed } from '../shell/useConfirmed.ts'
import { useAction } from '../shell/useAction.ts'
import FormField from '../shell/FormField.vue'
import { useForm } from '../shell/useForm.ts'
import RemoteTable from '../shell/RemoteTable.vue'
import { useRemote } from '../shell/useRemote.ts'
import QueueFiguresPanel from './QueueFiguresPanel.vue'
import QueueSettingsForm from './QueueSettingsForm.vue'
import SkillsDialog from './SkillsDialog.vue'

const session = useSession()
const { run } = useAction()
const confirmed = useConfirmed()
const isLead = computed(() => session.role === 'lead')
const { state, reload: load } = useRemote('/queues', undefined, {
  hears: ['conversation', 'presence'],
})
const { state: team } = useRemote('/team', undefined, { when: () => isLead.value })
const editing = ref(false)
const {
  values: queue,
  faults,
  busy,
  submit,
  reset,
} = useForm(fresh, ({ id, ...body }) =>
  (id === null ? post('/queues', body) : put(`/queues/${id}`, body)).then(() => true),
)
const person = shallowRef<{ id: number; name: string }>()
const candidates = computed(() =>
  (team.value.value ?? []).filter(({ active, role }) => active && role !== 'editor'),
)
const present = (queue: Queue) =>
  queue.members.filter((member) => member.presence === 'here' && member.active).length

async function save(): Promise<void> {
  if (await submit('Saved, in force at once')) editing.value = false
  await load()
}
async function drop(queue: Queue): Promise<void> {
  const wanted = await confirmed({
    header: `Remove “${queue.name}”?`,
    message:
      'It gets no more conversations. If it has a history, the queue is archived and its conversations and figures stay.',
    accept: 'Remove queue',
  })
  if (!wanted) return
  await run(() => remove(`/queues/${queue.id}`), `“${queue.name}” removed`)
  await load()
}
function fresh() {
  return {
    id: null as number | null,
    name: '',
    members: [] as number[],
    settings: structuredClone(STARTER_QUEUE) as QueueSettings,
  }
}
/** Opens the dialog, for one that is there or for a new one. */
function edit(given?: Queue): void {
  reset(
    given && {
      id: given.id,
      name: given.name,
      settings: structuredClone(given.settings),
      members: given.members.filter(({ active }) => active).map(({ id }) => id),
    },
  )
  editing.value = true
}
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>Queues</h1>
        <p class="quiet">
          Who takes over, and who waits. Changes here are in force at once; which conversation goes
          where is set in <RouterLink v-if="isLead" to="/routing">Routing</RouterLink
          ><template v-else>Routing</template>.
        </p>
      </div>
      <Button v-if="isLead" label="Add a queue" @click="edit()" />
    </div>
    <RemoteTable :state="state">
      <template #empty
        ><div class="empty">
          <p>No queue yet: nobody could take over. Add the first one.</p>
        </div></template
      >
      <Column header="Queue"
        ><template #body="{ data }"
          ><strong>{{ data.name }}</strong></template
        ></Column
      >
      <Column header="Waiting"
        ><template #body="{ data }"
          ><RouterLink
            v-if="data.waiting"
            to="/desk"
            class="figures"
            :aria-label="`${data.waiting} waiting, to the desk`"
            >{{ data.waiting }}</RouterLink
          ><span v-else>–</span></template
        ></Column
      >
      <Column header="Longest wait"
        ><template #body="{ data }"
          ><span class="figures">{{
            data.oldestWaitSeconds === null ? '–' : span(data.oldestWaitSeconds)
          }}</span></template
        ></Column
      >
      <Column header="A new one waits"
        ><template #body="{ data }"
          ><span
            v-if="data.expectedWaitSeconds !== null"
            class="figures"
            title="At the most, four times of five: played forward from this queue’s own conversations and who is at their desk"
            >up to {{ span(data.expectedWaitSeconds) }}</span
          ><span v-else class="quiet">nobody is there</span></template
        ></Column
      >
      <Column header="At their desks"
        ><template #body="{ data }"
          ><span class="figures" :class="{ nobody: present(data) === 0 }"
            >{{ present(data) }} of {{ count(data.members.length, 'member') }}</span
          ></template
        ></Column
      >
      <Column header="Members"
        ><template #body="{ data }"
          ><span
            v-for="(member, i) in data.members"
            :key="member.id"
            :class="{ quiet: member.presence !== 'here' }"
            >{{ i ? ', ' : ''
            }}<button
              v-if="isLead"
              type="button"
              class="bare plain"
              :title="`What ${member.name} can do and bear`"
              @click="person = member"
            >
              {{ member.name }}</button
            ><template v-else>{{ member.name }}</template
            ><small
              v-if="member.open"
              class="figures"
              :title="`has ${member.open} of ${member.atOnce} at once`"
            >
              {{ member.open }}/{{ member.atOnce }}</small
            ></span
          ><span v-if="data.members.length === 0" class="nobody"
            >nobody: add members</span
          ></template
        ></Column
      >
      <Column v-if="isLead"
        ><template #header><span class="visually-hidden">Actions</span></template
        ><template #body="{ data }"
          ><Button
            size="small"
            text
            label="Edit"
            :aria-label="`Edit ${data.name}`"
            data-test="edit-queue"
            @click="edit(data)" /><Button
            size="small"
            text
            severity="danger"
            label="Remove"
            :aria-label="`Remove ${data.name}`"
            @click="drop(data)" /></template
      ></Column>
    </RemoteTable>
    <QueueFiguresPanel />
    <SkillsDialog :person="person" @done="((person = undefined), load())" />
    <Dialog
      v-model:visible="editing"
      modal
      :header="queue.id === null ? 'Add a queue' : 'Queue'"
      :style="{ width: '720px' }"
    >
      <form class="stack narrow" @submit.prevent="save">
        <FormField label="Name" :fault="faults.name">
          <InputText v-model.trim="queue.name" required maxlength="80" autofocus />
        </FormField>
        <FormField label="Members" :fault="faults.members">
          <MultiSelect
            v-model="queue.members"
            :options="candidates"
            option-label="name"
            option-value="id"
            filter
            display="chip"
            placeholder="Nobody yet"
          />
        </FormField>
        <QueueSettingsForm v-model="queue.settings" :queues="state.value ?? []" :own="queue.id" />
        <Button type="submit" label="Save" :loading="busy" data-test="save-queue" />
      </form>
    </Dialog>
  </div>
</template>

<style scoped>
.nobody {
  color: var(--brick);
}
.plain {
  color: inherit;
  text-decoration: none;
}
.plain:hover {
  text-decoration: underline;
}
.narrow {
  grid-template-columns: minmax(0, 1fr);
}
.narrow :deep(.p-multiselect-label) {
  flex-wrap: wrap;
  white-space: normal;
}
</style>
