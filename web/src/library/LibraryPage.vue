<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ArticleRow } from '@janua/contracts'
import Button from 'primevue/button'
import Column from 'primevue/column'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { post } from '../shell/api.ts'
import { counted, day, moment, whole } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import RemoteTable from '../shell/RemoteTable.vue'
import ImportPanel from './ImportPanel.vue'
import { itemPath } from './itemPaths.ts'
import StateChip from './StateChip.vue'
import { useLibraryList } from './useLibraryList.ts'

const STATES = [
  { label: t('library.library.live'), value: 'live' },
  { label: t('library.library.ready'), value: 'ready' },
  { label: t('library.library.inWork'), value: 'in work' },
  { label: t('library.library.reviewIsDue'), value: 'due' },
]
const SHOWN = [
  { label: t('library.library.articles'), value: 'article' },
  { label: t('library.library.documents'), value: 'document' },
]

const { kind } = defineProps<{ kind: 'article' | 'fixed' }>()
const session = useSession()
const router = useRouter()
const { run } = useAction()
const {
  settings,
  search,
  collection,
  standing,
  shown,
  offset,
  state: page,
  collections,
  isFiltered,
  sortBy,
  clearFilters,
  reload,
} = useLibraryList(() => kind)
const importing = ref(false)
const mayWrite = computed(() => session.role !== 'agent')
const heading = computed(() =>
  kind === 'fixed' ? t('library.library.fixedAnswers') : t('library.library.library'),
)

const open = (row: ArticleRow) => router.push(itemPath(row.kind, row.id))
async function write(): Promise<void> {
  const empty = {
    kind,
    title: kind === 'fixed' ? t('library.library.newFixedAnswer') : t('library.library.newArticle'),
    collection: collection.value,
    phrasings: [],
    body: '',
    reviewOn: null,
    ready: false,
  }
  const made = await run(() => post('/articles', empty))
  if (made) await router.push(itemPath(kind, made.id))
}
async function imported(): Promise<void> {
  offset.value = 0
  await Promise.all([reload(), session.refreshRelease()])
}
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>{{ heading }}</h1>
        <p class="quiet">
          {{
            kind === 'fixed'
              ? $t('library.library.repliesGivenWordFor')
              : $t('library.library.whatTheAssistantAnswers')
          }}
          ·
          {{
            counted(
              kind === 'fixed' ? 'units.fixedAnswer' : 'units.articleOrDocument',
              page.value?.all ?? 0,
            )
          }}
        </p>
      </div>
      <template v-if="mayWrite">
        <a v-if="kind === 'article'" href="/api/export" download class="out" data-test="export">{{
          $t('library.library.takeItAllOut')
        }}</a>
        <Button
          v-if="kind === 'article'"
          outlined
          :label="$t('library.library.bringInFiles')"
          data-test="import"
          @click="importing = !importing"
        />
        <Button
          :label="
            $t('library.library.write', {
              article:
                kind === 'fixed'
                  ? $t('library.library.aFixedAnswer')
                  : $t('library.library.anArticle'),
            })
          "
          data-test="write"
          @click="write"
        />
      </template>
    </div>
    <ImportPanel v-if="kind === 'article' && mayWrite" :open="importing" @done="imported" />
    <div class="row filters">
      <InputText
        v-model="search"
        class="grow"
        :placeholder="$t('library.library.searchTitleAndText')"
        :aria-label="$t('library.library.searchTitleAndText')"
        data-test="search"
      />
      <Select
        v-if="kind === 'article'"
        :model-value="collection || null"
        :options="collections"
        :placeholder="$t('library.library.allCollections')"
        show-clear
        :aria-label="$t('common.collection')"
        @update:model-value="collection = $event ?? ''"
      />
      <Select
        v-if="kind === 'article'"
        :model-value="shown === 'library' ? null : shown"
        :options="SHOWN"
        option-label="label"
        option-value="value"
        :placeholder="$t('library.library.articlesAndDocuments')"
        show-clear
        :aria-label="$t('library.library.kind')"
        @update:model-value="shown = $event ?? 'library'"
      />
      <Select
        :model-value="standing || null"
        :options="STATES"
        option-label="label"
        option-value="value"
        :placeholder="$t('library.library.anyState')"
        show-clear
        :aria-label="$t('common.state')"
        @update:model-value="standing = $event ?? ''"
      />
    </div>
    <RemoteTable
      v-model:offset="offset"
      :state="page"
      :page-size="settings.limit"
      :rows-per-page-options="[25, 50, 100]"
      :sort-field="settings.sort"
      :sort-order="settings.order === 'asc' ? 1 : -1"
      selection-mode="single"
      data-test="articles"
      @page-size="settings.limit = $event"
      @sort="sortBy($event.sortField, $event.sortOrder)"
      @row-select="open($event.data)"
    >
      <template #empty>
        <div class="empty">
          <template v-if="isFiltered"
            ><p>{{ $t('library.library.nothingFits') }}</p>
            <Button text :label="$t('library.library.showAll')" @click="clearFilters"
          /></template>
          <p v-else-if="kind === 'article'">
            {{ $t('library.library.thereIsNothingTo') }}
          </p>
          <p v-else>{{ $t('library.library.noFixedAnswersYet') }}</p>
        </div>
      </template>
      <Column field="title" :header="$t('common.title')" sortable
        ><template #body="{ data }"
          ><RouterLink :to="itemPath(data.kind, data.id)" class="title" data-test="article">{{
            data.title
          }}</RouterLink
          ><span v-if="data.kind === 'document'" class="quiet small"
            >{{ ' ' }}{{ $t('library.library.document') }}</span
          ></template
        ></Column
      >
      <Column
        v-if="kind === 'article'"
        field="collection"
        :header="$t('common.collection')"
        sortable
      />
      <Column :header="$t('library.library.phrasings')"
        ><template #body="{ data }"
          ><span class="figures">{{ data.phrasings }}</span></template
        ></Column
      >
      <Column field="words" :header="$t('library.library.words')" sortable
        ><template #body="{ data }"
          ><span class="figures">{{ whole(data.words) }}</span></template
        ></Column
      >
      <Column field="reviewOn" :header="$t('library.library.review')" sortable
        ><template #body="{ data }"
          ><span class="figures">{{ data.reviewOn ? day(data.reviewOn) : '–' }}</span></template
        ></Column
      >
      <Column :header="$t('common.state')"
        ><template #body="{ data }"
          ><StateChip :state="data.state" :published="data.published" /></template
      ></Column>
      <Column field="updatedAt" :header="$t('library.library.changed')" sortable
        ><template #body="{ data }"
          ><span class="figures">{{ moment(data.updatedAt) }}</span
          ><span class="quiet"> · {{ data.updatedBy }}</span></template
        ></Column
      >
    </RemoteTable>
  </div>
</template>

<style scoped>
.title {
  color: var(--ink);
  font-weight: 600;
  text-decoration: none;
}
.title:hover {
  text-decoration: underline;
}
.filters {
  margin-bottom: 14px;
}
.out {
  font-size: var(--text-small);
  align-self: center;
}
</style>
