import type { Response } from 'express'
import type { Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { sendSafely } from '../../platform/files/serving.ts'
import { type FileStore, hashOfFile } from '../../platform/files/store.ts'
import { problem } from '../../platform/http/problems.ts'
import type { LibraryTables } from './tables.ts'

/** Pictures of articles and the originals of documents; their bytes lie in the file store. */
export class Files {
  constructor(
    private readonly dependencies: { tables: LibraryTables; store: FileStore; clock: Clock },
  ) {}

  /** Keeps a file, once. @returns its hash. @throws DISK_FULL */
  async keep(
    { name, type, bytes }: { name: string; type: string; bytes: Buffer },
    transaction?: Transaction,
  ): Promise<string> {
    const { tables, store, clock } = this.dependencies
    const known = await tables.files.findByPk(hashOfFile(bytes), { transaction })
    const hash = await store.put(bytes)
    if (!known)
      await tables.files.create(
        { hash, name: name.slice(-255), type, size: bytes.length, createdAt: clock.now() },
        { transaction },
      )
    return hash
  }

  async read(hash: string): Promise<{ name: string; type: string; bytes: Buffer }> {
    const { tables, store } = this.dependencies
    const file = await tables.files.findByPk(hash)
    if (!file) throw problem('NOT_FOUND')
    return { name: file.name, type: file.type, bytes: await store.read(hash) }
  }

  /**
   * Serves a file so that nothing in it can run: never as a page, and sandboxed. Pictures belong to what is shown to everybody;
   * an original opens for who is signed in, or holds a signed address.
   */
  async serve(hash: string, mayOpenOriginals: boolean, res: Response): Promise<void> {
    const file = await this.read(hash)
    const isPicture = file.type.startsWith('image/')
    if (!isPicture && !mayOpenOriginals) throw problem('NOT_FOUND')
    sendSafely(
      res,
      file,
      isPicture ? 'public, max-age=31536000, immutable' : 'private, max-age=3600',
    )
  }
}
