import type { Pinned } from '@janua/core'
import type { Transaction } from 'sequelize'
import type { AccountTables } from '../accounts/models.ts'
import type { ContentTables } from '../library/models.ts'

const NAME = 'live_release'

/** The one pointer that says which release visitors get. It is read anew for every question, so that all processes agree. */
export class LivePointer {
  constructor(private readonly tables: ContentTables & Pick<AccountTables, 'settings'>) {}

  async read(transaction?: Transaction, lock = false): Promise<number | null> {
    const row = await this.tables.settings.findByPk(NAME, { transaction, lock })
    return (row?.value as number | undefined) ?? null
  }

  async set(release: number, transaction: Transaction): Promise<void> {
    await this.tables.settings.upsert({ name: NAME, value: release }, { transaction })
  }

  async pinned(transaction?: Transaction): Promise<Pinned[]> {
    const release = await this.read(transaction)
    return release === null ? [] : this.pinnedBy(release, transaction)
  }

  async pinnedBy(releaseId: number, transaction?: Transaction): Promise<Pinned[]> {
    const rows = await this.tables.releaseItems.findAll({ where: { releaseId }, transaction })
    return rows.map(({ itemId, revisionId }) => ({ item: itemId, revision: revisionId }))
  }
}
