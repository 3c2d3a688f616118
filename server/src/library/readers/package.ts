import type {
  ArticleContent,
  CourtesyContent,
  DocumentContent,
  GlossaryContent,
} from '@janua/contracts'
import { parse } from 'csv-parse/sync'
import { stringify } from 'csv-stringify/sync'
import { dump } from 'js-yaml'
import { readMarkdown } from './markdown.ts'
import type { Picture, ReadFile } from './readFile.ts'
import { Unreadable } from './text.ts'
import type { Zip } from './zip.ts'

/** The manifest that tells an export of Janua from any other ZIP. */
export const MANIFEST = 'janua.json'
const FORMAT = 'janua library'
const VERSION = 1

type Kind = ReadFile['kind']

/** One item on its way out or in. */
export interface PackedItem {
  uid: string
  kind: Kind
  content: unknown
  ready: boolean
  source: string | null
}

interface Manifest {
  format: string
  version: number
  madeAt: string
  items: { uid: string; kind: Kind; path: string; ready: boolean; source: string | null }[]
  files: { path: string; name: string; type: string }[]
}

const CSV = {
  fixed: 'fixed-answers.csv',
  glossary: 'glossary.csv',
  courtesy: 'courtesies.csv',
} as const
type CsvKind = keyof typeof CSV
const isCsv = (kind: Kind): kind is CsvKind => kind in CSV

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

export const filePath = (hash: string) => `files/${hash}`

/** Reads an export back: the same items, with their numbers. */
export async function readPackage(
  zip: Zip,
): Promise<{ items: (ReadFile & { name: string })[]; notes: string[] }> {
  const manifest = await manifestOf(zip)
  const rows = new Map<CsvKind, Map<string, ReadFile['content']>>()
  for (const kind of Object.keys(CSV) as CsvKind[])
    rows.set(
      kind,
      zip.names.includes(CSV[kind])
        ? fromCsv(kind, (await zip.read(CSV[kind])).toString('utf8'))
        : new Map(),
    )
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

async function manifestOf(zip: Zip): Promise<Manifest> {
  const manifest = json<Manifest>(MANIFEST, (await zip.read(MANIFEST)).toString('utf8'))
  if (
    manifest.format !== FORMAT ||
    manifest.version !== VERSION ||
    !Array.isArray(manifest.items) ||
    !Array.isArray(manifest.files)
  )
    throw new Unreadable(`its ${MANIFEST} is not of a kind that this version of Janua reads`)
  const whole = manifest.items.every(
    ({ uid, kind, path }) =>
      /^[0-9a-f-]{36}$/.test(uid) &&
      ['article', 'document', ...Object.keys(CSV)].includes(kind) &&
      typeof path === 'string',
  )
  if (!whole) throw new Unreadable(`its ${MANIFEST} names items that cannot be understood`)
  return manifest
}

async function contentOf(kind: Kind, path: string, zip: Zip): Promise<object> {
  const text = (await zip.read(path)).toString('utf8')
  if (kind === 'document') return json<DocumentContent>(path, text)
  return (await readMarkdown(text, 'article.md', () => Promise.resolve(undefined))).content
}

function json<T>(path: string, text: string): T {
  try {
    return JSON.parse(text) as T
  } catch {
    throw new Unreadable(`${path} in it is not valid JSON`)
  }
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

type Columns<C> = Record<
  string,
  { get: (content: C) => string | null; set: (cell: string) => unknown }
>
const lines = { set: (cell: string) => (cell === '' ? [] : cell.split('\n')) }
const day = { set: (cell: string) => cell || null }
const plain = { set: (cell: string) => cell }

const FIXED: Columns<ArticleContent> = {
  title: { get: ({ title }) => title, ...plain },
  collection: { get: ({ collection }) => collection, ...plain },
  questions: { get: ({ phrasings }) => phrasings.join('\n'), ...lines },
  answer: { get: ({ body }) => body, ...plain },
  from: { get: ({ holds }) => holds?.from ?? '', ...day },
  until: { get: ({ holds }) => holds?.until ?? '', ...day },
  doors: { get: ({ holds }) => (holds?.doors ?? []).join('\n'), ...lines },
  review: { get: ({ reviewOn }) => reviewOn ?? '', ...day },
}
const GLOSSARY: Columns<GlossaryContent> = {
  term: { get: ({ term }) => term, ...plain },
  also: { get: ({ also }) => also.join('\n'), ...lines },
  meaning: { get: ({ meaning }) => meaning, ...plain },
}
const COURTESIES: Columns<CourtesyContent> = {
  name: { get: ({ name }) => name, ...plain },
  says: { get: ({ says }) => says.join('\n'), ...lines },
  'reply en': { get: ({ replies }) => replies.en, ...plain },
  'reply de': { get: ({ replies }) => replies.de, ...plain },
}
const COLUMNS = { fixed: FIXED, glossary: GLOSSARY, courtesy: COURTESIES } as Record<
  CsvKind,
  Columns<any>
>

function asCsv(kind: CsvKind, items: readonly PackedItem[]): string {
  const columns = Object.entries(COLUMNS[kind])
  const rows = items.map(({ uid, content }) => [
    ...columns.map(([, { get }]) => guarded(get(content) ?? '')),
    uid,
  ])
  return stringify([[...columns.map(([name]) => name), 'id'], ...rows], { bom: true })
}

function fromCsv(kind: CsvKind, text: string): Map<string, ReadFile['content']> {
  let rows: string[][]
  try {
    rows = parse(text, { bom: true, relax_column_count: true })
  } catch (cause) {
    throw new Unreadable(
      `${CSV[kind]} in it cannot be read: ${(cause as Error).message.slice(0, 100)}`,
    )
  }
  const head = rows[0] ?? []
  const at = (name: string) => head.indexOf(name)
  return new Map(
    rows.slice(1).map((row) => {
      const value = Object.fromEntries(
        Object.entries(COLUMNS[kind]).map(([name, { set }]) => [
          name,
          set(unguarded(row[at(name)] ?? '')),
        ]),
      ) as Record<string, any>
      return [row[at('id')] ?? '', shaped(kind, value)]
    }),
  )
}

function shaped(kind: CsvKind, row: Record<string, any>): ReadFile['content'] {
  if (kind === 'glossary') return { term: row.term, also: row.also, meaning: row.meaning }
  if (kind === 'courtesy')
    return { name: row.name, says: row.says, replies: { en: row['reply en'], de: row['reply de'] } }
  return {
    title: row.title,
    collection: row.collection,
    phrasings: row.questions,
    body: row.answer,
    reviewOn: row.review,
    holds: { from: row.from, until: row.until, doors: row.doors },
  }
}

/** A cell that a spreadsheet would take for a formula is led by an apostrophe; reading takes it off again. */
function guarded(cell: string): string {
  return /^'*[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell
}
function unguarded(cell: string): string {
  return /^'+[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell
}
