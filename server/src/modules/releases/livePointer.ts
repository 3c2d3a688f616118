import type { ChangeState, OpenRelease } from '@janua/contracts'
import { type Pinned, placeOf } from '@janua/core'
import type { Transaction } from 'sequelize'
import type { ItemRow, ReleaseTables } from './tables.ts'
import type { Settings } from '../../platform/settings.ts'

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
  constructor(
    private readonly tables: ReleaseTables,
    private readonly settings: Settings,
  ) {}

  async read(transaction?: Transaction, lock = false): Promise<number | null> {
    return (await this.settings.read<number>(NAME, transaction, lock)) ?? null
  }

  async set(release: number, transaction: Transaction): Promise<void> {
    await this.settings.write(NAME, release, transaction)
  }

  /** The release that not everybody gets yet; null when there is none. */
  async open(transaction?: Transaction): Promise<OpenTo | null> {
    return (await this.settings.read<OpenTo>(OPEN, transaction)) ?? null
  }

  async setOpen(open: OpenTo | null, transaction: Transaction): Promise<void> {
    if (open) await this.settings.write(OPEN, open, transaction)
    else await this.settings.remove(OPEN, transaction)
  }

  /** Which release somebody gets: the team the open one, of the visitors always the same share of them. */
  async readFor(who: Asker | undefined): Promise<number | null> {
    const kept = await this.settings.readAll([NAME, OPEN])
    const live = (kept.get(NAME) as number | undefined) ?? null
    const open = kept.get(OPEN) as OpenTo | undefined
    if (!open || !who) return live
    const isAmong =
      who.team || (open.audience === 'share' && placeOf(`${open.number} ${who.id}`) < open.share)
    return isAmong ? open.number : live
  }

  /** Whether visitors get this revision of an item, and if not, how far its change is. */
  async changeStateOf(
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
