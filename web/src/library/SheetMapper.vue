<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import {
  COLUMN_ROLES,
  type ColumnRole,
  type SheetKind,
  type SheetMapping,
  type SheetPreview,
  type SheetTrial,
} from '@janua/contracts'
import { watchDebounced } from '@vueuse/core'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Select from 'primevue/select'
import { computed, ref, shallowRef, toRaw } from 'vue'
import { inPlainWords } from '../shell/api.ts'
import { counted } from '../shell/format.ts'

/** A sheet before it comes in: what its rows become and what each column holds, with what that would give. */
const { preview, trial } = defineProps<{
  preview: SheetPreview
  trial: (mapping: SheetMapping) => Promise<SheetTrial>
}>()
const emit = defineEmits<{ take: [mapping: SheetMapping]; leave: [] }>()

const AS: { value: SheetKind; label: string }[] = [
  { value: 'article', label: t('library.sheetMapper.articlesQuestionsAndAnswers') },
  { value: 'fixed', label: t('library.sheetMapper.fixedAnswersGivenWord') },
  { value: 'glossary', label: t('library.sheetMapper.glossary') },
  { value: 'smallTalk', label: t('library.sheetMapper.smallTalk') },
  { value: 'document', label: t('library.sheetMapper.aTableToLook') },
]
const ROLES: Record<Exclude<ColumnRole, ''>, string> = {
  question: 'Question',
  answer: 'Answer',
  title: t('common.title'),
  collection: 'Collection',
  review: t('library.sheetMapper.lookAgainOn'),
  from: t('library.sheetMapper.holdsFrom'),
  until: t('library.sheetMapper.holdsUntil'),
  doors: 'Doors',
  term: 'Term',
  also: t('library.sheetMapper.whatPeopleCallIt'),
  meaning: 'Meaning',
  name: t('common.name'),
  says: t('library.sheetMapper.whatPeopleSay'),
  replyEn: t('library.sheetMapper.replyEnglish'),
  replyDe: t('library.sheetMapper.replyGerman'),
  id: t('library.sheetMapper.januasNumber'),
}
const NONE = 'none'
const mapping = ref<SheetMapping>(structuredClone(toRaw(preview.guess)))
const result = shallowRef<SheetTrial>()
const failure = ref('')
const roles = computed(() => [
  { value: NONE, label: t('library.sheetMapper.notUsed') },
  ...COLUMN_ROLES[mapping.value.as].map((role) => ({ value: role, label: ROLES[role] })),
])
const rows = computed(() => preview.sample.slice(0, 6))
const width = computed(() =>
  Math.max(...preview.sample.map((row) => row.length), mapping.value.columns.length),
)
const name = computed(() =>
  preview.sheet
    ? t('library.sheetMapper.sheet', { file: preview.file, sheet: preview.sheet })
    : preview.file,
)

function setRole(column: number, role: string): void {
  const columns = Array.from({ length: width.value }, (_, i) => mapping.value.columns[i] ?? '')
  columns[column] = role === NONE ? '' : (role as ColumnRole)
  mapping.value = { ...mapping.value, columns }
}
function setKind(as: SheetKind): void {
  const allowed: readonly string[] = COLUMN_ROLES[as]
  mapping.value = {
    ...mapping.value,
    as,
    columns: mapping.value.columns.map((role) => (allowed.includes(role) ? role : '')),
  }
}
watchDebounced(
  mapping,
  async (now) => {
    try {
      result.value = await trial(now)
      failure.value = ''
    } catch (cause) {
      failure.value = inPlainWords(cause)
    }
  },
  { debounce: 150, immediate: true, deep: true },
)
</script>

<template>
  <section
    class="sheet"
    data-test="sheet-mapper"
    :aria-label="$t('library.sheetMapper.columnsOf', { name })"
  >
    <div class="row">
      <h3 class="grow">
        <i18n-t keypath="library.sheetMapper.whatIsIn" scope="global"
          ><template #rows
            ><span class="quiet small">{{ counted('units.row', preview.rows) }}</span></template
          ><template #name>{{ name }}</template></i18n-t
        >
      </h3>
      <label class="row small"
        ><Checkbox v-model="mapping.header" binary input-id="header" />
        {{ $t('library.sheetMapper.theFirstRowNames') }}</label
      >
      <Select
        :model-value="mapping.as"
        :options="AS"
        option-label="label"
        option-value="value"
        :aria-label="$t('library.sheetMapper.rowsBecome')"
        data-test="rows-become"
        @update:model-value="setKind"
      />
    </div>
    <div
      class="scroll"
      tabindex="0"
      role="region"
      :aria-label="$t('library.sheetMapper.firstRowsOf', { name })"
    >
      <table>
        <thead v-if="mapping.as !== 'document'">
          <tr>
            <th v-for="(_, i) in width" :key="i">
              <Select
                size="small"
                :model-value="mapping.columns[i] || NONE"
                :options="roles"
                option-label="label"
                option-value="value"
                :aria-label="$t('library.sheetMapper.columnHolds', { i: i + 1 })"
                :data-test="`column-${i + 1}`"
                :class="{ used: mapping.columns[i] }"
                @update:model-value="setRole(i, $event)"
              />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in rows" :key="r" :class="{ names: mapping.header && r === 0 }">
            <td
              v-for="(_, i) in width"
              :key="i"
              :class="{ unused: mapping.as !== 'document' && !mapping.columns[i] }"
            >
              {{ row[i] }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="failure" role="alert">{{ failure }}</p>
    <div v-else-if="result" class="outcome">
      <div class="grow">
        <p data-test="trial">
          <strong>{{
            $t('library.sheetMapper.wouldComeIn', { entry: counted('units.entry', result.items) })
          }}</strong><template v-if="result.faults.length">{{
            $t('library.sheetMapper.wouldNot', { row: counted('units.row', result.faults.length) })
          }}</template>
        </p>
        <ul v-if="result.faults.length" class="faults" data-test="faults">
          <li v-for="fault in result.faults.slice(0, 50)" :key="`${fault.row} ${fault.because}`">
            {{ $t('library.sheetMapper.row', { fault: fault.row, because: fault.because }) }}
          </li>
        </ul>
      </div>
      <div v-if="result.first[0]" class="first">
        <p class="quiet small">{{ $t('library.sheetMapper.theFirstOne') }}</p>
        <strong>{{ result.first[0].title }}</strong>
        <p v-if="result.first[0].phrasings.length > 1" class="quiet small">
          {{
            $t('library.sheetMapper.also', {
              phrasings: result.first[0].phrasings.slice(1).join(' · '),
            })
          }}
        </p>
        <p class="body">{{ result.first[0].body }}</p>
      </div>
    </div>
    <div class="row">
      <span class="grow" /><Button
        text
        :label="$t('library.sheetMapper.leaveThisSheet')"
        @click="emit('leave')"
      /><Button
        :label="
          $t('library.sheetMapper.bringIn', { entry: counted('units.entry', result?.items ?? 0) })
        "
        :disabled="!result?.items"
        data-test="take-sheet"
        @click="emit('take', mapping)"
      />
    </div>
  </section>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--line);
  padding-top: 12px;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  font-size: var(--text-small);
  min-width: 100%;
}
th {
  padding: 0 6px 6px 0;
  text-align: left;
}
td {
  padding: 4px 10px 4px 4px;
  border-top: 1px solid var(--line);
  max-width: 260px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.names td {
  font-weight: 650;
}
.unused {
  color: var(--muted);
}
.used {
  border-color: var(--harbour);
}
.outcome {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 20px;
}
.faults {
  margin: 4px 0 0;
  padding-left: 18px;
  font-size: var(--text-small);
  color: var(--brick);
  max-height: 120px;
  overflow: auto;
}
.first {
  border-left: 3px solid var(--line);
  padding-left: 12px;
}
.body {
  white-space: pre-wrap;
  max-height: 90px;
  overflow: hidden;
  font-size: var(--text-small);
}
@media (width <= 960px) {
  .outcome {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
