<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { FixState, UnsettledRow } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Paginator from 'primevue/paginator'
import SelectButton from 'primevue/selectbutton'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { counted, whole } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { useListing } from '../shell/useListing.ts'
import { useRemote } from '../shell/useRemote.ts'
import FixPanel from './FixPanel.vue'
import UnsettledItem from './UnsettledItem.vue'

const ROWS = 20
const session = useSession()
const route = useRoute()
const state = ref<FixState>(
  (['open', 'in draft', 'fixed'] as const).find((each) => each === route.query.state) ?? 'open',
)
const sort = ref<'frequent' | 'newest'>('frequent')
const { search, words, offset } = useListing(() => [state.value, sort.value])
const marked = ref<string>()
const { state: page, reload: load } = useRemote('/unsettled', () => ({
  state: state.value,
  sort: sort.value,
  search: words.value,
  offset: offset.value,
  limit: ROWS,
}))
const rows = computed<UnsettledRow[]>(() => page.value.value?.rows ?? [])
const counts = computed(() => page.value.value?.counts ?? { open: 0, 'in draft': 0, fixed: 0 })
const current = computed(() => rows.value.find(({ norm }) => norm === marked.value))
const STATES = computed(() =>
  (['open', 'in draft', 'fixed'] as const).map((value) => ({
    value,
    label: `${{ open: t('coverage.words.open'), 'in draft': t('coverage.unsettled.inDraft'), fixed: t('coverage.words.fixed') }[value]} ${whole(counts.value[value])}`,
  })),
)
const SORTS = [
  { value: 'frequent', label: t('coverage.unsettled.mostFrequent') },
  { value: 'newest', label: t('coverage.unsettled.newest') },
]
const EMPTY: Record<FixState, string> = {
  open: t('coverage.unsettled.nothingIsOpenEvery'),
  'in draft': t('coverage.unsettled.noFixWaitsIn'),
  fixed: t('coverage.unsettled.nothingHasBeenFixed'),
}

watch(
  rows,
  (now) => {
    if (!now.some(({ norm }) => norm === marked.value)) marked.value = now[0]?.norm
  },
  { immediate: true },
)
async function fixed(): Promise<void> {
  await Promise.all([load(), session.refreshRelease()])
}
function step(by: number): void {
  const at = rows.value.findIndex(({ norm }) => norm === marked.value)
  marked.value = rows.value[Math.min(rows.value.length - 1, Math.max(0, at + by))]?.norm
  document.querySelector('[data-marked="true"]')?.scrollIntoView({ block: 'nearest' })
}
onKeyStroke(['j', 'k', 'Enter'], (event) => {
  if (
    typingSomewhere(event) ||
    (event.key === 'Enter' && (event.target as HTMLElement).closest('button, a'))
  )
    return
  if (event.key !== 'Enter') return step(event.key === 'j' ? 1 : -1)
  event.preventDefault()
  document.querySelector<HTMLElement>('[data-test="fix-phrasing"]')?.focus()
})
</script>

<template>
  <div class="page columns">
    <section>
      <h1>
        {{
          $t('coverage.unsettled.differentGotNoAnswer', {
            open: whole(counts.open),
            open2:
              counts.open === 1
                ? $t('coverage.unsettled.question')
                : $t('coverage.unsettled.questions'),
          })
        }}
      </h1>
      <p class="quiet lead">
        {{ $t('coverage.unsettled.equalOnesTogetherOpen') }}
      </p>
      <div class="row tools">
        <SelectButton
          v-model="state"
          :options="STATES"
          option-label="label"
          option-value="value"
          :allow-empty="false"
          :aria-label="$t('common.state')"
          data-test="states"
        />
        <InputText
          v-model="search"
          size="small"
          class="grow"
          :placeholder="$t('coverage.unsettled.searchTheseQuestions')"
          :aria-label="$t('common.search')"
          data-test="search"
        />
        <SelectButton
          v-model="sort"
          :options="SORTS"
          option-label="label"
          option-value="value"
          :allow-empty="false"
          size="small"
          :aria-label="$t('coverage.unsettled.order')"
        />
      </div>
      <Message v-if="page.status === 'failed'" severity="error">{{ page.reason }}</Message>
      <div v-if="page.status === 'ready' && rows.length === 0" class="empty panel">
        <p>{{ search ? $t('coverage.unsettled.noSuchQuestion') : EMPTY[state] }}</p>
      </div>
      <ul v-else>
        <UnsettledItem
          v-for="row in rows"
          :key="row.norm"
          :row="row"
          :marked="row.norm === marked"
          @open="marked = row.norm"
        />
      </ul>
      <Paginator
        v-if="(page.value?.total ?? 0) > ROWS"
        :rows="ROWS"
        :total-records="page.value?.total"
        :first="offset"
        template="PrevPageLink CurrentPageReport NextPageLink"
        :current-page-report-template="
          $t('coverage.unsettled.firstToLastOf', {
            question: counted('units.question', page.value?.total ?? 0),
          })
        "
        @page="offset = $event.first"
      />
    </section>
    <FixPanel
      v-if="current"
      :key="`${current.norm}-${current.state}`"
      :row="current"
      @fixed="fixed"
    />
  </div>
</template>

<style scoped>
.lead {
  margin: 4px 0 14px;
}
.tools {
  margin-bottom: 10px;
}
ul {
  list-style: none;
  padding: 0;
  border-top: 1px solid var(--ink);
}
</style>
