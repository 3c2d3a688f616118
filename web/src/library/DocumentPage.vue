<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import { countWords } from '@janua/core'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { remove } from '../shell/api.ts'
import { counted, moment } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useDraftSaving } from '../shell/useDraftSaving.ts'
import DocumentPart from './DocumentPart.vue'
import HoldsFields from './HoldsFields.vue'
import LinkStates from './LinkStates.vue'
import StateChip from './StateChip.vue'
import UseFigures from './UseFigures.vue'
import { useTakeOut } from './useTakeOut.ts'
import ConflictNote from '../shell/ConflictNote.vue'
import KeptBack from '../shell/KeptBack.vue'
import { useDocument } from './useDocument.ts'
import DayField from '../shell/DayField.vue'

const { id } = defineProps<{ id: number }>()
const session = useSession()
const router = useRouter()
const wanted = useTakeOut()
const editor = useDocument(id)
const { document, passages, insights, failure, changed, restored, conflict } = editor
const { toggle, questionsOf } = editor
const { run, busy, said, store, storeAgain, overwrite } = useDraftSaving(editor)
const mayWrite = computed(() => session.role !== 'agent')
const marked = ref(0)
const FORMATS = {
  pdf: 'PDF',
  docx: 'DOCX',
  odt: 'ODT',
  sheet: 'Sheet',
  page: t('library.document.pageOfASite'),
}
const original = computed(() =>
  document.value?.file ? `/files/${document.value.file}` : document.value?.address,
)
const out = computed(() => document.value?.parts.filter(({ leftOut }) => leftOut) ?? [])
const sizes = computed(
  () =>
    document.value?.parts.map(({ heading, body }) => countWords(heading) + countWords(body)) ?? [],
)
const passagesOfPart = (part: number) => passages.value.filter((passage) => passage.part === part)

onMounted(editor.load)
async function takeOut(): Promise<void> {
  if (!(await wanted(document.value?.title ?? ''))) return
  const done = await run(
    () => remove(`/articles/${id}`).then(() => true),
    t('library.document.takenOutOfThe'),
  )
  await session.refreshRelease()
  if (done) await router.push('/library')
}
function show(part: number): void {
  marked.value = part
  window.document
    .getElementById(`part-${part}`)
    ?.scrollIntoView({ block: 'start', behavior: 'smooth' })
}
onKeyStroke('s', (event) => {
  if (!(event.ctrlKey || event.metaKey)) return
  event.preventDefault()
  if (mayWrite.value) void storeAgain()
})
</script>

<template>
  <div class="page">
    <Message v-if="failure" severity="error" data-test="failure">{{ failure }}</Message>
    <template v-if="document">
      <div class="head">
        <div class="title">
          <p class="small">
            <RouterLink to="/library">{{ $t('library.document.library') }}</RouterLink>
          </p>
          <h1 class="visually-hidden">{{ document.title }}</h1>
          <InputText
            v-model="document.title"
            class="name"
            :aria-label="$t('common.title')"
            maxlength="200"
            :disabled="!mayWrite"
            data-test="title"
          />
          <p class="quiet small row">
            <StateChip :state="document.state" :published="document.published" />
            {{ FORMATS[document.format]
            }}<template v-if="document.pages"
              >, {{ counted('units.page', document.pages) }}</template
            >
            · {{ document.updatedBy }}, {{ moment(document.updatedAt) }}
            <a v-if="original" :href="original" target="_blank" rel="noopener">{{
              $t('library.document.openTheOriginal')
            }}</a><span v-if="changed" data-test="unsaved"
              >{{ ' ' }}{{ $t('library.document.notSavedYet') }}</span
            ><strong v-else-if="said" role="status" data-test="saved"> · {{ said }}</strong>
          </p>
        </div>
        <template v-if="mayWrite">
          <Button text severity="danger" :label="$t('common.remove')" @click="takeOut" />
          <Button outlined :label="$t('common.saveInWork')" :loading="busy" @click="store(false)" />
          <Button
            :label="$t('common.saveAsReady')"
            :loading="busy"
            data-test="save-ready"
            @click="store(true)"
          />
        </template>
      </div>
      <KeptBack v-if="restored" @drop="editor.discard" />
      <ConflictNote
        v-if="conflict"
        :message="conflict.message"
        @theirs="editor.takeTheirs"
        @mine="overwrite"
      />
      <div class="columns side-first">
        <aside class="stack contents" :aria-label="$t('library.document.parts')">
          <UseFigures v-if="insights" :insights="insights" />
          <div class="row meta">
            <label class="field grow"
              ><span>{{ $t('common.collection') }}</span
              ><InputText
                v-model.trim="document.collection"
                size="small"
                maxlength="80"
                :disabled="!mayWrite"
            /></label>
            <label class="field"
              ><span>{{ $t('library.document.lookAtItAgain') }}</span
              ><DayField v-model="document.reviewOn" :disabled="!mayWrite"
            /></label>
          </div>
          <HoldsFields
            :model-value="document.holds ?? { from: null, until: null, doors: [] }"
            :disabled="!mayWrite"
            @update:model-value="document.holds = $event"
          />
          <h2>
            {{ counted('units.part', document.parts.length) }},
            {{ counted('units.passage', passages.length) }}
          </h2>
          <p v-if="out.length" class="small quiet">
            {{
              $t('library.document.leftOutTheAssistant', {
                part: counted('units.part', out.length),
                out: out.length === 1 ? $t('library.document.it') : $t('library.document.them'),
              })
            }}
          </p>
          <ol>
            <li
              v-for="(part, i) in document.parts"
              :key="i"
              :class="{ out: part.leftOut, here: i === marked }"
              :style="{ paddingLeft: `${8 + (part.level - 1) * 12}px` }"
            >
              <button type="button" class="bare" @click="show(i)">
                {{
                  part.heading ||
                  (i === 0 ? $t('library.document.beginning') : $t('library.document.goesOn'))
                }}
              </button>
              <span class="quiet small figures">{{
                [
                  counted('units.word', sizes[i] ?? 0),
                  part.page && $t('library.document.pageOf', { page: part.page }),
                ]
                  .filter(Boolean)
                  .join(' · ')
              }}</span>
            </li>
          </ol>
          <LinkStates v-if="insights" :links="insights.links" />
        </aside>
        <div class="stack">
          <DocumentPart
            v-for="(part, i) in document.parts"
            :id="`part-${i}`"
            :key="i"
            v-model:phrasings="part.phrasings"
            :part="part"
            :passages="passagesOfPart(i)"
            :questions-of="questionsOf"
            :may-write="mayWrite"
            @toggle="toggle(i)"
          />
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.contents {
  position: sticky;
  top: 12px;
  max-height: calc(100vh - 24px);
  overflow: hidden auto;
  padding: 2px 6px 2px 2px;
  grid-template-columns: minmax(0, 1fr);
}
.title {
  display: grid;
  gap: 4px;
}
.name {
  font: 650 var(--text-heading) / 1.2 var(--display);
  padding: 4px 8px;
  margin-left: -9px;
  border-color: transparent;
  background: transparent;
}
.name:hover,
.name:focus {
  border-color: var(--line);
}
.meta {
  align-items: flex-end;
  flex-wrap: nowrap;
  gap: 8px;
}
.meta .field {
  min-width: 0;
}
.meta input {
  width: 100%;
}
ol {
  list-style: none;
  padding: 0;
  border-top: 1px solid var(--line);
}
li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 4px 8px;
  border-bottom: 1px solid var(--line);
}
li .bare {
  text-decoration: none;
  color: var(--ink);
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
li > span {
  white-space: nowrap;
}
li.here {
  background: var(--harbour-soft);
}
li.here .quiet {
  color: var(--ink);
}
li.out .bare {
  text-decoration: line-through;
  color: var(--muted);
}
@media (width <= 960px) {
  .contents {
    position: static;
    max-height: none;
  }
}
</style>
