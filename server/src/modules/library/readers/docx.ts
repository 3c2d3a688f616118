import mammoth from 'mammoth'
import { markdownFrom } from './html.ts'
import { partsOf, textDocument } from './parts.ts'
import { asPicture } from './pictures.ts'
import type { Picture, ReadFile } from './readFile.ts'
import { oneLine, Unreadable } from './text.ts'
import { openZip } from './zip.ts'

const STYLES = ["p[style-name='Title'] => h1.title:fresh", "p[style-name='Subtitle'] => p:fresh"]

/** DOCX: headings, lists, tables, links and pictures, cut into parts at its headings. */
export async function readDocx(bytes: Buffer, name: string): Promise<ReadFile> {
  const zip = await openZip(bytes)
  if (!zip.names.includes('word/document.xml'))
    throw new Unreadable('it is named .docx but holds no text document')
  const pictures: Picture[] = []
  let lost = 0
  const convertImage = mammoth.images.imgElement(async (image) => {
    const found = asPicture('picture', Buffer.from(await image.readAsArrayBuffer()))
    if (found) pictures.push(found.picture)
    else lost++
    return { src: found?.address ?? '' }
  })
  const { value: html } = await mammoth
    .convertToHtml({ buffer: bytes }, { styleMap: STYLES, convertImage })
    .catch((cause: unknown) => {
      throw new Unreadable(
        `the document is damaged (${oneLine((cause as Error).message).slice(0, 120)})`,
      )
    })
  const titled = /<h1 class="title">(.*?)<\/h1>/s.exec(html)
  const parts = partsOf(
    markdownFrom(html.replace(titled?.[0] ?? '\u0000', '').replace(/<img[^>]*src=""[^>]*>/g, '')),
  )
  const named = oneLine(titled?.[1]?.replace(/<[^>]+>/g, '') ?? '')
  const notes =
    lost > 0
      ? [`${lost} picture${lost > 1 ? 's' : ''} left out: of a kind that browsers do not show`]
      : []
  return {
    kind: 'document',
    content: textDocument(parts, named, { name, format: 'docx' }),
    notes,
    pictures,
    original: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  }
}
