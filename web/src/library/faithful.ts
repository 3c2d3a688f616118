import { readBlocks } from '@janua/core'
import Image from '@tiptap/extension-image'
import { TableKit } from '@tiptap/extension-table'
import { Markdown, MarkdownManager } from '@tiptap/markdown'
import StarterKit from '@tiptap/starter-kit'

/** What the rich editor can show. */
export const EDITOR_EXTENSIONS = [
  StarterKit.configure({ link: { openOnClick: false, autolink: false, linkOnPaste: true } }),
  TableKit.configure({ table: { resizable: false } }),
  Image.configure({ inline: true }),
  Markdown,
]

/** Undoes what the editor's reader adds by itself: bare addresses made into links. */
export function tidyMarkdown(markdown: string): string {
  return `${markdown
    .replace(/\[([^\]\s]+)\]\((?:mailto:)?\1\)/g, '$1')
    .replace(/\n{3,}/g, '\n\n')
    .trim()}\n`
}

/** The text as it would come out of the editor, without a change. */
export function throughEditor(markdown: string): string {
  const manager = new MarkdownManager({ extensions: EDITOR_EXTENSIONS as never })
  return tidyMarkdown(manager.serialize(manager.parse(markdown)))
}

const CODE = /```[\s\S]*?```|`[^`\n]*`/g
const RAW_HTML = /<[a-z/!][^>\n]*>/i

/** Whether the editor keeps all that a text says; otherwise it is opened as source. */
export function representable(markdown: string): boolean {
  if (RAW_HTML.test(markdown.replace(CODE, ''))) return false
  try {
    return (
      JSON.stringify(readBlocks(throughEditor(markdown))) === JSON.stringify(readBlocks(markdown))
    )
  } catch {
    return false
  }
}

/** What to store: the text as it was, byte for byte, as long as the editor's own has not changed since it was opened. */
export function storedText(original: string, opened: string, now: string): string {
  return now === opened ? original : now
}
