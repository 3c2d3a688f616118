import { QueryTypes, type Sequelize } from 'sequelize'
import type { FileStore } from '../server/src/platform/files/store.ts'

/**
 * Moves files that an earlier Janua kept in the database into the file store, one by one; each is in one of the two at any moment.
 * @returns how many were moved
 */
export async function moveFilesOut(db: Sequelize, store: FileStore): Promise<number> {
  let moved = 0
  for (const { hash } of await select<{ hash: string }>(
    db,
    'SELECT DISTINCT hash FROM file_pieces',
  )) {
    const pieces = await select<{ bytes: Buffer }>(
      db,
      'SELECT bytes FROM file_pieces WHERE hash = :hash ORDER BY seq',
      { hash },
    )
    await store.put(Buffer.concat(pieces.map(({ bytes }) => bytes)))
    await db.query('DELETE FROM file_pieces WHERE hash = :hash', { replacements: { hash } })
    moved++
  }
  for (const { id } of await select<{ id: number }>(
    db,
    'SELECT id FROM attachments WHERE bytes IS NOT NULL',
  )) {
    const [row] = await select<{ bytes: Buffer }>(
      db,
      'SELECT bytes FROM attachments WHERE id = :id',
      { id },
    )
    const hash = await store.put(row!.bytes)
    await db.query('UPDATE attachments SET hash = :hash, bytes = NULL WHERE id = :id', {
      replacements: { hash, id },
    })
    moved++
  }
  return moved
}

function select<T extends object>(
  db: Sequelize,
  sql: string,
  replacements: Record<string, unknown> = {},
): Promise<T[]> {
  return db.query<T>(sql, { replacements, type: QueryTypes.SELECT })
}
