<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import { type Person, type Role, ROLES } from '@janua/contracts'
import Button from 'primevue/button'
import Column from 'primevue/column'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { ref } from 'vue'
import { get, patch, post, remove } from '../shell/api.ts'
import { counted, listed, moment } from '../shell/format.ts'
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
  lead: t('accounts.team.leadAllOfIt'),
  editor: t('accounts.team.editorLibraryAndRehearsal'),
  agent: t('accounts.team.agentDesk'),
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
    inHand.conversations > 0 && counted('units.conversation', inHand.conversations),
    inHand.cases > 0 && counted('units.case', inHand.cases),
  ].filter((each) => each !== false)
  const wanted = await confirmed({
    header: t('accounts.team.deactivate2', { person: person.name }),
    message: [
      t('accounts.team.theyAreSignedOut'),
      has.length > 0 && t('accounts.team.whatTheyHaveIn', { and: listed(has) }),
    ]
      .filter(Boolean)
      .join(' '),
    accept: t('accounts.team.deactivate'),
  })
  if (wanted) await change(() => patch(`/team/${person.id}`, { active: false }), 'Deactivated')
}
async function invite(): Promise<void> {
  const made = await submit()
  if (!made) return
  inviting.value = false
  showLink(t('accounts.team.sendThisLinkTo', { invited: invited.value.name }), made.token)
  reset()
  await load()
}
async function resetPassword(person: Person): Promise<void> {
  const made = await run(() => post(`/team/${person.id}/link`))
  if (made) showLink(t('accounts.team.sendThisLinkTo2', { person: person.name }), made.token)
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
        <h1>{{ $t('accounts.team.team') }}</h1>
        <p class="quiet">
          {{
            $t('accounts.team.canSignIn', {
              person: counted(
                'units.person',
                state.value?.filter(({ active }) => active).length ?? 0,
              ),
            })
          }}
        </p>
      </div>
      <Button
        :label="$t('accounts.team.inviteSomebody')"
        data-test="invite"
        @click="inviting = true"
      />
    </div>
    <Message v-if="link" severity="info" closable data-test="link" @close="link = undefined">
      <p>{{ link.text }}</p>
      <p class="row">
        <code>{{ link.url }}</code><Button
          :label="$t('accounts.team.copy')"
          size="small"
          outlined
          @click="copy"
        />
      </p>
    </Message>
    <RemoteTable :state="state" sort-field="name" :sort-order="1">
      <Column field="name" :header="$t('common.name')" sortable
        ><template #body="{ data }"
          ><strong>{{ data.name }}</strong
          ><br /><span class="quiet">{{ data.mail }}</span></template
        ></Column
      >
      <Column field="role" :header="$t('accounts.team.role')" sortable>
        <template #body="{ data }"
          ><Select
            :model-value="data.role"
            :options="roles"
            option-label="label"
            option-value="value"
            size="small"
            :aria-label="$t('accounts.team.roleOf', { name: data.name })"
            @update:model-value="
              (role: Role) =>
                change(() => patch(`/team/${data.id}`, { role }), $t('accounts.team.roleChanged'))
            "
        /></template>
      </Column>
      <Column field="active" :header="$t('common.state')" sortable
        ><template #body="{ data }">{{
          !data.active
            ? $t('accounts.team.deactivated')
            : data.invited
              ? $t('accounts.team.invited')
              : $t('accounts.team.active')
        }}</template></Column
      >
      <Column field="lastSeenAt" :header="$t('accounts.team.signedIn')" sortable
        ><template #body="{ data }"
          ><span class="figures">{{
            data.lastSeenAt ? moment(data.lastSeenAt) : $t('accounts.team.never')
          }}</span></template
        ></Column
      >
      <Column field="sessions" :header="$t('accounts.team.sessions')" sortable
        ><template #body="{ data }"
          ><span class="figures">{{ data.sessions }}</span></template
        ></Column
      >
      <Column>
        <template #header
          ><span class="visually-hidden">{{ $t('common.actions') }}</span></template
        >
        <template #body="{ data }">
          <div class="row">
            <Button
              size="small"
              text
              :label="$t('accounts.team.passwordLink')"
              @click="resetPassword(data)"
            />
            <Button
              size="small"
              text
              :label="$t('accounts.team.endSessions')"
              :disabled="data.sessions === 0"
              @click="
                change(() => remove(`/team/${data.id}/sessions`), $t('accounts.team.sessionsEnded'))
              "
            />
            <Button
              size="small"
              text
              :severity="data.active ? 'danger' : undefined"
              :label="data.active ? $t('accounts.team.deactivate') : $t('accounts.team.activate')"
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
    <Dialog
      v-model:visible="inviting"
      modal
      :header="$t('accounts.team.inviteSomebody')"
      :style="{ width: '420px' }"
    >
      <form class="stack" @submit.prevent="invite">
        <FormField :label="$t('common.name')" :fault="faults.name">
          <InputText v-model.trim="invited.name" required autofocus data-test="invite-name" />
        </FormField>
        <FormField :label="$t('accounts.team.mailAddress')" :fault="faults.mail">
          <InputText v-model.trim="invited.mail" type="email" required data-test="invite-mail" />
        </FormField>
        <FormField :label="$t('accounts.team.role')" :fault="faults.role">
          <Select
            v-model="invited.role"
            :options="roles"
            option-label="label"
            option-value="value"
          />
        </FormField>
        <Button
          type="submit"
          :label="$t('accounts.team.makeTheLink')"
          :loading="busy"
          data-test="make-link"
        />
      </form>
    </Dialog>
  </div>
</template>
