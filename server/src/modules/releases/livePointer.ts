import type { ChangeState, OpenRelease } from '@janua/contracts'
import { type Pinned, placeOf } from '@janua/core'
import type { Transaction } from 'sequelize'
import type { ItemRow } from './tables.ts'
import type { AllTables } from '../../allTables.ts'

const NAME = 'live_release'
const OPEN = 'open_release'

/** A release that only the team, or a share of the visitors, gets. */
export type OpenTo = Omit<OpenRelease, 'outcomes'>

/** Who asks: a visitor by number, and whether a person of the team is behind it. */
export interface Asker {
  id: number
  team?: boolean
}

/** The one pointer that says which release visitors get. It is read anew for every question, so that all processes agree. */
export class LivePointer {
  constructor(private readonly tables: AllTables) {}

  async read(transaction?: Transaction, lock = false): Promise<number | null> {
    const row = await this.tables.settings.findByPk(NAME, { transaction, lock })
    return (row?.value as number | undefined) ?? null
  }

  async set(release: number, transaction: Transaction): Promise<void> {
    await this.tables.settings.upsert({ name: NAME, value: release }, { transaction })
  }

  /** The release that not everybody gets yet; null when there is none. */
  async open(transaction?: Transaction): Promise<OpenTo | null> {
    const row = await this.tables.settings.findByPk(OPEN, { transaction })
    return (row?.value as OpenTo | null | undefined) ?? null
  }

  async setOpen(open: OpenTo | null, transaction: Transaction): Promise<void> {
    if (open) await this.tables.settings.upsert({ name: OPEN, value: open }, { transaction })
    else await this.tables.settings.destroy({ where: { name: OPEN }, transaction })
  }

  /** Which release somebody gets: the team the open one, of the visitors always the same share of them. */
  async readFor(who: Asker | undefined): Promise<number | null> {
    const rows = await this.tables.settings.findAll({ where: { name: [NAME, OPEN] } })
    const valueOf = (wanted: string) => rows.find(({ name }) => name === wanted)?.value
    const [live, open] = [
      (valueOf(NAME) as number | undefined) ?? null,
      valueOf(OPEN) as OpenTo | undefined,
    ]
    if (!open || !who) return live
    const isAmong =
      who.team || (open.audience === 'share' && placeOf(`${open.number} ${who.id}`) < open.share)
    return isAmong ? open.number : live
  }

  /** Whether visitors get this revision of an item, and if not, how far its change is. */
  async standing(
    item: Pick<ItemRow, 'id' | 'ready'>,
    revision: number,
  ): Promise<{ state: ChangeState; published: boolean }> {
    const releaseId = (await this.read()) ?? 0
    const pinned = await this.tables.releaseItems.findOne({ where: { releaseId, itemId: item.id } })
    return {
      state: pinned?.revisionId === revision ? 'live' : item.ready ? 'ready' : 'in work',
      published: pinned !== null,
    }
  }

  async pinned(transaction?: Transaction): Promise<Pinned[]> {
    const release = await this.read(transaction)
    return release === null ? [] : this.pinnedBy(release, transaction)
  }

  async pinnedBy(releaseId: number, transaction?: Transaction): Promise<Pinned[]> {
    const rows = await this.tables.releaseItems.findAll({
      where: { releaseId },
      raw: true,
      transaction,
    })
    return rows.map(({ itemId, revisionId }) => ({ item: itemId, revision: revisionId }))
  }
}
