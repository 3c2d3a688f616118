import { createHash } from 'node:crypto'
import type { Response } from 'express'
import type { Transaction } from 'sequelize'
import type { Clock } from '../clock.ts'
import { problem } from '../http/problems.ts'
import type { ContentTables } from './models.ts'

const PIECE = 1024 * 1024

/** What may be shown in a browser; anything else is only ever saved as a file. */
const SHOWN = new Set(['image/png', 'image/jpeg', 'image/webp', 'image/gif', 'application/pdf'])

/** Pictures of articles and the originals of documents, named by the hash of their bytes. */
export class Files {
  constructor(private readonly needs: { tables: ContentTables; clock: Clock }) {}

  /** Keeps a file, once. @returns its hash */
  async keep(
    { name, type, bytes }: { name: string; type: string; bytes: Buffer },
    transaction?: Transaction,
  ): Promise<string> {
    const { tables, clock } = this.needs
    const hash = hashOfFile(bytes)
    if (await tables.files.findByPk(hash, { transaction })) return hash
    await tables.files.create(
      { hash, name: name.slice(-255), type, size: bytes.length, createdAt: clock.now() },
      { transaction },
    )
    for (let seq = 0; seq * PIECE < bytes.length; seq++)
      await tables.filePieces.create(
        { hash, seq, bytes: bytes.subarray(seq * PIECE, (seq + 1) * PIECE) },
        { transaction },
      )
    return hash
  }

  async read(hash: string): Promise<{ name: string; type: string; bytes: Buffer }> {
    const { tables } = this.needs
    const file = await tables.files.findByPk(hash)
    if (!file) throw problem('NOT_FOUND')
    const pieces = await tables.filePieces.findAll({ where: { hash }, order: [['seq', 'ASC']] })
    return {
      name: file.name,
      type: file.type,
      bytes: Buffer.concat(pieces.map(({ bytes }) => bytes)),
    }
  }

  /** Serves a file so that nothing in it can run: never as a page, and sandboxed. */
  async serve(hash: string, res: Response): Promise<void> {
    sendSafely(res, await this.read(hash), 'public, max-age=31536000, immutable')
  }
}

/** Sends a file so that nothing in it can run. */
export function sendSafely(
  res: Response,
  { name, type, bytes }: { name: string; type: string; bytes: Buffer },
  cached: string,
): void {
  const shown = SHOWN.has(type)
  res.set({
    'Content-Type': shown ? type : 'application/octet-stream',
    'Content-Disposition': `${shown ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(name.replace(/^.*[/\\]/, ''))}`,
    'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
    'X-Content-Type-Options': 'nosniff',
    'Cross-Origin-Resource-Policy': 'cross-origin',
    'Cache-Control': cached,
  })
  res.send(bytes)
}

/** The name of a file: the hash of its bytes. */
export function hashOfFile(bytes: Buffer): string {
  return createHash('sha256').update(bytes).digest('hex')
}

const MARKS: [type: string, starts: number[]][] = [
  ['image/png', [0x89, 0x50, 0x4e, 0x47]],
  ['image/jpeg', [0xff, 0xd8, 0xff]],
  ['image/gif', [0x47, 0x49, 0x46, 0x38]],
]

/** The type of a picture by its first bytes; undefined when it is none that is shown. */
export function pictureType(bytes: Buffer): string | undefined {
  if (
    bytes.subarray(0, 4).toString('latin1') === 'RIFF' &&
    bytes.subarray(8, 12).toString('latin1') === 'WEBP'
  )
    return 'image/webp'
  return MARKS.find(([, starts]) => starts.every((byte, i) => bytes[i] === byte))?.[0]
}
