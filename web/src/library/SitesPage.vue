<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import { MAX_SITE_PAGES, type Site, type SiteInput, type SiteLook } from '@janua/contracts'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { computed, onMounted, shallowRef } from 'vue'
import { counted } from '../shell/format.ts'
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
  { value: 0, label: t('library.sites.byHandOnly') },
  { value: 1, label: t('library.sites.everyDay') },
  { value: 7, label: t('library.sites.everyWeek') },
  { value: 30, label: t('library.sites.everyMonth') },
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
    header: t('library.sites.forget', { address: site.address }),
    message: t('library.sites.itIsNotRead'),
    accept: t('library.sites.forgetIt'),
  })
  if (wanted) await run(() => forget(site.id), t('library.sites.theSiteIsForgotten'))
}
async function disallow(host: string): Promise<void> {
  const wanted = await confirmed({
    header: t('library.sites.readNothingFromAny', { host }),
    message: t('library.sites.sitesOnThisHost'),
    accept: t('library.sites.doNotAllowIt'),
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
    t('library.sites.takenIntoTheDraft', { page: counted('units.page', addresses.length) }),
  )
  await session.refreshRelease()
}
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>{{ $t('library.sites.sites') }}</h1>
        <p class="quiet">
          {{ $t('library.sites.pagesOfWebSites') }}
        </p>
      </div>
      <Button :label="$t('library.sites.addASite')" data-test="add-site" @click="edit('new')" />
    </div>
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <p class="row hosts">
      <span class="small quiet">{{ $t('library.sites.hostsThatMayBe') }}</span><span
        v-for="one in hosts"
        :key="one"
        class="chip"
        >{{ one }}
        <button
          v-if="isLead"
          type="button"
          class="bare"
          :aria-label="$t('library.sites.doNotAllow', { one })"
          @click="disallow(one)"
        >
          ×
        </button></span
      ><span v-if="hosts.length === 0" class="small quiet">{{ $t('library.sites.noneYet') }}</span>
    </p>
    <div v-if="sites?.length === 0" class="empty panel">
      <p>{{ $t('library.sites.noSiteYetAdd') }}</p>
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
      :header="editing === 'new' ? $t('library.sites.addASite') : $t('library.sites.changeASite')"
      :style="{ width: '600px' }"
      @update:visible="editing = undefined"
    >
      <form v-if="editing" class="stack" @submit.prevent="store">
        <FormField :label="$t('library.sites.addressPagesBelowIt')" :fault="faults.address">
          <InputText
            v-model.trim="input.address"
            type="url"
            required
            :placeholder="$t('library.sites.httpsWwwExampleCom')"
            autofocus
            data-test="site-address"
          />
        </FormField>
        <Message v-if="unknownHost" severity="warn"
          ><span class="row"
            ><span class="grow">{{ $t('library.sites.isNotAmongThe', { host }) }}</span
            ><Button
              v-if="isLead"
              size="small"
              :label="$t('library.sites.allow', { host })"
              data-test="allow-host"
              @click="run(() => allow([...hosts, host]))"
            /><template v-else>{{ $t('library.sites.aLeadCanAllow') }}</template></span
          ></Message
        >
        <div class="row">
          <FormField :label="$t('library.sites.atMostSoMany')" :fault="faults.pageLimit">
            <InputNumber
              v-model="input.pageLimit"
              :min="1"
              :max="MAX_SITE_PAGES"
              show-buttons
              input-class="limit"
            />
          </FormField>
          <FormField :label="$t('library.sites.readItAgain')" :fault="faults.everyDays">
            <Select
              :model-value="input.everyDays ?? 0"
              :options="EVERY"
              option-label="label"
              option-value="value"
              :aria-label="$t('library.sites.readItAgain')"
              @update:model-value="input.everyDays = $event || null"
            />
          </FormField>
          <FormField class="grow" :label="$t('common.collection')" :fault="faults.collection">
            <InputText v-model.trim="input.collection" maxlength="80" />
          </FormField>
        </div>
        <p v-if="looked" role="status" data-test="looked">
          {{
            looked.by === 'sitemap'
              ? $t('library.sites.itsSitemapNamesBelow', {
                  page: counted('units.page', looked.pages ?? 0),
                  pageLimit: Math.min(looked.pages ?? 0, input.pageLimit),
                })
              : $t('library.sites.itHasNoSitemap', { page: counted('units.page', input.pageLimit) })
          }}
        </p>
        <div class="row">
          <Button
            outlined
            :label="$t('library.sites.lookFirst')"
            :disabled="!host || unknownHost"
            :loading="busy"
            data-test="look"
            @click="peek"
          /><span class="grow" /><Button
            type="submit"
            :label="editing === 'new' ? $t('library.sites.addIt') : $t('common.save')"
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
