<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import { type Queue, type QueueSettings, STARTER_QUEUE } from '@janua/contracts'
import Button from 'primevue/button'
import Column from 'primevue/column'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import MultiSelect from 'primevue/multiselect'
import { computed, ref, shallowRef } from 'vue'
import { post, put, remove } from '../shell/api.ts'
import { counted, span } from '../shell/format.ts'
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
import TermHelp from '../help/TermHelp.vue'

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
  if (await submit(t('handover.queues.savedInForceAt'))) editing.value = false
  await load()
}
async function drop(queue: Queue): Promise<void> {
  const wanted = await confirmed({
    header: t('handover.queues.remove3', { queue: queue.name }),
    message: t('handover.queues.itGetsNoMore'),
    accept: t('handover.queues.removeQueue'),
  })
  if (!wanted) return
  await run(
    () => remove(`/queues/${queue.id}`),
    t('handover.queues.removed', { queue: queue.name }),
  )
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
        <h1>{{ $t('handover.queues.queues') }}</h1>
        <p class="quiet">
          {{ $t('handover.queues.whoTakesOverAnd') }}
          <RouterLink v-if="isLead" to="/routing">{{
            $t('handover.queues.routing')
          }}</RouterLink><template v-else>{{ $t('handover.queues.routing') }}</template
          >.
        </p>
      </div>
      <Button v-if="isLead" :label="$t('handover.queues.addAQueue')" @click="edit()" />
    </div>
    <RemoteTable :state="state">
      <template #empty
        ><div class="empty">
          <p>{{ $t('handover.queues.noQueueYetNobody') }}</p>
        </div></template
      >
      <Column :header="$t('handover.queues.queue')"
        ><template #body="{ data }"
          ><strong>{{ data.name }}</strong></template
        ></Column
      >
      <Column :header="$t('handover.queues.waiting')"
        ><template #body="{ data }"
          ><RouterLink
            v-if="data.waiting"
            to="/desk"
            class="figures"
            :aria-label="$t('handover.queues.waitingToTheDesk', { waiting: data.waiting })"
            >{{ data.waiting }}</RouterLink
          ><span v-else>–</span></template
        ></Column
      >
      <Column :header="$t('handover.queues.longestWait')"
        ><template #body="{ data }"
          ><span class="figures">{{
            data.oldestWaitSeconds === null ? '–' : span(data.oldestWaitSeconds)
          }}</span></template
        ></Column
      >
      <Column
        ><template #header
          ><strong>{{ $t('handover.queues.aNewOneWaits') }}</strong
          ><TermHelp
            term="people.expectedWait"
            :about="$t('handover.queues.aNewOneWaits')" /></template
        ><template #body="{ data }"
          ><span
            v-if="data.expectedWaitSeconds !== null"
            class="figures"
            :title="$t('handover.queues.atTheMostFour')"
            >{{
              $t('handover.queues.upTo', { expectedWaitSeconds: span(data.expectedWaitSeconds) })
            }}</span
          ><span v-else class="quiet">{{ $t('handover.queues.nobodyIsThere') }}</span></template
        ></Column
      >
      <Column :header="$t('handover.queues.atTheirDesks')"
        ><template #body="{ data }"
          ><span class="figures" :class="{ nobody: present(data) === 0 }">{{
            $t('handover.queues.of', {
              present: present(data),
              member: counted('units.member', data.members.length),
            })
          }}</span></template
        ></Column
      >
      <Column :header="$t('handover.queues.members')"
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
              :title="$t('handover.queues.whatCanDoAnd', { member: member.name })"
              @click="person = member"
            >
              {{ member.name }}</button
            ><template v-else>{{ member.name }}</template
            ><small
              v-if="member.open"
              class="figures"
              :title="
                $t('handover.queues.hasOfAtOnce', { open: member.open, atOnce: member.atOnce })
              "
            >
              {{ member.open }}/{{ member.atOnce }}</small
            ></span
          ><span v-if="data.members.length === 0" class="nobody">{{
            $t('handover.queues.nobodyAddMembers')
          }}</span></template
        ></Column
      >
      <Column v-if="isLead"
        ><template #header
          ><span class="visually-hidden">{{ $t('common.actions') }}</span></template
        ><template #body="{ data }"
          ><Button
            size="small"
            text
            :label="$t('handover.queues.edit')"
            :aria-label="$t('handover.queues.edit2', { name: data.name })"
            data-test="edit-queue"
            @click="edit(data)" /><Button
            size="small"
            text
            severity="danger"
            :label="$t('handover.queues.remove')"
            :aria-label="$t('handover.queues.remove2', { name: data.name })"
            @click="drop(data)" /></template
      ></Column>
    </RemoteTable>
    <QueueFiguresPanel />
    <SkillsDialog :person="person" @done="((person = undefined), load())" />
    <Dialog
      v-model:visible="editing"
      modal
      :header="queue.id === null ? $t('handover.queues.addAQueue') : $t('handover.queues.queue')"
      :style="{ width: '720px' }"
    >
      <form class="stack narrow" @submit.prevent="save">
        <FormField :label="$t('common.name')" :fault="faults.name">
          <InputText v-model.trim="queue.name" required maxlength="80" autofocus />
        </FormField>
        <FormField :label="$t('handover.queues.members')" :fault="faults.members">
          <MultiSelect
            v-model="queue.members"
            :options="candidates"
            option-label="name"
            option-value="id"
            filter
            display="chip"
            :placeholder="$t('handover.queues.nobodyYet')"
          />
        </FormField>
        <QueueSettingsForm v-model="queue.settings" :queues="state.value ?? []" :own="queue.id" />
        <Button type="submit" :label="$t('common.save')" :loading="busy" data-test="save-queue" />
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
