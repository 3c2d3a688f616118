import type { FileStore } from '../../platform/files/store.ts'
import type { ConversationViews } from '../conversations/index.ts'
import type { LibraryViews } from '../library/index.ts'

/** Removes stored files that neither the library nor any conversation refers to. @returns how many */
export function sweepFiles(
  read: Pick<LibraryViews, 'files'> & Pick<ConversationViews, 'attachments'>,
  store: FileStore,
): Promise<number> {
  const isUsed = async (hashes: readonly string[]) => {
    const where = { hash: [...hashes] }
    const [files, attachments] = await Promise.all([
      read.files.list({ attributes: ['hash'], where }),
      read.attachments.list({ attributes: ['hash'], where }),
    ])
    return new Set([...files, ...attachments].flatMap(({ hash }) => hash ?? []))
  }
  return store.sweep(isUsed, new Date())
}
