<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import {
  Bold,
  Heading2,
  Heading3,
  ImagePlus,
  Italic,
  Link,
  List,
  ListOrdered,
  Table2,
} from '@lucide/vue'
import { EditorContent, useEditor } from '@tiptap/vue-3'
import Button from 'primevue/button'
import SelectButton from 'primevue/selectbutton'
import Textarea from 'primevue/textarea'
import { computed, ref, watch } from 'vue'
import LinkDialog from './LinkDialog.vue'
import { EDITOR_EXTENSIONS, representable, storedText, tidyMarkdown } from './faithful.ts'

const body = defineModel<string>({ required: true })
let original = body.value
let opened = ''
const rich = representable(body.value)
const mode = ref<'Text' | 'Source'>(rich ? 'Text' : 'Source')
const asking = ref<'link' | 'picture'>()

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
function insert({ address, text }: { address: string; text: string }): void {
  const chain = editor.value!.chain().focus()
  if (asking.value === 'picture') chain.setImage({ src: address, alt: text }).run()
  else if (editor.value!.state.selection.empty)
    chain
      .insertContent({
        type: 'text',
        text: text || address,
        marks: [{ type: 'link', attrs: { href: address } }],
      })
      .run()
  else chain.setLink({ href: address }).run()
  asking.value = undefined
}
const tools = computed(() => {
  const e = editor.value
  if (!e) return []
  const chain = () => e.chain().focus()
  return [
    {
      icon: Bold,
      name: t('library.markdownEditor.bold'),
      on: e.isActive('bold'),
      run: () => chain().toggleBold().run(),
    },
    {
      icon: Italic,
      name: t('library.markdownEditor.italic'),
      on: e.isActive('italic'),
      run: () => chain().toggleItalic().run(),
    },
    {
      icon: Heading2,
      name: t('library.markdownEditor.heading'),
      on: e.isActive('heading', { level: 2 }),
      run: () => chain().toggleHeading({ level: 2 }).run(),
    },
    {
      icon: Heading3,
      name: t('library.markdownEditor.smallHeading'),
      on: e.isActive('heading', { level: 3 }),
      run: () => chain().toggleHeading({ level: 3 }).run(),
    },
    {
      icon: List,
      name: t('library.markdownEditor.list'),
      on: e.isActive('bulletList'),
      run: () => chain().toggleBulletList().run(),
    },
    {
      icon: ListOrdered,
      name: t('library.markdownEditor.steps'),
      on: e.isActive('orderedList'),
      run: () => chain().toggleOrderedList().run(),
    },
    {
      icon: Link,
      name: t('library.markdownEditor.link'),
      on: e.isActive('link'),
      run: () => (asking.value = 'link'),
    },
    {
      icon: ImagePlus,
      name: t('library.markdownEditor.picture'),
      on: false,
      run: () => (asking.value = 'picture'),
    },
    {
      icon: Table2,
      name: t('library.markdownEditor.table'),
      on: inTable.value,
      run: () => chain().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
    },
  ]
})
const tableTools = computed(() => {
  const chain = () => editor.value!.chain().focus()
  return [
    { name: t('library.markdownEditor.rowBelow'), run: () => chain().addRowAfter().run() },
    { name: t('library.markdownEditor.columnRight'), run: () => chain().addColumnAfter().run() },
    { name: t('library.markdownEditor.dropRow'), run: () => chain().deleteRow().run() },
    { name: t('library.markdownEditor.dropColumn'), run: () => chain().deleteColumn().run() },
    { name: t('library.markdownEditor.dropTable'), run: () => chain().deleteTable().run() },
  ]
})
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
