import type { ArticleContent, DocumentContent } from '@janua/contracts'
import { readMarkdown } from './markdown.ts'
import { readPlainText } from './plainText.ts'
import { type Beside, guessNotes, type Read, type ReadFile } from './readFile.ts'
import { decodeText, Unreadable } from './text.ts'

export { Unreadable } from './text.ts'

type Reader = (bytes: Buffer, name: string, beside: Beside) => Promise<Read> | Read
const ofText =
  (reader: (text: string, name: string, beside: Beside) => ReadFile | Promise<ReadFile>): Reader =>
  async (bytes, name, beside) => {
    const { text, guessed } = decodeText(bytes)
    const item = await reader(text, name, beside)
    return { as: 'item', ...item, notes: [...guessNotes(guessed), ...item.notes] }
  }

const html = ofText(async (...given) => (await import('./html.ts')).readHtml(...given))
const csv: Reader = async (bytes) => ({
  as: 'sheets',
  sheets: [(await import('./csv.ts')).readCsv(bytes)],
})
const workbook: Reader = async (bytes) => ({
  as: 'sheets',
  sheets: await (await import('./workbook.ts')).readWorkbook(bytes),
})
const markdown = ofText(readMarkdown)

/** The reader of each ending; the heavy ones are loaded when the first such file comes. */
const READERS: Record<string, Reader> = {
  md: markdown,
  markdown,
  html,
  htm: html,
  txt: ofText(readPlainText),
  pdf: async (bytes, name) => ({
    as: 'item',
    ...(await (await import('./pdf.ts')).readPdf(bytes, name)),
  }),
  docx: async (bytes, name) => ({
    as: 'item',
    ...(await (await import('./docx.ts')).readDocx(bytes, name)),
  }),
  odt: async (bytes, name) => ({
    as: 'item',
    ...(await (await import('./odt.ts')).readOdt(bytes, name)),
  }),
  xlsx: workbook,
  ods: workbook,
  csv,
  tsv: csv,
}
export const READABLE = [...Object.keys(READERS), 'zip']

/** What a file is by its first bytes, where that can be told. */
const SIGNS: { sign: string; is: string; endings: string[] }[] = [
  { sign: '%PDF-', is: 'a PDF', endings: ['pdf'] },
  {
    sign: 'PK\u0003\u0004',
    is: 'an office document or a ZIP',
    endings: ['docx', 'xlsx', 'odt', 'ods', 'zip'],
  },
  {
    sign: '\u00d0\u00cf\u0011\u00e0',
    is: 'an office document that is encrypted or of the kind before 2007',
    endings: [],
  },
  { sign: '{\\rtf', is: 'a rich text file', endings: [] },
  { sign: '\u0089PNG', is: 'a picture', endings: [] },
  { sign: '\u00ff\u00d8\u00ff', is: 'a picture', endings: [] },
]

export function endingOf(name: string): string {
  return /\.([a-z0-9]+)$/i.exec(name)?.[1]?.toLowerCase() ?? ''
}

/** Refuses what is empty, of no known kind, or not what its name says. @throws {Unreadable} */
export function refuseMislabelled(name: string, bytes: Buffer): void {
  const ending = endingOf(name)
  if (!READABLE.includes(ending))
    throw new Unreadable(
      `files of the kind “${ending || name}” cannot be read; Markdown, HTML, text, PDF, DOCX, ODT, XLSX, ODS, CSV and ZIP can`,
    )
  if (bytes.length === 0) throw new Unreadable('the file is empty')
  const start = bytes.subarray(0, 1024).toString('latin1')
  const sign = SIGNS.find((each) =>
    each.sign === '%PDF-'
      ? start.includes(each.sign) && ending !== 'md' && ending !== 'txt' && ending !== 'html'
      : start.startsWith(each.sign),
  )
  if (sign && !sign.endings.includes(ending))
    throw new Unreadable(`it is named .${ending} but holds ${sign.is}`)
  const wanted = SIGNS.find(({ endings }) => endings.includes(ending))
  if (wanted && sign !== wanted)
    throw new Unreadable(`it is named .${ending} but does not begin like one`)
}

/** Reads a file by its ending. @throws {Unreadable} with the reason in plain words */
export async function readFile(
  name: string,
  bytes: Buffer,
  beside: Beside = () => Promise.resolve(undefined),
): Promise<Read> {
  refuseMislabelled(name, bytes)
  const read = await READERS[endingOf(name)]!(bytes, name, beside)
  if (read.as === 'item' && isBare(read)) throw new Unreadable('there is no text in it')
  return read
}

function isBare({ kind, content }: ReadFile): boolean {
  if (kind === 'document')
    return (content as DocumentContent).parts.every(
      ({ body, leftOut }) => leftOut !== null || body.trim() === '',
    )
  return (content as ArticleContent).body.trim() === ''
}
