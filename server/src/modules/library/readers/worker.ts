import { readFile as readBytes } from 'node:fs/promises'
import { parentPort, workerData } from 'node:worker_threads'
import type { ArticleContent, DocumentContent } from '@janua/contracts'
import { countWords, splitParts, splitPassages } from '@janua/core'
import { hashOfFile } from '../../../platform/files/store.ts'
import type { ArrivedFile, ReadingOrder, Said } from './protocol.ts'
import { endingOf, READABLE, readFile, refuseMislabelled, Unreadable } from './read.ts'
import type { Beside, ReadFile } from './readFile.ts'
import { outliveStrays } from './strays.ts'
import type { Zip } from './zip.ts'

const PICTURES = /\.(png|jpe?g|gif|webp)$/i

/** The reading thread: reads one file after the other and says what became of each. It touches no database and no network. */
async function main({ files }: ReadingOrder): Promise<void> {
  const paths = new Map(files.map(({ name, path }) => [name, path]))
  const beside: Beside = async (path) => (paths.has(path) ? readBytes(paths.get(path)!) : undefined)
  const others = files.some(({ name }) => !PICTURES.test(name))
  for (const file of files) {
    if (others && PICTURES.test(file.name)) say({ type: 'found', more: -1 })
    else await readOne(file, beside)
  }
  say({ type: 'done' })
}

async function readOne({ name, path }: ArrivedFile, beside: Beside): Promise<void> {
  say({ type: 'begins', file: name })
  await saying(name, async () => {
    const bytes = await readBytes(path)
    refuseMislabelled(name, bytes)
    if (endingOf(name) !== 'zip') return tell(name, name, bytes, beside)
    const zip = await (await import('./zip.ts')).openZip(bytes)
    const { MANIFEST } = await import('./packageManifest.ts')
    const { readPackage } = await import('./package.ts')
    if (zip.names.includes(MANIFEST))
      return say({ type: 'package', file: name, ...(await readPackage(zip)) })
    await readZip(name, zip)
  })
}

async function readZip(name: string, zip: Zip): Promise<void> {
  const inside = zip.names.filter(
    (each) => !/(^|\/)(\.|__MACOSX)/.test(each) && !PICTURES.test(each),
  )
  if (inside.length === 0) throw new Unreadable('there is no file in it that can be read')
  say({ type: 'found', more: inside.length - 1 })
  const beside: Beside = async (path) => (zip.names.includes(path) ? zip.read(path) : undefined)
  for (const each of inside) {
    const shown = `${name} › ${each}`
    say({ type: 'begins', file: shown })
    await saying(shown, async () => {
      if (endingOf(each) === 'zip') throw new Unreadable('a ZIP within a ZIP is not opened')
      if (!READABLE.includes(endingOf(each))) refuseMislabelled(each, Buffer.alloc(0))
      await tell(shown, each, await zip.read(each), beside)
    })
  }
}

/** Files of this reading by the hash of their bytes. */
const taken = new Map<string, string>()

/** The same file, under another name or in another folder, is taken once. */
function refuseTwin(shown: string, bytes: Buffer): void {
  const hash = hashOfFile(bytes)
  const first = taken.get(hash)
  if (first !== undefined)
    throw new Unreadable(`it is the same file as “${first}”, which is taken once`)
  taken.set(hash, shown)
}

async function tell(shown: string, name: string, bytes: Buffer, beside: Beside): Promise<void> {
  refuseTwin(shown, bytes)
  const read = await readFile(name, bytes, beside)
  if (read.as === 'sheets') return say({ type: 'sheets', file: shown, sheets: read.sheets })
  const size = sizeOf(read)
  if (size.words === 0) throw new Unreadable('there is no text in it')
  const original = read.original ? { bytes, name, type: read.original } : undefined
  const { as: _as, ...item } = read
  say({
    type: 'item',
    file: shown,
    item: { ...item, pictures: [...(item.pictures ?? []), ...(original ? [original] : [])] },
    ...size,
  })
}

function sizeOf({ kind, content }: ReadFile): { words: number; passages: number } {
  const passages =
    kind === 'document'
      ? splitParts((content as DocumentContent).parts)
      : splitPassages((content as ArticleContent).body)
  return {
    passages: passages.length,
    words: passages.reduce((sum, { text }) => sum + countWords(text), 0),
  }
}

async function saying(file: string, work: () => Promise<void>): Promise<void> {
  try {
    await work()
  } catch (cause) {
    if (!(cause instanceof Unreadable) && process.env.JANUA_DEBUG)
      process.stderr.write(`${(cause as Error).stack}\n`)
    say({
      type: 'refused',
      file,
      reason:
        cause instanceof Unreadable
          ? cause.message
          : 'it could not be read: something in it is not as this kind of file should be',
    })
  }
}

function say(said: Said): void {
  parentPort?.postMessage(said)
}

if (parentPort) outliveStrays()
if (parentPort) void main((workerData as { order: ReadingOrder }).order)
