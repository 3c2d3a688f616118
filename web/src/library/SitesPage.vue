<script setup lang="ts">
import { MAX_SITE_PAGES, type Site, type SiteInput, type SiteLook } from '@janua/contracts'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { computed, onMounted, shallowRef } from 'vue'
import { count } from '../shell/format.ts'
import FormField from '../shell/FormField.vue'
import { useConfirmed } from '../shell/useConfirmed.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useForm } from '../shell/useForm.ts'
import SiteCard from './SiteCard.vue'
import { useSites } from './useSites.ts'

const session = useSession()
const { run, busy } = useAction()
const { sites, hosts, failure, load, look, save, forget, read, stop, drop, takeOver, allow } =
  useSites()
const confirmed = useConfirmed()
const isLead = computed(() => session.role === 'lead')
const editing = shallowRef<Site | 'new'>()
const {
  values: input,
  faults,
  busy: storing,
  submit,
  reset,
} = useForm(blank, (given) => {
  const site = editing.value
  return save(site === 'new' || !site ? null : site.id, given)
})
const looked = shallowRef<SiteLook>()
const EVERY = [
  { value: 0, label: 'By hand only' },
  { value: 1, label: 'Every day' },
  { value: 7, label: 'Every week' },
  { value: 30, label: 'Every month' },
]
const host = computed(() =>
  URL.canParse(input.value.address) ? new URL(input.value.address).host : '',
)
const unknownHost = computed(() => host.value !== '' && !hosts.value.includes(host.value))

onMounted(load)
function blank(): SiteInput {
  return { address: '', collection: '', pageLimit: 200, everyDays: null }
}
function edit(site: Site | 'new'): void {
  editing.value = site
  looked.value = undefined
  if (site === 'new') reset()
  else {
    const { address, collection, pageLimit, everyDays } = site
    reset({ address, collection, pageLimit, everyDays })
  }
}
async function forgetSite(site: Site): Promise<void> {
  const wanted = await confirmed({
    header: `Forget ${site.address}?`,
    message:
      'It is not read again. Its pages stay in the library and are kept up by hand from now on.',
    accept: 'Forget it',
  })
  if (wanted)
    await run(() => forget(site.id), 'The site is forgotten; its pages stay in the library')
}
async function disallow(host: string): Promise<void> {
  const wanted = await confirmed({
    header: `Read nothing from ${host} any more?`,
    message: 'Sites on this host are not read again until it is allowed again.',
    accept: 'Do not allow it',
  })
  if (wanted) await run(() => allow(hosts.value.filter((each) => each !== host)))
}
async function peek(): Promise<void> {
  looked.value = await run(() => look(input.value.address))
}
async function store(): Promise<void> {
  if (await submit()) editing.value = undefined
}
async function taken(site: Site, addresses: string[]): Promise<void> {
  await run(
    () => takeOver(site.id, addresses),
    `${count(addresses.length, 'page')} taken into the draft, ready to publish`,
  )
  await session.refreshRelease()
}
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>Sites</h1>
        <p class="quiet">
          Pages of web sites that the assistant answers from. What changed there is shown before
          anything is taken over.
        </p>
      </div>
      <Button label="Add a site" data-test="add-site" @click="edit('new')" />
    </div>
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <p class="row hosts">
      <span class="small quiet">Hosts that may be read:</span
      ><span v-for="one in hosts" :key="one" class="chip"
        >{{ one }}
        <button
          v-if="isLead"
          type="button"
          class="bare"
          :aria-label="`Do not allow ${one}`"
          @click="disallow(one)"
        >
          ×
        </button></span
      ><span v-if="hosts.length === 0" class="small quiet">none yet</span>
    </p>
    <div v-if="sites?.length === 0" class="empty panel">
      <p>No site yet. Add the address of your help pages: its sitemap is read, else its links.</p>
    </div>
    <div class="stack">
      <SiteCard
        v-for="site in sites"
        :key="site.id"
        :site="site"
        :busy="busy"
        @edit="edit(site)"
        @read="run(() => read(site.id))"
        @stop="run(() => stop(site.id))"
        @drop="run(() => drop(site.id))"
        @forget="forgetSite(site)"
        @take="taken(site, $event)"
      />
    </div>
    <Dialog
      :visible="editing !== undefined"
      modal
      :header="editing === 'new' ? 'Add a site' : 'Change a site'"
      :style="{ width: '600px' }"
      @update:visible="editing = undefined"
    >
      <form v-if="editing" class="stack" @submit.prevent="store">
        <FormField label="Address; pages below it are read" :fault="faults.address">
          <InputText
            v-model.trim="input.address"
            type="url"
            required
            placeholder="https://www.example.com/help/"
            autofocus
            data-test="site-address"
          />
        </FormField>
        <Message v-if="unknownHost" severity="warn"
          ><span class="row"
            ><span class="grow">{{ host }} is not among the hosts that may be read.</span
            ><Button
              v-if="isLead"
              size="small"
              :label="`Allow ${host}`"
              data-test="allow-host"
              @click="run(() => allow([...hosts, host]))"
            /><template v-else>A lead can allow it.</template></span
          ></Message
        >
        <div class="row">
          <FormField label="At most so many pages" :fault="faults.pageLimit">
            <InputNumber
              v-model="input.pageLimit"
              :min="1"
              :max="MAX_SITE_PAGES"
              show-buttons
              input-class="limit"
            />
          </FormField>
          <FormField label="Read it again" :fault="faults.everyDays">
            <Select
              :model-value="input.everyDays ?? 0"
              :options="EVERY"
              option-label="label"
              option-value="value"
              aria-label="Read it again"
              @update:model-value="input.everyDays = $event || null"
            />
          </FormField>
          <FormField class="grow" label="Collection" :fault="faults.collection">
            <InputText v-model.trim="input.collection" maxlength="80" />
          </FormField>
        </div>
        <p v-if="looked" role="status" data-test="looked">
          {{
            looked.by === 'sitemap'
              ? `Its sitemap names ${count(looked.pages ?? 0, 'page')} below this address; ${Math.min(looked.pages ?? 0, input.pageLimit)} would be read.`
              : `It has no sitemap: links below this address are followed, up to ${count(input.pageLimit, 'page')}.`
          }}
        </p>
        <div class="row">
          <Button
            outlined
            label="Look first"
            :disabled="!host || unknownHost"
            :loading="busy"
            data-test="look"
            @click="peek"
          /><span class="grow" /><Button
            type="submit"
            :label="editing === 'new' ? 'Add it' : 'Save'"
            :disabled="unknownHost"
            :loading="storing"
            data-test="save-site"
          />
        </div>
      </form>
    </Dialog>
  </div>
</template>

<style scoped>
.hosts {
  margin-bottom: 14px;
}
.chip {
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
  padding: 1px 8px;
  font-size: var(--text-small);
}
.chip .bare {
  text-decoration: none;
  color: var(--muted);
}
:deep(.limit) {
  width: 90px;
}
</style>
