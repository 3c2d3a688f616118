<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import { GAP_STATES, type GapState } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Paginator from 'primevue/paginator'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { counted, day, moment, whole } from '../shell/format.ts'
import { typingSomewhere } from '../shell/typing.ts'
import GapTable from './GapTable.vue'
import HowCounted from './HowCounted.vue'
import { GAP_ROWS, useGapList } from './useGapList.ts'
import { STATE_WORDS } from './words.ts'

const router = useRouter()
const { gapState, sort, search, offset, state, list, rows, marked, step, topics, regroup, busy } =
  useGapList(useRoute().query.state)
const STATES = computed(() =>
  GAP_STATES.map((value) => ({
    value,
    label: `${STATE_WORDS[value]} ${whole(list.value?.counts[value] ?? 0)}`,
  })),
)
const SORTS = [
  { value: 'worth', label: t('coverage.gaps.worthMost') },
  { value: 'volume', label: t('coverage.gaps.askedMost') },
  { value: 'newest', label: t('coverage.gaps.growing') },
  { value: 'coverage', label: t('coverage.gaps.coveredLeast') },
]
const EMPTY: Record<GapState, string> = {
  open: t('coverage.gaps.noGapIsOpen'),
  'in work': t('coverage.gaps.nobodyWorksOnA'),
  'in draft': t('coverage.gaps.noFixOfA'),
  published: t('coverage.gaps.noPublishedFixWaits'),
  fixed: t('coverage.gaps.noGapIsFixed'),
  'will not cover': t('coverage.gaps.thereIsNothingThat'),
}

onKeyStroke(['j', 'k', 'Enter'], (event) => {
  const isPressed = event.key === 'Enter' && (event.target as HTMLElement).closest('button, a')
  if (typingSomewhere(event) || isPressed) return
  if (event.key === 'Enter') return void (marked.value && router.push(`/gaps/${marked.value}`))
  step(event.key === 'j' ? 1 : -1)
  document.querySelector('[data-marked="true"]')?.scrollIntoView({ block: 'nearest' })
})
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1 data-test="gaps-head">
          <template v-if="list">{{
            $t('coverage.gaps.worthUpToRight', {
              openGap: counted('units.openGap', list.counts.open),
              worth: Math.round(list.worth),
            })
          }}</template><template v-else>{{ $t('coverage.gaps.gaps') }}</template>
        </h1>
        <p v-if="list" class="quiet">
          <i18n-t keypath="coverage.gaps.whatPeopleAskIn" scope="global"
            ><template #link
              ><RouterLink to="/unsettled">{{
                $t('coverage.gaps.fixedOneByOne')
              }}</RouterLink></template
            ><template #from>{{ day(list.weeks.from) }}</template
            ><template #to>{{ day(list.weeks.to) }}</template
            ><template #wording>{{ counted('units.wording', list.alone) }}</template></i18n-t
          >
        </p>
      </div>
      <Button
        v-if="topics"
        text
        size="small"
        :label="topics.running ? $t('coverage.gaps.grouping') : $t('coverage.gaps.groupAnew')"
        :disabled="topics.running"
        :loading="busy"
        :title="
          topics.at
            ? $t('coverage.gaps.grouped', {
                at: moment(topics.at),
                topics: topics.topics,
                wordings: counted('units.wording', topics.wordings),
              })
            : ''
        "
        data-test="regroup"
        @click="regroup"
      />
    </div>
    <div class="row tools">
      <SelectButton
        v-model="gapState"
        :options="STATES"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        size="small"
        :aria-label="$t('common.state')"
        data-test="gap-states"
      />
      <InputText
        v-model="search"
        size="small"
        class="grow"
        :placeholder="$t('coverage.gaps.searchTopics')"
        :aria-label="$t('coverage.gaps.searchTopics')"
        data-test="search"
      />
      <Select
        v-model="sort"
        :options="SORTS"
        option-label="label"
        option-value="value"
        size="small"
        :aria-label="$t('coverage.gaps.order')"
      />
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <div v-if="state.status === 'ready' && rows.length === 0" class="empty panel">
      <p>{{ search ? $t('coverage.gaps.noSuchTopic') : EMPTY[gapState] }}</p>
    </div>
    <GapTable v-else-if="rows.length" :rows="rows" :marked="marked" states />
    <Paginator
      v-if="(list?.total ?? 0) > GAP_ROWS"
      :rows="GAP_ROWS"
      :total-records="list?.total"
      :first="offset"
      template="PrevPageLink CurrentPageReport NextPageLink"
      :current-page-report-template="
        $t('coverage.gaps.firstToLastOf', { gap: counted('units.gap', list?.total ?? 0) })
      "
      @page="offset = $event.first"
    />
    <HowCounted class="how">{{ $t('coverage.gaps.aTopicIsA') }}</HowCounted>
  </div>
</template>

<style scoped>
.tools {
  margin-bottom: 10px;
  flex-wrap: nowrap;
}
.how {
  margin-top: 14px;
}
@media (width <= 960px) {
  .tools {
    flex-wrap: wrap;
  }
}
</style>
