<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Door } from '@janua/contracts'
import Button from 'primevue/button'
import Column from 'primevue/column'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import StateChip from '../library/StateChip.vue'
import { post } from '../shell/api.ts'
import { counted, percent } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import FormField from '../shell/FormField.vue'
import { useForm } from '../shell/useForm.ts'
import RemoteTable from '../shell/RemoteTable.vue'
import { useRemote } from '../shell/useRemote.ts'

const session = useSession()
const router = useRouter()
const { state } = useRemote('/doors')
const { state: system } = useRemote('/system', undefined, { when: () => session.role === 'lead' })
const route = useRoute()
/** A page shows this door's tag, but not the door: what is missing. */
const missing = computed(() => {
  const { embed, site } = route.query
  if (typeof embed !== 'string' || state.value.status !== 'ready') return null
  const door = state.value.value.find(({ key }) => key === embed)
  if (!door) return { text: t('doors.doors.thereIsNoDoor', { embed }), door: null }
  if (!door.published)
    return { text: t('doors.doors.isntPublishedYetPublish', { door: door.title }), door }
  if (typeof site === 'string' && !door.allowedSites.includes(site))
    return {
      text: t('doors.doors.isntAmongTheSites', { site, door: door.title }),
      door,
    }
  return {
    text: t('doors.doors.isOpenOnReload', { door: door.title, site: String(site) }),
    door: null,
  }
})
const firstQuestionsOf = ({ firstQuestions: { en, de } }: Door) =>
  t('doors.doors.enDe', { en: en.length, de: de.length })
/** Visitors are told that the reply comes to the page, not by mail. */
const lacksMail = computed(() => system.value.value?.mail.isSetUp === false)
const adding = ref(false)
const {
  values: fresh,
  faults,
  busy,
  submit,
} = useForm(
  () => ({ title: '', key: '' }),
  (body) => post('/doors', body),
)

async function add(): Promise<void> {
  const made = await submit()
  if (made) await router.push(`/doors/${made.id}`)
}
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>{{ $t('common.doors') }}</h1>
        <p class="quiet">
          {{
            $t('doors.doors.theWaysByWhich', {
              door: counted('units.door', state.value?.length ?? 0),
            })
          }}
        </p>
      </div>
      <Button
        v-if="session.role === 'lead'"
        :label="$t('doors.doors.addADoor')"
        @click="adding = true"
      />
    </div>
    <Message v-if="missing" severity="warn" data-test="embed-missing"
      >{{ missing.text }}
      <RouterLink v-if="missing.door" :to="`/doors/${missing.door.id}`">{{
        $t('doors.doors.openTheDoor')
      }}</RouterLink></Message
    >
    <Message v-if="lacksMail" severity="warn" data-test="lacks-mail"
      >{{ $t('doors.doors.noMailServerIs') }}
      <RouterLink to="/mail">{{ $t('system.system.setUpMail') }}</RouterLink></Message
    >
    <RemoteTable
      :state="state"
      selection-mode="single"
      @row-select="router.push(`/doors/${$event.data.id}`)"
    >
      <Column :header="$t('common.door')"
        ><template #body="{ data }"
          ><RouterLink :to="`/doors/${data.id}`" data-test="door"
            ><strong>{{ data.title }}</strong></RouterLink
          ></template
        ></Column
      >
      <Column :header="$t('doors.doors.asAPage')"
        ><template #body="{ data }"
          ><a v-if="data.published" :href="`/door/${data.key}`" target="_blank" rel="noopener">{{
            $t('doors.doors.door', { key: data.key })
          }}</a
          ><span v-else class="quiet">{{ $t('doors.doors.afterTheNextRelease') }}</span></template
        ></Column
      >
      <Column :header="$t('doors.doors.answersFrom')"
        ><template #body="{ data }"
          ><span class="figures">{{
            $t('doors.doors.sure', { threshold: percent(data.threshold) })
          }}</span></template
        ></Column
      >
      <Column :header="$t('doors.doors.firstQuestions')"
        ><template #body="{ data }">{{ firstQuestionsOf(data) }}</template></Column
      >
      <Column :header="$t('doors.doors.allowedSites')"
        ><template #body="{ data }">{{
          data.allowedSites.join(', ') || $t('doors.doors.thisServerOnly')
        }}</template></Column
      >
      <Column :header="$t('common.state')"
        ><template #body="{ data }"
          ><StateChip :state="data.state" :published="data.published" /></template
      ></Column>
    </RemoteTable>
    <Dialog
      v-model:visible="adding"
      modal
      :header="$t('doors.doors.addADoor')"
      :style="{ width: '400px' }"
    >
      <form class="stack" @submit.prevent="add">
        <FormField :label="$t('doors.doors.nameThatVisitorsRead')" :fault="faults.title">
          <InputText v-model.trim="fresh.title" required maxlength="60" autofocus />
        </FormField>
        <FormField
          :label="$t('doors.doors.keyPartOfIts')"
          :hint="$t('doors.doors.smallLettersDigitsAnd')"
          :fault="faults.key"
        >
          <InputText v-model.trim="fresh.key" required pattern="[a-z][a-z0-9\-]{1,30}" />
        </FormField>
        <Button type="submit" :label="$t('doors.doors.addItToThe')" :loading="busy" />
      </form>
    </Dialog>
  </div>
</template>
