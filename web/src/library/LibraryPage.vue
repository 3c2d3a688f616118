<script setup lang="ts">
import type { ArticleRow } from '@janua/contracts'
import Button from 'primevue/button'
import Column from 'primevue/column'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { post } from '../shell/api.ts'
import { count, day, moment, whole } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import RemoteTable from '../shell/RemoteTable.vue'
import ImportPanel from './ImportPanel.vue'
import { itemPath } from './itemPaths.ts'
import StateChip from './StateChip.vue'
import { useLibraryList } from './useLibraryList.ts'

const STATES = [
  { label: 'Live', value: 'live' },
  { label: 'Ready', value: 'ready' },
  { label: 'In work', value: 'in work' },
  { label: 'Review is due', value: 'due' },
]
const SHOWN = [
  { label: 'Articles', value: 'article' },
  { label: 'Documents', value: 'document' },
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
const words = computed(() =>
  kind === 'fixed'
    ? { one: 'fixed answer', title: 'Fixed answers' }
    : { one: 'article', title: 'Library' },
)

const open = (row: ArticleRow) => router.push(itemPath(row.kind, row.id))
async function write(): Promise<void> {
  const empty = {
    kind,
    title: kind === 'fixed' ? 'New fixed answer' : 'New article',
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
        <h1>{{ words.title }}</h1>
        <p class="quiet">
          {{
            kind === 'fixed'
              ? 'Replies given word for word, for delicate questions'
              : 'What the assistant answers from'
          }}
          ·
          {{
            count(
              page.value?.all ?? 0,
              words.one,
              kind === 'fixed' ? undefined : 'articles and documents',
            )
          }}
        </p>
      </div>
      <template v-if="mayWrite">
        <a v-if="kind === 'article'" href="/api/export" download class="out" data-test="export"
          >Take it all out (ZIP)</a
        >
        <Button
          v-if="kind === 'article'"
          outlined
          label="Bring in files"
          data-test="import"
          @click="importing = !importing"
        />
        <Button
          :label="`Write ${kind === 'fixed' ? 'a fixed answer' : 'an article'}`"
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
        placeholder="Search title and text"
        aria-label="Search title and text"
        data-test="search"
      />
      <Select
        v-if="kind === 'article'"
        :model-value="collection || null"
        :options="collections"
        placeholder="All collections"
        show-clear
        aria-label="Collection"
        @update:model-value="collection = $event ?? ''"
      />
      <Select
        v-if="kind === 'article'"
        :model-value="shown === 'library' ? null : shown"
        :options="SHOWN"
        option-label="label"
        option-value="value"
        placeholder="Articles and documents"
        show-clear
        aria-label="Kind"
        @update:model-value="shown = $event ?? 'library'"
      />
      <Select
        :model-value="standing || null"
        :options="STATES"
        option-label="label"
        option-value="value"
        placeholder="Any state"
        show-clear
        aria-label="State"
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
            ><p>Nothing fits.</p>
            <Button text label="Show all" @click="clearFilters"
          /></template>
          <p v-else-if="kind === 'article'">
            There is nothing to answer from yet. Drop a folder of help pages here, or write the
            first article.
          </p>
          <p v-else>No fixed answers yet. Write one where the wording must be exactly yours.</p>
        </div>
      </template>
      <Column field="title" header="Title" sortable
        ><template #body="{ data }"
          ><RouterLink :to="itemPath(data.kind, data.id)" class="title" data-test="article">{{
            data.title
          }}</RouterLink
          ><span v-if="data.kind === 'document'" class="quiet small"> · document</span></template
        ></Column
      >
      <Column v-if="kind === 'article'" field="collection" header="Collection" sortable />
      <Column header="Phrasings"
        ><template #body="{ data }"
          ><span class="figures">{{ data.phrasings }}</span></template
        ></Column
      >
      <Column field="words" header="Words" sortable
        ><template #body="{ data }"
          ><span class="figures">{{ whole(data.words) }}</span></template
        ></Column
      >
      <Column field="reviewOn" header="Review" sortable
        ><template #body="{ data }"
          ><span class="figures">{{ data.reviewOn ? day(data.reviewOn) : '–' }}</span></template
        ></Column
      >
      <Column header="State"
        ><template #body="{ data }"
          ><StateChip :state="data.state" :published="data.published" /></template
      ></Column>
      <Column field="updatedAt" header="Changed" sortable
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
