import yauzl, { type Entry, type ZipFile } from 'yauzl'
import yazl from 'yazl'
import { Unreadable } from './text.ts'

const MB = 1024 * 1024
/** A container may hold this much when unpacked, all in all and in one file: enough for any library, and far from what fills a memory. */
export const MOST_UNPACKED = 300 * MB
const MOST_ONE = 60 * MB
const MOST_ENTRIES = 5_000
/** Text packs 3 to 20 times, office files up to 50 times; what packs far better is made to burst. */
const MOST_RATIO = 200

export interface Zip {
  names: string[]
  read(name: string): Promise<Buffer>
}

/**
 * Opens a ZIP, an office document included, after looking at what it would unpack to. An entry that unpacks to more than it
 * declares is stopped by the reader.
 * @throws {Unreadable} when it is damaged, encrypted, or would burst
 */
export async function openZip(bytes: Buffer): Promise<Zip> {
  const file = await open(bytes)
  const entries = await entriesOf(file)
  const unpacked = entries.reduce((sum, { uncompressedSize }) => sum + uncompressedSize, 0)
  if (entries.some((entry) => entry.isEncrypted()))
    throw new Unreadable('it is encrypted; please bring it without a password')
  if (unpacked > MOST_UNPACKED)
    throw new Unreadable(
      `it would unpack to ${Math.round(unpacked / MB)} MB; at most ${MOST_UNPACKED / MB} MB are read`,
    )
  const bursting = entries.find(
    ({ uncompressedSize, compressedSize }) =>
      uncompressedSize > MOST_ONE ||
      (uncompressedSize > MB && uncompressedSize > compressedSize * MOST_RATIO),
  )
  if (bursting)
    throw new Unreadable(
      `“${bursting.fileName.slice(0, 80)}” in it is packed so tightly that it would fill the memory`,
    )
  const byName = new Map(entries.map((entry) => [entry.fileName, entry]))
  return {
    names: [...byName.keys()].filter((name) => !name.endsWith('/')),
    read: (name) => contentOf(file, byName.get(name)!),
  }
}

function open(bytes: Buffer): Promise<ZipFile> {
  return new Promise((done, failed) => {
    yauzl.fromBuffer(bytes, { lazyEntries: true, autoClose: false }, (cause, file) =>
      cause ? failed(damaged(cause)) : done(file),
    )
  })
}

function entriesOf(file: ZipFile): Promise<Entry[]> {
  if (file.entryCount > MOST_ENTRIES)
    throw new Unreadable(
      `it holds ${file.entryCount} files; at most ${MOST_ENTRIES} are read at once`,
    )
  const entries: Entry[] = []
  return new Promise((done, failed) => {
    file.on('entry', (entry: Entry) => {
      entries.push(entry)
      file.readEntry()
    })
    file.once('end', () => done(entries))
    file.once('error', (cause: Error) => failed(damaged(cause)))
    file.readEntry()
  })
}

function contentOf(file: ZipFile, entry: Entry): Promise<Buffer> {
  return new Promise((done, failed) => {
    file.openReadStream(entry, (cause, stream) => {
      if (cause) return failed(damaged(cause))
      const pieces: Buffer[] = []
      stream.on('data', (piece: Buffer) => pieces.push(piece))
      stream.once('end', () => done(Buffer.concat(pieces)))
      stream.once('error', (inner: Error) => failed(damaged(inner)))
    })
  })
}

function damaged(cause: Error): Unreadable {
  return new Unreadable(`it is damaged or was cut off (${cause.message.slice(0, 100)})`)
}

/** A ZIP of the given files. */
export async function packZip(
  files: Iterable<readonly [name: string, content: string | Buffer]>,
  compress = true,
): Promise<Buffer> {
  const zip = new yazl.ZipFile()
  for (const [name, content] of files) zip.addBuffer(Buffer.from(content), name, { compress })
  zip.end()
  const pieces: Buffer[] = []
  for await (const piece of zip.outputStream) pieces.push(piece as Buffer)
  return Buffer.concat(pieces)
}

/**
 * The same container anew, its entries unpacked and laid in as they are: for readers whose own unpacking does not stand up to
 * damaged data.
 * @param wanted which entries are needed
 */
export async function laidOpen(zip: Zip, wanted: (name: string) => boolean): Promise<Buffer> {
  const entries: [string, Buffer][] = []
  for (const name of zip.names.filter(wanted)) entries.push([name, await zip.read(name)])
  return packZip(entries, false)
}
