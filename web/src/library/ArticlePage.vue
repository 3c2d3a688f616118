<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import { fingerprint } from '@janua/core'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { remove } from '../shell/api.ts'
import { moment } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useDraftSaving } from '../shell/useDraftSaving.ts'
import MachineMark from '../models/MachineMark.vue'
import ConflictDialog from './ConflictDialog.vue'
import LinkStates from './LinkStates.vue'
import MarkdownEditor from './MarkdownEditor.vue'
import PassageColumn from './PassageColumn.vue'
import HoldsFields from './HoldsFields.vue'
import PhrasingList from './PhrasingList.vue'
import RevisionList from './RevisionList.vue'
import StateChip from './StateChip.vue'
import KeptBack from '../shell/KeptBack.vue'
import { useArticle } from './useArticle.ts'
import MovedQuestions from './MovedQuestions.vue'
import { useMoved } from './useMoved.ts'
import { useReach } from './useReach.ts'
import UseFigures from './UseFigures.vue'
import { useTakeOut } from './useTakeOut.ts'
import WaysToAsk from './WaysToAsk.vue'
import DayField from '../shell/DayField.vue'

const { id, kind } = defineProps<{ id: number; kind: 'article' | 'fixed' }>()
const session = useSession()
const router = useRouter()
const wanted = useTakeOut()
const editing = useArticle(id)
const { article, content, changed, restored, conflict, failure, load } = editing
const { run, busy, said, store, storeAgain, overwrite } = useDraftSaving(editing)
const { markOf, titleMark, insights } = useReach(id, content, () => session.role !== 'agent')
const { moved } = useMoved(id, content, article)
const versions = ref(false)
const editor = useTemplateRef('editor')
const mayWrite = computed(() => session.role !== 'agent')

onMounted(load)
async function reopen(action: () => void): Promise<void> {
  action()
  await nextTick()
  editor.value?.open(content.value.body)
}
async function restoredVersion(): Promise<void> {
  versions.value = false
  await load()
  await reopen(() => undefined)
  await session.refreshRelease()
}
function take(text: string, isMachineWritten: boolean): void {
  const { phrasings, machineWritten = [] } = content.value
  content.value.phrasings = [...phrasings, text]
  if (isMachineWritten) content.value.machineWritten = [...machineWritten, fingerprint(text)]
}
const isMachineWritten = (text: string) =>
  content.value.machineWritten?.includes(fingerprint(text)) ?? false
async function takeOut(): Promise<void> {
  if (!(await wanted(article.value?.title ?? ''))) return
  const done = await run(
    () => remove(`/articles/${id}`).then(() => true),
    t('library.article.takenOutOfThe'),
  )
  await session.refreshRelease()
  if (done) await router.push(kind === 'fixed' ? '/fixed' : '/library')
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
    <template v-if="article">
      <div class="head">
        <div class="title">
          <p class="small">
            <RouterLink :to="kind === 'fixed' ? '/fixed' : '/library'">{{
              kind === 'fixed' ? $t('library.article.fixedAnswers') : $t('library.article.library')
            }}</RouterLink>
          </p>
          <h1 class="visually-hidden">{{ content.title }}</h1>
          <InputText
            v-model="content.title"
            class="name"
            :aria-label="$t('common.title')"
            maxlength="200"
            :disabled="!mayWrite"
            data-test="title"
          />
          <p class="quiet small row">
            <StateChip :state="article.state" :published="article.published" />
            {{ article.updatedBy }}, {{ moment(article.updatedAt)
            }}<template v-if="article.sourceName"
              >{{ ' '
              }}{{
                $t('library.article.from', {
                  more: article.sourceName.includes('#') ? `${$t('library.article.aRowOf')} ` : '',
                  split: article.sourceName.split('#')[0],
                })
              }}</template
            >
            <button type="button" class="bare small" data-test="versions" @click="versions = true">
              {{ $t('library.article.versions') }}</button><span v-if="changed" data-test="unsaved"
              >{{ ' ' }}{{ $t('library.article.notSavedYet') }}</span
            ><strong v-else-if="said" role="status" data-test="saved"> · {{ said }}</strong>
          </p>
        </div>
        <template v-if="mayWrite">
          <Button
            text
            severity="danger"
            :label="$t('common.remove')"
            data-test="take-out"
            @click="takeOut"
          />
          <Button
            outlined
            :label="$t('common.saveInWork')"
            :loading="busy"
            data-test="save-work"
            @click="store(false)"
          />
          <Button
            :label="$t('common.saveAsReady')"
            :loading="busy"
            data-test="save-ready"
            @click="store(true)"
          />
        </template>
      </div>
      <KeptBack v-if="restored" @drop="reopen(editing.discard)" />
      <div class="columns">
        <div class="stack">
          <UseFigures v-if="insights" :insights="insights" />
          <div class="row meta">
            <label v-if="kind === 'article'" class="field grow"
              ><span>{{ $t('common.collection') }}</span
              ><InputText
                v-model.trim="content.collection"
                size="small"
                maxlength="80"
                :disabled="!mayWrite"
                data-test="collection"
            /></label>
            <label class="field"
              ><span>{{ $t('library.article.lookAtItAgain') }}</span
              ><DayField v-model="content.reviewOn" :disabled="!mayWrite"
            /></label>
          </div>
          <HoldsFields v-if="content.holds" v-model="content.holds" :disabled="!mayWrite" />
          <MachineMark v-if="isMachineWritten(content.body)" />
          <MarkdownEditor ref="editor" v-model="content.body" />
          <PhrasingList
            v-model="content.phrasings"
            :mark-of="markOf"
            :is-machine-written="isMachineWritten"
          />
          <MovedQuestions v-if="moved" :moved="moved" about="Questions of the log" />
          <p v-if="titleMark && !titleMark.first" class="small warn">
            {{
              $t('library.article.askingItsTitleBrings', {
                beatenBy: titleMark.beatenBy?.title ?? $t('library.article.nothing'),
              })
            }}
          </p>
          <WaysToAsk v-if="mayWrite" :id="id" @take="take" />
        </div>
        <div class="stack">
          <PassageColumn :body="content.body" :answered="insights?.passages" />
          <LinkStates v-if="insights" :links="insights.links" />
        </div>
      </div>
      <RevisionList
        v-if="versions"
        :id="id"
        :base="article.revision"
        :may-write="mayWrite"
        @restored="restoredVersion"
        @close="versions = false"
      />
      <ConflictDialog
        v-if="conflict"
        :conflict="conflict"
        :mine="content"
        @mine="overwrite"
        @theirs="reopen(editing.takeTheirs)"
        @later="conflict = undefined"
      />
    </template>
  </div>
</template>

<style scoped>
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
}
.warn {
  color: var(--brick);
}
</style>
