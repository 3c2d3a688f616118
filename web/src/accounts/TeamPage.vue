<script setup lang="ts">
import { type Person, type Role, ROLES } from '@janua/contracts'
import Button from 'primevue/button'
import Column from 'primevue/column'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { ref } from 'vue'
import { get, patch, post, remove } from '../shell/api.ts'
import { count, moment } from '../shell/format.ts'
import { useConfirmed } from '../shell/useConfirmed.ts'
import { useAction } from '../shell/useAction.ts'
import { useForm } from '../shell/useForm.ts'
import FormField from '../shell/FormField.vue'
import RemoteTable from '../shell/RemoteTable.vue'
import { useRemote } from '../shell/useRemote.ts'

const { state, reload: load } = useRemote('/team')
const { run } = useAction()
const confirmed = useConfirmed()
const inviting = ref(false)
const {
  values: invited,
  faults,
  busy,
  submit,
  reset,
} = useForm(
  () => ({ name: '', mail: '', role: 'agent' as Role }),
  (body) => post('/team', body),
)
const link = ref<{ text: string; url: string }>()
const ROLE_TEXT = {
  lead: 'Lead: all of it',
  editor: 'Editor: library and rehearsal',
  agent: 'Agent: desk',
}
const roles = ROLES.map((value) => ({ value, label: ROLE_TEXT[value] }))

async function change(action: () => Promise<unknown>, done: string): Promise<void> {
  await run(action, done)
  await load()
}
/** Says first what the person has in hand: it goes back to its queues at once. */
async function deactivate(person: Person): Promise<void> {
  const inHand = await run(() => get(`/team/${person.id}/in-hand`))
  if (!inHand) return
  const has = [
    inHand.conversations > 0 && count(inHand.conversations, 'conversation'),
    inHand.cases > 0 && count(inHand.cases, 'case'),
  ].filter(Boolean)
  const wanted = await confirmed({
    header: `Deactivate ${person.name}?`,
    message: `They are signed out at once.${has.length > 0 ? ` What they have in hand (${has.join(' and ')}) goes back to its queue.` : ''}`,
    accept: 'Deactivate',
  })
  if (wanted) await change(() => patch(`/team/${person.id}`, { active: false }), 'Deactivated')
}
async function invite(): Promise<void> {
  const made = await submit()
  if (!made) return
  inviting.value = false
  showLink(`Send this link to ${invited.value.name}. It works once, for three days.`, made.token)
  reset()
  await load()
}
async function resetPassword(person: Person): Promise<void> {
  const made = await run(() => post(`/team/${person.id}/link`))
  if (made) showLink(`Send this link to ${person.name}. It works once.`, made.token)
}
function showLink(text: string, token: string): void {
  link.value = { text, url: `${location.origin}/link/${token}` }
}
const copy = () => run(() => navigator.clipboard.writeText(link.value!.url), 'Copied')
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>Team</h1>
        <p class="quiet">
          {{ count(state.value?.filter(({ active }) => active).length ?? 0, 'person', 'people') }}
          can sign in
        </p>
      </div>
      <Button label="Invite somebody" data-test="invite" @click="inviting = true" />
    </div>
    <Message v-if="link" severity="info" closable data-test="link" @close="link = undefined">
      <p>{{ link.text }}</p>
      <p class="row">
        <code>{{ link.url }}</code><Button label="Copy" size="small" outlined @click="copy" />
      </p>
    </Message>
    <RemoteTable :state="state" sort-field="name" :sort-order="1">
      <Column field="name" header="Name" sortable
        ><template #body="{ data }"
          ><strong>{{ data.name }}</strong
          ><br /><span class="quiet">{{ data.mail }}</span></template
        ></Column
      >
      <Column field="role" header="Role" sortable>
        <template #body="{ data }"
          ><Select
            :model-value="data.role"
            :options="roles"
            option-label="label"
            option-value="value"
            size="small"
            :aria-label="`Role of ${data.name}`"
            @update:model-value="
              (role: Role) => change(() => patch(`/team/${data.id}`, { role }), 'Role changed')
            "
        /></template>
      </Column>
      <Column field="active" header="State" sortable
        ><template #body="{ data }">{{
          !data.active ? 'deactivated' : data.invited ? 'invited' : 'active'
        }}</template></Column
      >
      <Column field="lastSeenAt" header="Signed in" sortable
        ><template #body="{ data }"
          ><span class="figures">{{
            data.lastSeenAt ? moment(data.lastSeenAt) : 'never'
          }}</span></template
        ></Column
      >
      <Column field="sessions" header="Sessions" sortable
        ><template #body="{ data }"
          ><span class="figures">{{ data.sessions }}</span></template
        ></Column
      >
      <Column>
        <template #header><span class="visually-hidden">Actions</span></template>
        <template #body="{ data }">
          <div class="row">
            <Button size="small" text label="Password link" @click="resetPassword(data)" />
            <Button
              size="small"
              text
              label="End sessions"
              :disabled="data.sessions === 0"
              @click="change(() => remove(`/team/${data.id}/sessions`), 'Sessions ended')"
            />
            <Button
              size="small"
              text
              :severity="data.active ? 'danger' : undefined"
              :label="data.active ? 'Deactivate' : 'Activate'"
              data-test="activate"
              @click="
                data.active
                  ? deactivate(data)
                  : change(() => patch(`/team/${data.id}`, { active: true }), 'Activated')
              "
            />
          </div>
        </template>
      </Column>
    </RemoteTable>
    <Dialog v-model:visible="inviting" modal header="Invite somebody" :style="{ width: '420px' }">
      <form class="stack" @submit.prevent="invite">
        <FormField label="Name" :fault="faults.name">
          <InputText v-model.trim="invited.name" required autofocus data-test="invite-name" />
        </FormField>
        <FormField label="Mail address" :fault="faults.mail">
          <InputText v-model.trim="invited.mail" type="email" required data-test="invite-mail" />
        </FormField>
        <FormField label="Role" :fault="faults.role">
          <Select
            v-model="invited.role"
            :options="roles"
            option-label="label"
            option-value="value"
          />
        </FormField>
        <Button type="submit" label="Make the link" :loading="busy" data-test="make-link" />
      </form>
    </Dialog>
  </div>
</template>
