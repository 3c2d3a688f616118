<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Textarea from 'primevue/textarea'
import { onMounted } from 'vue'
import MovedQuestions from '../library/MovedQuestions.vue'
import PhrasingList from '../library/PhrasingList.vue'
import { useArticle } from '../library/useArticle.ts'
import { useMoved } from '../library/useMoved.ts'
import { useAction } from '../shell/useAction.ts'
import { useSession } from '../shell/session.ts'

/** The article beside the rehearsal: as it is saved, the answers are asked anew. */
const { id } = defineProps<{ id: number }>()
const session = useSession()
const { run, busy } = useAction()
const { article, content, changed, failure, conflict, load, save, keepMine } = useArticle(id)
const { moved } = useMoved(id, content, article)
onMounted(load)
async function store(ready: boolean): Promise<void> {
  await run(() => save(ready))
  await session.refreshRelease()
}
</script>

<template>
  <form class="stack" data-test="quick-edit" @submit.prevent="store(true)">
    <div class="row">
      <h1 class="grow">{{ $t('releases.quickEdit.editBesideIt') }}</h1>
      <template v-if="article"
        ><RouterLink
          :to="`/${article.kind === 'fixed' ? 'fixed' : 'library'}/${id}`"
          class="small"
          >{{ $t('releases.quickEdit.openItsPage') }}</RouterLink
        ><Button
          size="small"
          outlined
          :label="$t('common.saveInWork')"
          :loading="busy"
          :disabled="!changed"
          @click="store(false)" /><Button
          type="submit"
          size="small"
          :label="$t('common.saveAsReady')"
          :loading="busy"
          data-test="edit-save"
      /></template>
    </div>
    <p v-if="article" class="small quiet" role="status">
      {{ changed ? $t('releases.quickEdit.notSavedYetThe') : $t('releases.quickEdit.asItIsSaved') }}
    </p>
    <Message v-if="failure && article" severity="error">{{ failure }}</Message>
    <Message v-else-if="failure" severity="info"
      ><i18n-t keypath="releases.quickEdit.documentsAreEditedBy" scope="global"
        ><template #link
          ><RouterLink :to="`/documents/${id}`">{{
            $t('releases.quickEdit.openTheDocument')
          }}</RouterLink></template
        ></i18n-t
      ></Message
    >
    <Message v-if="conflict" severity="warn"
      ><span class="row"
        >{{ conflict.message }}
        <Button
          size="small"
          text
          :label="$t('releases.quickEdit.myTextStands')"
          @click="(keepMine(), store(true))" /></span
    ></Message>
    <template v-if="article">
      <label class="field"
        ><span>{{ $t('common.title') }}</span
        ><InputText v-model="content.title" maxlength="200" data-test="edit-title"
      /></label>
      <label class="field"
        ><span>{{ $t('releases.quickEdit.textMarkdown') }}</span
        ><Textarea v-model="content.body" rows="12" auto-resize class="body" data-test="edit-body"
      /></label>
      <PhrasingList v-model="content.phrasings" />
      <MovedQuestions v-if="moved" :moved="moved" about="Questions of the log" />
    </template>
  </form>
</template>

<style scoped>
.body {
  font-size: var(--text-small);
  max-height: 46vh;
  overflow: auto !important;
}
</style>
