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
import type { Editor } from '@tiptap/vue-3'
import { computed, type ShallowRef } from 'vue'
import { t } from '../shell/i18n.ts'

type Shown = Readonly<ShallowRef<Editor | undefined>>
export type LinkKind = 'link' | 'picture'

/** Puts a link or a picture where the cursor stands; what is selected becomes the text of the link. */
export function insertLink(
  editor: Editor,
  kind: LinkKind,
  { address, text }: { address: string; text: string },
): void {
  const chain = editor.chain().focus()
  if (kind === 'picture') chain.setImage({ src: address, alt: text }).run()
  else if (editor.state.selection.empty)
    chain
      .insertContent({
        type: 'text',
        text: text || address,
        marks: [{ type: 'link', attrs: { href: address } }],
      })
      .run()
  else chain.setLink({ href: address }).run()
}

/** What the bar above the text offers, and which of it holds where the cursor stands. */
export function useMarkdownTools(editor: Shown, ask: (what: LinkKind) => void) {
  return computed(() => {
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
        run: () => ask('link'),
      },
      {
        icon: ImagePlus,
        name: t('library.markdownEditor.picture'),
        on: false,
        run: () => ask('picture'),
      },
      {
        icon: Table2,
        name: t('library.markdownEditor.table'),
        on: e.isActive('table'),
        run: () => chain().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
      },
    ]
  })
}

/** What can be done to a table, while the cursor stands in one. */
export function useTableTools(editor: Shown) {
  return computed(() => {
    const chain = () => editor.value!.chain().focus()
    return [
      { name: t('library.markdownEditor.rowBelow'), run: () => chain().addRowAfter().run() },
      { name: t('library.markdownEditor.columnRight'), run: () => chain().addColumnAfter().run() },
      { name: t('library.markdownEditor.dropRow'), run: () => chain().deleteRow().run() },
      { name: t('library.markdownEditor.dropColumn'), run: () => chain().deleteColumn().run() },
      { name: t('library.markdownEditor.dropTable'), run: () => chain().deleteTable().run() },
    ]
  })
}
