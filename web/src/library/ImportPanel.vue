<script setup lang="ts">
import { MAX_FILE_MB } from '@janua/contracts'
import { useEventListener } from '@vueuse/core'
import Button from 'primevue/button'
import Message from 'primevue/message'
import ProgressBar from 'primevue/progressbar'
import { computed, ref, useTemplateRef } from 'vue'
import { counted } from '../shell/format.ts'
import { chosenFiles, droppedFiles } from './dropped.ts'
import ImportResults from './ImportResults.vue'
import SheetMapper from './SheetMapper.vue'
import { useImport } from './useImport.ts'

const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ done: [] }>()
const { view, sending, failure, busy, results, send, cancel, answer, trial, putAway } = useImport(
  () => emit('done'),
)
const over = ref(false)
const files = useTemplateRef<HTMLInputElement>('files')
const folder = useTemplateRef<HTMLInputElement>('folder')
const share = computed(() =>
  view.value && view.value.total > 0 ? Math.round((100 * view.value.read) / view.value.total) : 0,
)

useEventListener(document, 'dragover', (event) => {
  event.preventDefault()
  over.value = true
})
useEventListener(document, 'dragleave', (event) => {
  if (!event.relatedTarget) over.value = false
})
useEventListener(document, 'drop', async (event) => {
  event.preventDefault()
  over.value = false
  if (event.dataTransfer?.items.length) await send(await droppedFiles(event.dataTransfer.items))
})
function choose(input: HTMLInputElement): void {
  void send(chosenFiles(input.files!))
  input.value = ''
}
</script>

<template>
  <section
    v-if="open || over || busy || view || failure || results.length"
    class="import panel"
    :class="{ over }"
    :aria-label="$t('library.importPanel.bringInFiles')"
  >
    <div class="row">
      <p class="grow">
        <strong>{{ $t('library.importPanel.dropFilesOrA') }}</strong>
        <span class="quiet">{{
          $t('library.importPanel.markdownHtmlTextPdf', { maxfilemb: MAX_FILE_MB })
        }}</span>
      </p>
      <input
        ref="files"
        type="file"
        multiple
        accept=".md,.markdown,.html,.htm,.txt,.pdf,.docx,.odt,.xlsx,.ods,.csv,.tsv,.zip,.png,.jpg,.jpeg,.gif,.webp"
        class="visually-hidden"
        tabindex="-1"
        :aria-label="$t('library.importPanel.files')"
        data-test="files"
        @change="choose(files!)"
      />
      <input
        ref="folder"
        type="file"
        webkitdirectory
        class="visually-hidden"
        tabindex="-1"
        :aria-label="$t('library.importPanel.folder')"
        data-test="folder"
        @change="choose(folder!)"
      />
      <Button
        size="small"
        outlined
        :label="$t('library.importPanel.chooseFiles')"
        :disabled="busy"
        @click="files!.click()"
      /><Button
        size="small"
        outlined
        :label="$t('library.importPanel.chooseAFolder')"
        :disabled="busy"
        @click="folder!.click()"
      />
    </div>
    <p v-if="sending" role="status">
      {{ $t('library.importPanel.sending', { file: counted('units.file', sending) }) }}
    </p>
    <div v-if="view && busy" class="row progress" role="status">
      <ProgressBar
        class="grow"
        :value="share"
        :show-value="false"
        :aria-label="$t('library.importPanel.ofFilesRead', { read: view.read, total: view.total })"
      />
      <span class="figures">{{
        $t('library.importPanel.of', { read: view.read, total: view.total })
      }}</span><span class="quiet current">{{
        view.state === 'storing' ? $t('library.importPanel.puttingItIntoThe') : view.current
      }}</span>
      <Button
        v-if="view.state === 'reading'"
        size="small"
        text
        :label="$t('common.cancel')"
        data-test="cancel-import"
        @click="cancel"
      />
    </div>
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <Message v-if="view?.state === 'cancelled'" severity="info">{{
      $t('library.importPanel.cancelledNothingOfThis')
    }}</Message>
    <Message v-if="view?.state === 'broken off'" severity="error">{{
      $t('library.importPanel.theImportWasBroken')
    }}</Message>
    <ImportResults v-if="results.length && !busy" :results="results" @away="putAway" />
    <SheetMapper
      v-for="sheet in view?.sheets ?? []"
      :key="`${sheet.file} ${sheet.sheet}`"
      :preview="sheet"
      :trial="(mapping) => trial(sheet, mapping)"
      @take="answer(sheet, $event)"
      @leave="answer(sheet, null)"
    />
  </section>
</template>

<style scoped>
.import {
  display: grid;
  gap: 10px;
  margin-bottom: 16px;
  border-style: dashed;
}
.over {
  border-color: var(--harbour);
  background: var(--harbour-soft);
}
.progress {
  flex-wrap: nowrap;
}
.current {
  max-width: 40%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: var(--text-small);
}
</style>
