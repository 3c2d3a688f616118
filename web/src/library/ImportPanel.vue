<script setup lang="ts">
import type { ImportResult } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import ProgressBar from 'primevue/progressbar'
import { computed, ref, shallowRef, useTemplateRef } from 'vue'
import { inPlainWords, post } from '../shell/api.ts'
import { count } from '../shell/format.ts'
import { chosenFiles, droppedFiles } from './dropped.ts'
import { useEventListener } from '@vueuse/core'

const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ done: [] }>()
const BATCH = 20
const BATCH_BYTES = 24 * 1024 * 1024
const over = ref(false)
const sent = ref(0)
const total = ref(0)
const busy = ref(false)
const results = shallowRef<ImportResult[]>([])
const failure = ref('')
const files = useTemplateRef<HTMLInputElement>('files')
const folder = useTemplateRef<HTMLInputElement>('folder')
const tally = computed(() => (['imported', 'updated', 'unchanged', 'refused'] as const).map((result) => `${results.value.filter((each) => each.result === result).length} ${result}`).join(' · '))

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

/** Sends the files in small batches, so that progress shows and a lost connection loses little. */
async function send(all: File[]): Promise<void> {
  const visible = all.filter((file) => !/(^|\/)\./.test(file.name))
  if (visible.length === 0 || busy.value) return
  busy.value = true
  failure.value = ''
  results.value = []
  sent.value = 0
  total.value = visible.length
  try {
    while (sent.value < visible.length) {
      const batch = nextBatch(visible.slice(sent.value))
      const form = new FormData()
      for (const file of batch) form.append('files', file, file.name)
      results.value = [...results.value, ...(await post<ImportResult[]>('/imports', form))]
      sent.value += batch.length
    }
  } catch (cause) {
    failure.value = `${inPlainWords(cause)} ${count(sent.value, 'file')} of ${total.value} came in before that.`
  } finally {
    busy.value = false
    emit('done')
  }
}
function nextBatch(left: File[]): File[] {
  let bytes = 0
  const fit = left.slice(0, BATCH).findIndex((file, i) => (bytes += file.size) > BATCH_BYTES && i > 0)
  return left.slice(0, fit > 0 ? fit : BATCH)
}
</script>

<template>
  <section v-if="open || over || busy || results.length || failure" class="import panel" :class="{ over }" aria-label="Bring in files">
    <div class="row">
      <p class="grow"><strong>Drop files or a folder here</strong> <span class="quiet">Markdown (with front matter), HTML, plain text. A file brought in again updates its article.</span></p>
      <input ref="files" type="file" multiple accept=".md,.markdown,.html,.htm,.txt" class="visually-hidden" tabindex="-1" aria-label="Files" data-test="files" @change="send(chosenFiles(files!.files!))" />
      <input ref="folder" type="file" webkitdirectory class="visually-hidden" tabindex="-1" aria-label="Folder" data-test="folder" @change="send(chosenFiles(folder!.files!))" />
      <Button size="small" outlined label="Choose files" :disabled="busy" @click="files!.click()" /><Button size="small" outlined label="Choose a folder" :disabled="busy" @click="folder!.click()" />
    </div>
    <ProgressBar v-if="busy" :value="Math.round((100 * sent) / total)">{{ sent }} of {{ total }}</ProgressBar>
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <template v-if="results.length && !busy">
      <p class="row"><strong class="grow" data-test="import-tally">{{ tally }}</strong><Button size="small" text label="Put this list away" @click="results = []" /></p>
      <ul data-test="import-results">
        <li v-for="result in results" :key="result.file" :class="result.result">
          <b>{{ result.result }}</b> <span class="file">{{ result.file }}</span>
          <template v-if="result.result === 'refused'">: {{ result.reason }}</template>
          <template v-else> → <RouterLink :to="`/library/${result.id}`">{{ result.title }}</RouterLink> <span class="quiet">{{ count(result.passages, 'passage') }}, {{ count(result.words, 'word') }}<template v-for="note in result.notes" :key="note"> · {{ note }}</template></span></template>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.import { display: grid; gap: 10px; margin-bottom: 16px; border-style: dashed; }
.over { border-color: var(--harbour); background: var(--harbour-soft); }
ul { list-style: none; padding: 0; font-size: 13.5px; max-height: 260px; overflow: auto; display: grid; gap: 3px; }
.refused b { color: var(--brick); }
.imported b, .updated b { color: var(--moss); }
.unchanged b { color: var(--muted); }
</style>
