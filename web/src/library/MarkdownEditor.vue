<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import { EditorContent, useEditor } from '@tiptap/vue-3'
import Button from 'primevue/button'
import SelectButton from 'primevue/selectbutton'
import Textarea from 'primevue/textarea'
import { computed, ref, watch } from 'vue'
import LinkDialog from './LinkDialog.vue'
import { insertLink, type LinkKind, useMarkdownTools, useTableTools } from './markdownTools.ts'
import { EDITOR_EXTENSIONS, representable, storedText, tidyMarkdown } from './faithful.ts'

const body = defineModel<string>({ required: true })
let original = body.value
let opened = ''
const rich = representable(body.value)
const mode = ref<'Text' | 'Source'>(rich ? 'Text' : 'Source')
const asking = ref<LinkKind>()

const editor = useEditor({
  extensions: EDITOR_EXTENSIONS,
  content: rich ? body.value : '',
  contentType: 'markdown',
  editorProps: {
    attributes: {
      class: 'prose',
      'aria-label': t('library.markdownEditor.textOfTheArticle'),
      role: 'textbox',
      'aria-multiline': 'true',
      'data-test': 'editor',
    },
  },
  onCreate: ({ editor: made }) => (opened = tidyMarkdown(made.getMarkdown())),
  onUpdate: ({ editor: made }) =>
    (body.value = storedText(original, opened, tidyMarkdown(made.getMarkdown()))),
})
const inTable = computed(() => editor.value?.isActive('table') ?? false)

/** A text from elsewhere (a restored draft, the other person's) is opened anew. */
function open(markdown: string): void {
  original = markdown
  if (!representable(markdown)) {
    mode.value = 'Source'
    return
  }
  editor.value?.commands.setContent(markdown, { contentType: 'markdown', emitUpdate: false })
  opened = tidyMarkdown(editor.value?.getMarkdown() ?? markdown)
}
defineExpose({ open })

watch(mode, (now) => {
  if (now === 'Text') open(body.value)
})
function insert(link: { address: string; text: string }): void {
  insertLink(editor.value!, asking.value!, link)
  asking.value = undefined
}
const tools = useMarkdownTools(editor, (what) => (asking.value = what))
const tableTools = useTableTools(editor)
</script>

<template>
  <div class="editor" data-test="markdown-editor" :data-mode="mode">
    <div class="tools" role="toolbar" :aria-label="$t('library.markdownEditor.formatting')">
      <template v-if="mode === 'Text'">
        <button
          v-for="tool in tools"
          :key="tool.name"
          v-tooltip.bottom="tool.name"
          type="button"
          :aria-label="tool.name"
          :aria-pressed="tool.on"
          @click="tool.run()"
        >
          <component :is="tool.icon" :size="17" aria-hidden="true" />
        </button>
        <template v-if="inTable"
          ><Button
            v-for="tool in tableTools"
            :key="tool.name"
            text
            size="small"
            :label="tool.name"
            @click="tool.run()"
        /></template>
      </template>
      <span v-else-if="!representable(body)" class="small quiet">{{
        $t('library.markdownEditor.thisTextHasSomething')
      }}</span>
      <SelectButton
        v-model="mode"
        class="mode"
        :options="['Text', 'Source']"
        :option-disabled="(option: string) => option === 'Text' && !representable(body)"
        :allow-empty="false"
        size="small"
        :aria-label="$t('library.markdownEditor.editAs')"
      />
    </div>
    <EditorContent v-show="mode === 'Text'" :editor="editor" class="area" />
    <Textarea
      v-if="mode === 'Source'"
      v-model="body"
      class="source"
      auto-resize
      rows="16"
      :aria-label="$t('library.markdownEditor.sourceOfTheArticle')"
      data-test="source"
    />
    <LinkDialog v-if="asking" :kind="asking" @close="asking = undefined" @insert="insert" />
  </div>
</template>

<style scoped>
.editor {
  border: 1px solid var(--line);
  border-radius: var(--round-large);
  background: var(--surface);
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  align-items: center;
  padding: 5px 8px;
  border-bottom: 1px solid var(--line);
  position: sticky;
  top: 0;
  background: var(--surface);
  border-radius: var(--round-large) var(--round-large) 0 0;
  z-index: 2;
}
.tools > button:not(.p-button) {
  width: 32px;
  height: 30px;
  display: grid;
  place-items: center;
  border: 0;
  border-radius: var(--round-medium);
  background: none;
  color: var(--ink);
  cursor: pointer;
}
.tools > button[aria-pressed='true'] {
  background: var(--harbour-soft);
  color: var(--harbour);
}
.mode {
  margin-left: auto;
}
.area :deep(.tiptap) {
  min-height: 260px;
  padding: 14px 16px;
  outline: none;
}
.area :deep(.tiptap:focus-visible) {
  box-shadow: inset 0 0 0 2px var(--harbour);
  border-radius: 0 0 var(--round-large) var(--round-large);
}
.area :deep(.selectedCell) {
  background: var(--harbour-soft);
}
.area :deep(img) {
  max-width: 100%;
}
.area :deep(td p),
.area :deep(th p) {
  margin: 0;
}
.source {
  width: 100%;
  border: 0;
  font-family: ui-monospace, monospace;
  font-size: var(--text-small);
}
</style>
