import type { DocumentContent } from '@janua/contracts'
import { getDocumentProxy } from 'unpdf'
import { layOut, type PageText } from './pdfLayout.ts'
import { checked } from './parts.ts'
import type { ReadFile } from './readFile.ts'
import { collectionFromName, oneLine, titleFromName, Unreadable } from './text.ts'

const MOST_PAGES = 1_500

type Pdf = Awaited<ReturnType<typeof getDocumentProxy>>

/** PDF: headings by the size and weight of the type, lists, tables by their columns, each part with its page. */
export async function readPdf(bytes: Buffer, name: string): Promise<ReadFile> {
  const pdf = await opened(bytes)
  try {
    if (pdf.numPages > MOST_PAGES)
      throw new Unreadable(
        `it has ${pdf.numPages} pages; at most ${MOST_PAGES} are read, so please split it`,
      )
    const pages: PageText[] = []
    for (let number = 1; number <= pdf.numPages; number++) pages.push(await pageText(pdf, number))
    const bare = pages.filter(({ pieces }) => pieces.length === 0).map(({ number }) => number)
    if (bare.length === pages.length)
      throw new Unreadable(
        'its pages are pictures without text (scanned); let a text recognition program run over it first',
      )
    const { title, parts } = layOut(pages)
    const content: DocumentContent = {
      title: (title || titleFromName(name)).slice(0, 200),
      collection: collectionFromName(name),
      format: 'pdf',
      file: null,
      address: null,
      pages: pdf.numPages,
      phrasings: [],
      parts: checked(parts),
      reviewOn: null,
    }
    const notes =
      bare.length > 0
        ? [
            `no text on page${bare.length > 1 ? 's' : ''} ${bare.slice(0, 12).join(', ')}${bare.length > 12 ? ' …' : ''}: scanned or empty`,
          ]
        : []
    return { kind: 'document', content, notes, original: 'application/pdf' }
  } finally {
    await pdf.destroy()
  }
}

async function opened(bytes: Buffer): Promise<Pdf> {
  try {
    return await getDocumentProxy(new Uint8Array(bytes), {
      isEvalSupported: false,
      verbosity: 0,
      stopAtErrors: false,
    } as never)
  } catch (cause) {
    if ((cause as Error).name === 'PasswordException')
      throw new Unreadable('it is encrypted; please bring it without a password')
    throw new Unreadable(
      `the PDF is damaged or was cut off (${oneLine((cause as Error).message).slice(0, 100)})`,
    )
  }
}

async function pageText(pdf: Pdf, number: number): Promise<PageText> {
  try {
    const page = await pdf.getPage(number)
    const { height, width } = page.getViewport({ scale: 1 })
    const { items } = await page.getTextContent()
    const bold = await boldFonts(page, items)
    const pieces = items.flatMap((item) => {
      if (!('str' in item) || item.str.trim() === '') return []
      const [a, b, , , x, y] = item.transform as [number, number, number, number, number, number]
      const upright = Math.abs(b) < Math.abs(a) * 0.05 // text that stands across the page is ornament
      return upright
        ? [
            {
              text: item.str,
              x,
              y: height - y,
              width: item.width,
              size: item.height || Math.abs(a),
              bold: bold.has(item.fontName),
            },
          ]
        : []
    })
    return { number, width, height, pieces }
  } catch (cause) {
    throw new Unreadable(
      `page ${number} is damaged (${oneLine((cause as Error).message).slice(0, 100)})`,
    )
  }
}

/** Fonts whose own name says that they are bold. A page whose fonts cannot be looked at has none. */
async function boldFonts(
  page: Awaited<ReturnType<Pdf['getPage']>>,
  items: readonly unknown[],
): Promise<Set<string>> {
  const names = new Set(items.map((item) => (item as { fontName?: string }).fontName ?? ''))
  const bold = new Set<string>()
  try {
    await page.getOperatorList()
    for (const name of names)
      if (
        page.commonObjs.has(name) &&
        /bold|black|heavy|semib/i.test((page.commonObjs.get(name) as { name?: string }).name ?? '')
      )
        bold.add(name)
  } catch {
    return bold
  }
  return bold
}
