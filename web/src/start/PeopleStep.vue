<script setup lang="ts">
import { type Role, ROLES, type StartView } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import MultiSelect from 'primevue/multiselect'
import Select from 'primevue/select'
import HoursTable from '../doors/HoursTable.vue'
import FormField from '../shell/FormField.vue'
import { t } from '../shell/i18n.ts'
import { useSession } from '../shell/session.ts'
import { usePeople } from './usePeople.ts'

/** Who takes over: members of the queue, when they are there, and who else is to come in. */
const { view } = defineProps<{ view: StartView }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const { lacksMail, people, members, hours, busy, store, invited, faults, inviting, invite, link } =
  usePeople(
    () => view,
    () => emit('changed'),
  )
const ROLE_NAMES: Record<Role, string> = {
  lead: t('accounts.team.leadAllOfIt'),
  editor: t('accounts.team.editorLibraryAndRehearsal'),
  agent: t('accounts.team.agentDesk'),
}
const ROLE_OPTIONS = ROLES.map((value) => ({ value, label: ROLE_NAMES[value] }))
</script>

<template>
  <section class="panel stack">
    <h1>{{ $t('start.people.title') }}</h1>
    <p class="quiet">{{ $t('start.people.why') }}</p>
    <form v-if="view.queue && hours" class="stack" @submit.prevent="store">
      <FormField :label="$t('start.people.members', { queue: view.queue.name })"
        ><MultiSelect
          v-model="members"
          :options="people"
          option-label="name"
          option-value="id"
          display="chip"
          :placeholder="$t('start.people.nobody')"
          data-test="members"
      /></FormField>
      <div>
        <h2>{{ $t('start.people.hours') }}</h2>
        <p class="small quiet">{{ $t('start.people.hoursWhy', { zone: view.door!.timeZone }) }}</p>
      </div>
      <HoursTable v-model="hours" />
      <Message v-if="lacksMail" severity="info" data-test="start-lacks-mail"
        >{{ $t('start.people.lacksMail') }}
        <RouterLink to="/mail">{{ $t('system.system.setUpMail') }}</RouterLink></Message
      >
      <div class="row end">
        <span class="small quiet grow">{{
          session.user!.presence === 'here'
            ? $t('start.people.youAreOnline')
            : $t('start.people.youWillBe')
        }}</span>
        <Button
          type="submit"
          :label="$t('start.people.save')"
          :loading="busy"
          data-test="people-save"
        />
      </div>
    </form>
  </section>
  <section class="panel stack">
    <h2>{{ $t('start.people.invite') }}</h2>
    <p class="small quiet">{{ $t('start.people.inviteWhy') }}</p>
    <form class="row" @submit.prevent="invite">
      <FormField class="grow" :label="$t('start.people.name')" :fault="faults.name"
        ><InputText v-model.trim="invited.name" required
      /></FormField>
      <FormField class="grow" :label="$t('start.people.mail')" :fault="faults.mail"
        ><InputText v-model.trim="invited.mail" type="email" required
      /></FormField>
      <FormField :label="$t('start.people.role')"
        ><Select
          v-model="invited.role"
          :options="ROLE_OPTIONS"
          option-label="label"
          option-value="value"
      /></FormField>
      <Button
        type="submit"
        outlined
        :label="$t('start.people.makeLink')"
        :loading="inviting"
        data-test="invite"
      />
    </form>
    <Message v-if="link" severity="success" data-test="invited"
      ><p>{{ $t('start.people.linkFor', { name: link.name }) }}</p>
      <code>{{ link.url }}</code></Message
    >
  </section>
</template>

<style scoped>
.stack h2 {
  font-size: var(--text-body);
}
:deep(.p-multiselect) {
  max-width: 100%;
}
:deep(.p-multiselect-label) {
  flex-wrap: wrap;
  white-space: normal;
}
.stack :deep(.field) {
  min-width: 0;
}
code {
  overflow-wrap: anywhere;
}
.row {
  align-items: end;
  flex-wrap: wrap;
}
</style>
