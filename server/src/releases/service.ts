import type { ReleaseRow as ReleaseView, ReleaseState } from '@janua/contracts'
import { changesBetween, type Pinned } from '@janua/core'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Actor, Audit } from '../accounts/audit.ts'
import type { Clock } from '../clock.ts'
import type { Events } from '../events.ts'
import { problem } from '../http/problems.ts'
import type { ContentTables } from '../library/models.ts'
import { type Draft, hashOf } from './draft.ts'
import type { LivePointer } from './livePointer.ts'

interface Needs {
  db: Sequelize
  tables: ContentTables
  draft: Draft
  live: LivePointer
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  events: Events
  clock: Clock
  /** Makes the index before the pointer moves, so that the first visitor does not wait for it. */
  prepare: (release: number) => Promise<void>
  /** How sure the engine may be, as it was learnt last; the release freezes it. */
  newestModel: () => Promise<{ id: number } | null>
}

type StoredChange = ReleaseView['changes'][number] & { item: number }

/** Releases: immutable, numbered sets of revisions; one of them is live. */
export class Releases {
  constructor(private readonly needs: Needs) {}

  /** Takes the chosen ready changes into a new release and makes it live; everything else stays in the draft. */
  async publish(actor: Actor, chosen: readonly number[], note: string): Promise<{ number: number; items: number[] }> {
    const { db, tables, draft, live, clock, audit, newestModel } = this.needs
    const made = await db.transaction(async (transaction) => {
      const previous = await live.read(transaction, true)
      const waiting = (await draft.changes(transaction)).filter(({ item }) => chosen.includes(item))
      if (waiting.length === 0) throw problem('NOTHING_TO_PUBLISH')
      const unready = waiting.find(({ ready }) => !ready)
      if (unready) throw problem('CHANGE_NOT_READY', unready.title)
      const pinned = merged(await live.pinned(transaction), await draft.pinned(transaction), new Set(waiting.map(({ item }) => item)))
      const changes: StoredChange[] = waiting.map(({ item, kind, title, type }) => ({ item, kind, title, type }))
      const release = await tables.releases.create({ note, hash: hashOf(pinned), previous, changes, modelId: (await newestModel())?.id ?? null, createdBy: actor.id, createdAt: clock.now() }, { transaction })
      await tables.releaseItems.bulkCreate(pinned.map(({ item, revision }) => ({ releaseId: release.id, itemId: item, revisionId: revision })), { transaction })
      await tables.items.update({ ready: false }, { where: { id: waiting.map(({ item }) => item) }, transaction })
      await audit.note(actor, 'published', `Release ${release.id}`, { note, changes: changes.length }, transaction)
      return { number: release.id, items: waiting.map(({ item }) => item) }
    })
    await this.needs.prepare(made.number)
    await this.goLive(made.number)
    return made
  }

  async rollBack(actor: Actor, number: number): Promise<void> {
    const { tables, live, audit, prepare } = this.needs
    if (!(await tables.releases.findByPk(number))) throw problem('RELEASE_NOT_FOUND', number)
    const from = await live.read()
    if (from === number) throw problem('ALREADY_LIVE', number)
    await prepare(number)
    await this.goLive(number)
    await audit.note(actor, 'rolled back', `Release ${number}`, { from })
  }

  async list(): Promise<ReleaseView[]> {
    const { tables, live, users } = this.needs
    const [releases, current, sizes] = await Promise.all([tables.releases.findAll({ order: [['id', 'DESC']], limit: 200 }), live.read(), this.sizes()])
    return Promise.all(
      releases.map(async ({ id, note, createdBy, createdAt, changes }) => ({
        number: id,
        note,
        by: await users.nameOf(createdBy),
        at: createdAt.toISOString(),
        live: id === current,
        changes: (changes as StoredChange[]).map(({ kind, title, type }) => ({ kind, title, type })),
        articles: sizes.get(id) ?? 0,
      })),
    )
  }

  async state(): Promise<ReleaseState> {
    const { tables, live, draft } = this.needs
    const [number, changes, newest] = await Promise.all([live.read(), draft.changes(), tables.releases.max<number | null, InstanceType<typeof tables.releases>>('id')])
    const release = number === null ? null : await tables.releases.findByPk(number)
    const ready = changes.filter((change) => change.ready).length
    return {
      live: release && { number: release.id, note: release.note, at: release.createdAt.toISOString() },
      next: (newest ?? 0) + 1,
      ready,
      inWork: changes.length - ready,
    }
  }

  /** What roll-back to a release would change for visitors. */
  async differences(number: number): Promise<ReleaseView['changes']> {
    const { tables, live } = this.needs
    const changes = changesBetween(await live.pinned(), await live.pinnedBy(number))
    const items = new Map((await tables.items.findAll({ where: { id: changes.map(({ item }) => item) } })).map((item) => [item.id, item]))
    return changes.map(({ item, type }) => ({ kind: items.get(item)!.kind, title: items.get(item)!.title, type }))
  }

  private async goLive(number: number): Promise<void> {
    await this.needs.db.transaction((transaction: Transaction) => this.needs.live.set(number, transaction))
    this.needs.events.tell('release', { number })
  }

  private async sizes(): Promise<Map<number, number>> {
    const rows = await this.needs.db.query<{ release_id: number; n: number }>(
      "SELECT r.release_id AS release_id, COUNT(*) AS n FROM release_items r JOIN items i ON i.id = r.item_id WHERE i.kind IN ('article', 'fixed', 'document') GROUP BY r.release_id",
      { type: QueryTypes.SELECT },
    )
    return new Map(rows.map(({ release_id, n }) => [release_id, Number(n)]))
  }
}

function merged(before: readonly Pinned[], draft: readonly Pinned[], chosen: ReadonlySet<number>): Pinned[] {
  const kept = before.filter(({ item }) => !chosen.has(item))
  return [...kept, ...draft.filter(({ item }) => chosen.has(item))].sort((a, b) => a.item - b.item)
}
