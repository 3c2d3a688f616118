import {
  CSV,
  type CsvKind,
  filePath,
  FORMAT,
  isCsv,
  type Kind,
  type Manifest,
  MANIFEST,
  type PackedItem,
  VERSION,
} from './packageManifest.ts'
import type { ArticleContent } from '@janua/contracts'
import { asCsv } from './packageSheets.ts'
import { dump } from 'js-yaml'

/** The files of an export: articles as Markdown, documents as JSON, the rest as CSV, and the manifest. */
export function packLibrary(
  items: readonly PackedItem[],
  files: readonly { hash: string; name: string; type: string }[],
  madeAt: string,
): Map<string, string> {
  const out = new Map<string, string>()
  const entries = items.map(({ uid, kind, content, ready, source }) => ({
    uid,
    kind,
    path: isCsv(kind) ? CSV[kind] : freePath(kind, content, out),
    ready,
    source,
    content,
  }))
  for (const { kind, path, content } of entries)
    if (!isCsv(kind))
      out.set(
        path,
        kind === 'article'
          ? asMarkdown(content as ArticleContent)
          : `${JSON.stringify(content, null, 1)}\n`,
      )
  for (const kind of Object.keys(CSV) as CsvKind[])
    out.set(
      CSV[kind],
      asCsv(
        kind,
        items.filter((item) => item.kind === kind),
      ),
    )
  const manifest: Manifest = {
    format: FORMAT,
    version: VERSION,
    madeAt,
    items: entries.map(({ content: _content, ...entry }) => entry),
    files: files.map(({ hash, name, type }) => ({ path: filePath(hash), name, type })),
  }
  out.set(MANIFEST, `${JSON.stringify(manifest, null, 1)}\n`)
  return out
}

function asMarkdown({
  title,
  collection,
  phrasings,
  body,
  reviewOn,
  holds,
}: ArticleContent): string {
  const front = {
    title,
    ...(collection && { collection }),
    ...(phrasings.length > 0 && { questions: phrasings }),
    ...(reviewOn && { review: reviewOn }),
    ...(holds?.from && { from: holds.from }),
    ...(holds?.until && { until: holds.until }),
    ...(holds && holds.doors.length > 0 && { doors: holds.doors }),
    ...(holds?.audience && { audience: holds.audience }),
  }
  return `---\n${dump(front, { lineWidth: -1 })}---\n${body}`
}

function freePath(kind: Kind, content: unknown, taken: ReadonlyMap<string, string>): string {
  const { title, collection } = content as ArticleContent
  const folder =
    kind === 'article' ? ['articles', slug(collection)].filter(Boolean).join('/') : 'documents'
  const ending = kind === 'article' ? 'md' : 'json'
  for (let n = 1; ; n++) {
    const path = `${folder}/${slug(title) || 'untitled'}${n > 1 ? `-${n}` : ''}.${ending}`
    if (!taken.has(path)) return path
  }
}

function slug(text: string): string {
  return text
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60)
}
