<script setup lang="ts">
import { MAX_FILE_MB } from '@janua/contracts'
import { useEventListener } from '@vueuse/core'
import Button from 'primevue/button'
import Message from 'primevue/message'
import ProgressBar from 'primevue/progressbar'
import { computed, ref, useTemplateRef } from 'vue'
import { count } from '../shell/format.ts'
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
    aria-label="Bring in files"
  >
    <div class="row">
      <p class="grow">
        <strong>Drop files or a folder here</strong>
        <span class="quiet"
          >Markdown, HTML, text, PDF, DOCX, XLSX, CSV, or a ZIP of them; up to {{ MAX_FILE_MB }} MB
          each. A file brought in again updates what it became.</span
        >
      </p>
      <input
        ref="files"
        type="file"
        multiple
        accept=".md,.markdown,.html,.htm,.txt,.pdf,.docx,.odt,.xlsx,.ods,.csv,.tsv,.zip,.png,.jpg,.jpeg,.gif,.webp"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Files"
        data-test="files"
        @change="choose(files!)"
      />
      <input
        ref="folder"
        type="file"
        webkitdirectory
        class="visually-hidden"
        tabindex="-1"
        aria-label="Folder"
        data-test="folder"
        @change="choose(folder!)"
      />
      <Button
        size="small"
        outlined
        label="Choose files"
        :disabled="busy"
        @click="files!.click()"
      /><Button
        size="small"
        outlined
        label="Choose a folder"
        :disabled="busy"
        @click="folder!.click()"
      />
    </div>
    <p v-if="sending" role="status">Sending {{ count(sending, 'file') }} …</p>
    <div v-if="view && busy" class="row progress" role="status">
      <ProgressBar
        class="grow"
        :value="share"
        :show-value="false"
        :aria-label="`${view.read} of ${view.total} files read`"
      />
      <span class="figures">{{ view.read }} of {{ view.total }}</span
      ><span class="quiet current">{{
        view.state === 'storing' ? 'putting it into the draft' : view.current
      }}</span>
      <Button
        v-if="view.state === 'reading'"
        size="small"
        text
        label="Cancel"
        data-test="cancel-import"
        @click="cancel"
      />
    </div>
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <Message v-if="view?.state === 'cancelled'" severity="info"
      >Cancelled. Nothing of this import came in.</Message
    >
    <Message v-if="view?.state === 'broken off'" severity="error"
      >The import was broken off. What is not listed below did not come in.</Message
    >
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
