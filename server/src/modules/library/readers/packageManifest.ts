import type { ReadFile } from './readFile.ts'
import type { Zip } from './zip.ts'
import { Unreadable } from './text.ts'

/** The manifest that tells an export of Janua from any other ZIP. */
export const MANIFEST = 'janua.json'
export const FORMAT = 'janua library'
export const VERSION = 1

export type Kind = ReadFile['kind']

/** One item on its way out or in. */
export interface PackedItem {
  uid: string
  kind: Kind
  content: unknown
  ready: boolean
  source: string | null
}

export interface Manifest {
  format: string
  version: number
  madeAt: string
  items: { uid: string; kind: Kind; path: string; ready: boolean; source: string | null }[]
  files: { path: string; name: string; type: string }[]
}

export const CSV = {
  fixed: 'fixed-answers.csv',
  glossary: 'glossary.csv',
  smallTalk: 'small-talk.csv',
} as const
export type CsvKind = keyof typeof CSV
/** What exports of before December 2026 call small talk. */
const OLD_KINDS: Record<string, Kind> = { courtesy: 'smallTalk' }
export const OLD_CSV: Partial<Record<CsvKind, string>> = { smallTalk: 'courtesies.csv' }
export const isCsv = (kind: Kind): kind is CsvKind => kind in CSV

export const filePath = (hash: string) => `files/${hash}`

export async function manifestOf(zip: Zip): Promise<Manifest> {
  const manifest = json<Manifest>(MANIFEST, (await zip.read(MANIFEST)).toString('utf8'))
  if (
    manifest.format !== FORMAT ||
    manifest.version !== VERSION ||
    !Array.isArray(manifest.items) ||
    !Array.isArray(manifest.files)
  )
    throw new Unreadable(`its ${MANIFEST} is not of a kind that this version of Janua reads`)
  const items = manifest.items.map((item) => ({
    ...item,
    kind: OLD_KINDS[item.kind] ?? item.kind,
  }))
  const whole = items.every(
    ({ uid, kind, path }) =>
      /^[0-9a-f-]{36}$/.test(uid) &&
      ['article', 'document', ...Object.keys(CSV)].includes(kind) &&
      typeof path === 'string',
  )
  if (!whole) throw new Unreadable(`its ${MANIFEST} names items that cannot be understood`)
  return { ...manifest, items }
}

export function json<T>(path: string, text: string): T {
  try {
    return JSON.parse(text) as T
  } catch {
    throw new Unreadable(`${path} in it is not valid JSON`)
  }
}
