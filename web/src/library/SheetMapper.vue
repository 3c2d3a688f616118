<script setup lang="ts">
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
import { count } from '../shell/format.ts'

/** A sheet before it comes in: what its rows become and what each column holds, with what that would give. */
const { preview, trial } = defineProps<{
  preview: SheetPreview
  trial: (mapping: SheetMapping) => Promise<SheetTrial>
}>()
const emit = defineEmits<{ take: [mapping: SheetMapping]; leave: [] }>()

const AS: { value: SheetKind; label: string }[] = [
  { value: 'article', label: 'Articles: questions and answers' },
  { value: 'fixed', label: 'Fixed answers, given word for word' },
  { value: 'glossary', label: 'Glossary' },
  { value: 'smallTalk', label: 'Small talk' },
  { value: 'document', label: 'A table to look things up in' },
]
const ROLES: Record<Exclude<ColumnRole, ''>, string> = {
  question: 'Question',
  answer: 'Answer',
  title: 'Title',
  collection: 'Collection',
  review: 'Look again on',
  from: 'Holds from',
  until: 'Holds until',
  doors: 'Doors',
  term: 'Term',
  also: 'What people call it',
  meaning: 'Meaning',
  name: 'Name',
  says: 'What people say',
  replyEn: 'Reply, English',
  replyDe: 'Reply, German',
  id: 'Janua’s number',
}
const NONE = 'none'
const mapping = ref<SheetMapping>(structuredClone(toRaw(preview.guess)))
const result = shallowRef<SheetTrial>()
const failure = ref('')
const roles = computed(() => [
  { value: NONE, label: '– not used –' },
  ...COLUMN_ROLES[mapping.value.as].map((role) => ({ value: role, label: ROLES[role] })),
])
const rows = computed(() => preview.sample.slice(0, 6))
const width = computed(() =>
  Math.max(...preview.sample.map((row) => row.length), mapping.value.columns.length),
)
const name = computed(() =>
  preview.sheet ? `${preview.file}, sheet “${preview.sheet}”` : preview.file,
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
  <section class="sheet" data-test="sheet-mapper" :aria-label="`Columns of ${name}`">
    <div class="row">
      <h3 class="grow">
        What is in {{ name }}? <span class="quiet small">{{ count(preview.rows, 'row') }}</span>
      </h3>
      <label class="row small"
        ><Checkbox v-model="mapping.header" binary input-id="header" /> The first row names the
        columns</label
      >
      <Select
        :model-value="mapping.as"
        :options="AS"
        option-label="label"
        option-value="value"
        aria-label="Rows become"
        data-test="rows-become"
        @update:model-value="setKind"
      />
    </div>
    <div class="scroll" tabindex="0" role="region" :aria-label="`First rows of ${name}`">
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
                :aria-label="`Column ${i + 1} holds`"
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
          <strong>{{ count(result.items, 'entry', 'entries') }} would come in</strong
          ><template v-if="result.faults.length"
            >, {{ count(result.faults.length, 'row') }} would not:</template
          >
        </p>
        <ul v-if="result.faults.length" class="faults" data-test="faults">
          <li v-for="fault in result.faults.slice(0, 50)" :key="`${fault.row} ${fault.because}`">
            row {{ fault.row }}: {{ fault.because }}
          </li>
        </ul>
      </div>
      <div v-if="result.first[0]" class="first">
        <p class="quiet small">The first one</p>
        <strong>{{ result.first[0].title }}</strong>
        <p v-if="result.first[0].phrasings.length > 1" class="quiet small">
          also: {{ result.first[0].phrasings.slice(1).join(' · ') }}
        </p>
        <p class="body">{{ result.first[0].body }}</p>
      </div>
    </div>
    <div class="row">
      <span class="grow" /><Button text label="Leave this sheet" @click="emit('leave')" /><Button
        :label="`Bring in ${count(result?.items ?? 0, 'entry', 'entries')}`"
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
