import type { FileStore } from '../../platform/files/store.ts'
import type { AllTables } from '../../allTables.ts'

/** Removes stored files that neither the library nor any conversation refers to. @returns how many */
export function sweepFiles(tables: AllTables, store: FileStore): Promise<number> {
  const isUsed = async (hashes: readonly string[]) => {
    const where = { hash: [...hashes] }
    const [files, attachments] = await Promise.all([
      tables.files.findAll({ attributes: ['hash'], where }),
      tables.attachments.findAll({ attributes: ['hash'], where }),
    ])
    return new Set([...files, ...attachments].flatMap(({ hash }) => hash ?? []))
  }
  return store.sweep(isUsed, new Date())
}
