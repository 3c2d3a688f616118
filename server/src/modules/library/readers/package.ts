import type { Zip } from './zip.ts'
import type { Picture, ReadFile } from './readFile.ts'
import {
  CSV,
  type CsvKind,
  isCsv,
  json,
  type Kind,
  MANIFEST,
  manifestOf,
  OLD_CSV,
} from './packageManifest.ts'
import { fromCsv } from './packageSheets.ts'
import type { DocumentContent } from '@janua/contracts'
import { readMarkdown } from './markdown.ts'

/** Reads an export back: the same items, with their numbers. */
export async function readPackage(
  zip: Zip,
): Promise<{ items: (ReadFile & { name: string })[]; notes: string[] }> {
  const manifest = await manifestOf(zip)
  const rows = new Map<CsvKind, Map<string, ReadFile['content']>>()
  for (const kind of Object.keys(CSV) as CsvKind[]) {
    const name = [CSV[kind], OLD_CSV[kind]].find((each) => each && zip.names.includes(each))
    rows.set(kind, name ? fromCsv(kind, (await zip.read(name)).toString('utf8')) : new Map())
  }
  const pictures = await Promise.all(
    manifest.files
      .filter(({ path }) => zip.names.includes(path))
      .map(async ({ path, name, type }): Promise<Picture> => ({
        name,
        type,
        bytes: await zip.read(path),
      })),
  )
  const items: (ReadFile & { name: string })[] = []
  const notes: string[] = []
  for (const { uid, kind, path, ready, source } of manifest.items) {
    const content = isCsv(kind)
      ? rows.get(kind)!.get(uid)
      : zip.names.includes(path)
        ? await contentOf(kind, path, zip)
        : undefined
    if (content === undefined) notes.push(`${path}: an item named in ${MANIFEST} is missing`)
    else items.push({ kind, content, notes: [], uid, ready, name: source ?? '' })
  }
  if (items[0]) items[0].pictures = pictures
  return { items, notes }
}

async function contentOf(kind: Kind, path: string, zip: Zip): Promise<object> {
  const text = (await zip.read(path)).toString('utf8')
  if (kind === 'document') return json<DocumentContent>(path, text)
  return (await readMarkdown(text, 'article.md', () => Promise.resolve(undefined))).content
}
