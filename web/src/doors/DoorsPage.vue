<script setup lang="ts">
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
import { count, percent } from '../shell/format.ts'
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
  if (!door) return { text: `There is no door with the key “${embed}”.`, door: null }
  if (!door.published)
    return { text: `“${door.title}” isn’t published yet: publish a release with it.`, door }
  if (typeof site === 'string' && !door.allowedSites.includes(site))
    return {
      text: `${site} isn’t among the sites that may show “${door.title}”. Add it there, mark the door as ready, and publish.`,
      door,
    }
  return { text: `“${door.title}” is open on ${String(site)}. Reload that page.`, door: null }
})
const firstQuestionsOf = ({ firstQuestions: { en, de } }: Door) =>
  `${en.length} en, ${de.length} de`
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
        <h1>Doors</h1>
        <p class="quiet">
          The ways by which visitors come in · {{ count(state.value?.length ?? 0, 'door') }}
        </p>
      </div>
      <Button v-if="session.role === 'lead'" label="Add a door" @click="adding = true" />
    </div>
    <Message v-if="missing" severity="warn" data-test="embed-missing"
      >{{ missing.text }}
      <RouterLink v-if="missing.door" :to="`/doors/${missing.door.id}`"
        >Open the door</RouterLink
      ></Message
    >
    <Message v-if="lacksMail" severity="warn" data-test="lacks-mail"
      >No mail server is set up, so visitors are promised a reply on the page instead of by mail.
      Set SMTP_URL and start Janua again.</Message
    >
    <RemoteTable
      :state="state"
      selection-mode="single"
      @row-select="router.push(`/doors/${$event.data.id}`)"
    >
      <Column header="Door"
        ><template #body="{ data }"
          ><RouterLink :to="`/doors/${data.id}`" data-test="door"
            ><strong>{{ data.title }}</strong></RouterLink
          ></template
        ></Column
      >
      <Column header="As a page"
        ><template #body="{ data }"
          ><a v-if="data.published" :href="`/door/${data.key}`" target="_blank" rel="noopener"
            >/door/{{ data.key }}</a
          ><span v-else class="quiet">after the next release</span></template
        ></Column
      >
      <Column header="Answers from"
        ><template #body="{ data }"
          ><span class="figures">{{ percent(data.threshold) }} sure</span></template
        ></Column
      >
      <Column header="First questions"
        ><template #body="{ data }">{{ firstQuestionsOf(data) }}</template></Column
      >
      <Column header="Allowed sites"
        ><template #body="{ data }">{{
          data.allowedSites.join(', ') || 'this server only'
        }}</template></Column
      >
      <Column header="State"
        ><template #body="{ data }"
          ><StateChip :state="data.state" :published="data.published" /></template
      ></Column>
    </RemoteTable>
    <Dialog v-model:visible="adding" modal header="Add a door" :style="{ width: '400px' }">
      <form class="stack" @submit.prevent="add">
        <FormField label="Name that visitors read" :fault="faults.title">
          <InputText v-model.trim="fresh.title" required maxlength="60" autofocus />
        </FormField>
        <FormField
          label="Key, part of its address"
          hint="Small letters, digits and hyphens"
          :fault="faults.key"
        >
          <InputText v-model.trim="fresh.key" required pattern="[a-z][a-z0-9\-]{1,30}" />
        </FormField>
        <Button type="submit" label="Add it to the draft" :loading="busy" />
      </form>
    </Dialog>
  </div>
</template>
