import type { DraftChange, ItemKind } from '@janua/contracts'
import { randomUUID } from 'node:crypto'
import { changesBetween, type Pinned } from '@janua/core'
import { Op, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Events } from '../../platform/events.ts'
import { problem, problemWith } from '../../platform/http/problems.ts'
import type { LivePointer } from './livePointer.ts'
import type { ItemRow, ReleaseTables, RevisionRow } from './tables.ts'
import { sha256 } from '../../platform/hash.ts'
import type { Actor, Audit } from '../accounts/index.ts'

/** What lists show and search of an item, taken from its content. */
export interface Summary {
  title: string
  collection?: string
  phrasings?: number
  words?: number
  reviewOn?: string | null
  sourceName?: string | null
  sourceHash?: string | null
}

export interface Save {
  content: unknown
  summary: Summary
  base: number
  ready: boolean
}

export interface DraftItem<C> {
  item: Row<ItemRow>
  revision: Row<RevisionRow>
  content: C
}

interface Dependencies {
  db: Sequelize
  tables: ReleaseTables
  live: LivePointer
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  events: Events
  clock: Clock
}

/** The draft: what the next releases are made from. Each item's change is in work or ready. */
export class Draft {
  constructor(private readonly dependencies: Dependencies) {}

  async add(
    actor: Actor,
    kind: ItemKind,
    { content, summary, ready }: Omit<Save, 'base'>,
    outer?: Transaction,
  ): Promise<DraftItem<unknown>> {
    const { tables, audit } = this.dependencies
    return this.within(outer, async (transaction) => {
      const now = this.dependencies.clock.now()
      const item = await tables.items.create(
        {
          kind,
          uid: randomUUID(),
          siteId: null,
          ...columnsOf(summary),
          ready,
          draftRevision: null,
          updatedBy: actor.id,
          updatedAt: now,
          createdAt: now,
        },
        { transaction },
      )
      const revision = await this.revise(actor, item.id, content, transaction)
      await item.update({ draftRevision: revision.id }, { transaction })
      await audit.note(actor, `added ${kind}`, summary.title, { item: item.id }, transaction)
      return { item, revision, content }
    })
  }

  /** Takes an item into the draft again that was taken out of it. */
  async putBack(
    actor: Actor,
    id: number,
    kind: ItemKind,
    { content, summary, ready }: Omit<Save, 'base'>,
  ): Promise<void> {
    const { tables, audit, clock } = this.dependencies
    await this.within(undefined, async (transaction) => {
      const item = await tables.items.findOne({
        where: { id, kind, draftRevision: null },
        lock: true,
        transaction,
      })
      if (!item) throw noItem(id, kind)
      // As it was before it is no change.
      const revision =
        (await tables.revisions.findOne({
          where: { itemId: id, hash: hashOf(content) },
          order: [['id', 'DESC']],
          transaction,
        })) ?? (await this.revise(actor, id, content, transaction))
      await item.update(
        {
          ...columnsOf(summary),
          draftRevision: revision.id,
          ready,
          updatedBy: actor.id,
          updatedAt: clock.now(),
        },
        { transaction },
      )
      await audit.note(actor, `added ${kind}`, summary.title, { item: id }, transaction)
    })
  }

  /** Saves a change made on revision `base`. Content that is the same makes no revision. */
  async save(
    actor: Actor,
    id: number,
    kind: ItemKind,
    { content, summary, base, ready }: Save,
    outer?: Transaction,
  ): Promise<DraftItem<unknown>> {
    const { tables, audit, users } = this.dependencies
    return this.within(outer, async (transaction) => {
      const item = await this.locked(id, kind, transaction)
      const current = await tables.revisions.findByPk(item.draftRevision!, { transaction })
      const same = current!.hash === hashOf(content)
      if (!same && item.draftRevision !== base) {
        const mine = { base, theirs: current!.content, revision: current!.id }
        throw problemWith(mine, 'ITEM_CHANGED', await users.nameOf(item.updatedBy))
      }
      if (same && item.ready === ready) return { item, revision: current!, content }
      const revision = same ? current! : await this.revise(actor, id, content, transaction)
      await item.update(
        {
          ...columnsOf(summary),
          draftRevision: revision.id,
          ready,
          updatedBy: actor.id,
          updatedAt: this.dependencies.clock.now(),
        },
        { transaction },
      )
      await audit.note(
        actor,
        same ? (ready ? 'marked ready' : 'marked in work') : `edited ${kind}`,
        item.title,
        { item: id },
        transaction,
      )
      return { item, revision, content }
    })
  }

  async setReady(actor: Actor, id: number, ready: boolean): Promise<void> {
    const item = await this.dependencies.tables.items.findByPk(id)
    if (!item) throw problem('ARTICLE_NOT_FOUND', id)
    await item.update({ ready })
    this.dependencies.events.tell('draft', { item: id })
    await this.dependencies.audit.note(
      actor,
      ready ? 'marked ready' : 'marked in work',
      item.title,
      {
        item: id,
      },
    )
  }

  /** Marks every change that is not ready yet. @returns how many */
  async markAllReady(actor: Actor): Promise<number> {
    const { tables, events, audit } = this.dependencies
    const unready = (await this.changes()).filter(({ ready }) => !ready).map(({ item }) => item)
    if (unready.length === 0) return 0
    await tables.items.update({ ready: true }, { where: { id: unready } })
    events.tell('draft', { item: 0 })
    await audit.note(actor, 'marked all ready', `${unready.length} changes`, { items: unready })
    return unready.length
  }

  /** Takes an item out of the draft; visitors keep it until a release without it is published. */
  async remove(actor: Actor, id: number, kind: ItemKind, outer?: Transaction): Promise<void> {
    await this.within(outer, async (transaction) => {
      const item = await this.locked(id, kind, transaction)
      await item.update(
        {
          draftRevision: null,
          ready: true,
          updatedBy: actor.id,
          updatedAt: this.dependencies.clock.now(),
          sourceName: null,
          sourceHash: null,
          siteId: null,
        },
        { transaction },
      )
      await this.dependencies.audit.note(
        actor,
        `took out ${kind}`,
        item.title,
        { item: id },
        transaction,
      )
    })
  }

  /** Puts an item back to what the live release holds. */
  async discard(
    actor: Actor,
    id: number,
    summarise: (kind: ItemKind, content: unknown) => Summary,
  ): Promise<void> {
    const { tables, live, audit } = this.dependencies
    await this.within(undefined, async (transaction) => {
      const item = await tables.items.findByPk(id, { lock: true, transaction })
      if (!item) throw problem('ARTICLE_NOT_FOUND', id)
      const release = await live.read(transaction)
      const pinned =
        release === null
          ? null
          : await tables.releaseItems.findOne({
              where: { releaseId: release, itemId: id },
              transaction,
            })
      if (pinned) {
        const revision = await tables.revisions.findByPk(pinned.revisionId, { transaction })
        await item.update(
          {
            ...columnsOf(summarise(item.kind, revision!.content)),
            draftRevision: pinned.revisionId,
            ready: false,
          },
          { transaction },
        )
      } else
        await item.update(
          { draftRevision: null, ready: false, sourceName: null, sourceHash: null, siteId: null },
          { transaction },
        )
      await audit.note(actor, 'discarded change', item.title, { item: id }, transaction)
    })
  }

  /** @param transaction what was saved within it is read */
  async read<C>(
    id: number,
    kind: ItemKind | readonly ItemKind[],
    transaction?: Transaction,
  ): Promise<DraftItem<C>> {
    const { tables } = this.dependencies
    const item = await tables.items.findOne({
      where: { id, kind: kind as ItemKind, draftRevision: { [Op.ne]: null } },
      transaction,
    })
    if (!item) throw noItem(id, kind)
    const revision = await tables.revisions.findByPk(item.draftRevision!, { transaction })
    return { item, revision: revision!, content: revision!.content as C }
  }

  async pinned(transaction?: Transaction): Promise<Pinned[]> {
    const items = await this.dependencies.tables.items.findAll({
      attributes: ['id', 'draftRevision'],
      where: { draftRevision: { [Op.ne]: null } },
      raw: true,
      transaction,
    })
    return items.map(({ id, draftRevision }) => ({ item: id, revision: draftRevision! }))
  }

  async changes(transaction?: Transaction): Promise<DraftChange[]> {
    const { tables, live, users } = this.dependencies
    const found = changesBetween(await live.pinned(transaction), await this.pinned(transaction))
    const items = await tables.items.findAll({
      where: { id: found.map(({ item }) => item) },
      transaction,
    })
    const byId = new Map(items.map((item) => [item.id, item]))
    const rows = found.map(async ({ item: id, type }): Promise<DraftChange> => {
      const item = byId.get(id)!
      return {
        item: id,
        kind: item.kind,
        title: item.title,
        type,
        ready: item.ready,
        by: await users.nameOf(item.updatedBy),
        at: item.updatedAt.toISOString(),
      }
    })
    return (await Promise.all(rows)).sort((a, b) => b.at.localeCompare(a.at))
  }

  private async revise(
    actor: Actor,
    itemId: number,
    content: unknown,
    transaction: Transaction,
  ): Promise<Row<RevisionRow>> {
    return this.dependencies.tables.revisions.create(
      {
        itemId,
        hash: hashOf(content),
        content,
        authorId: actor.id,
        createdAt: this.dependencies.clock.now(),
      },
      { transaction },
    )
  }

  private async locked(
    id: number,
    kind: ItemKind,
    transaction: Transaction,
  ): Promise<Row<ItemRow>> {
    const kinds: ItemKind[] = kind === 'article' || kind === 'fixed' ? ['article', 'fixed'] : [kind]
    const item = await this.dependencies.tables.items.findOne({
      where: { id, kind: kinds, draftRevision: { [Op.ne]: null } },
      lock: true,
      transaction,
    })
    if (!item) throw noItem(id, kind)
    return item
  }

  private async within<T>(
    outer: Transaction | undefined,
    work: (transaction: Transaction) => Promise<T>,
  ): Promise<T> {
    if (outer) return work(outer)
    const value = await this.dependencies.db.transaction(work)
    this.dependencies.events.tell('draft', { item: 0 })
    return value
  }
}

export function hashOf(content: unknown): string {
  return sha256(JSON.stringify(content))
}

/** What an item's row keeps of its summary. */
export function columnsOf({
  title,
  collection = '',
  phrasings = 0,
  words = 0,
  reviewOn = null,
  ...source
}: Summary) {
  return { title: title.slice(0, 200), collection, phrasings, words, reviewOn, ...source }
}

function noItem(id: number, kind: ItemKind | readonly ItemKind[]): Error {
  const code =
    kind === 'door'
      ? 'DOOR_ID_NOT_FOUND'
      : kind === 'document'
        ? 'DOCUMENT_NOT_FOUND'
        : 'ARTICLE_NOT_FOUND'
  return problem(code, id)
}
