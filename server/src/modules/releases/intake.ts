import type { ItemKind } from '@janua/contracts'
import { randomUUID } from 'node:crypto'
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import { columnsOf, hashOf } from './draft.ts'
import { summarise } from './summaries.ts'
import type { ItemRow, ReleaseTables } from './tables.ts'
import type { Actor } from '../accounts/index.ts'

type ContentKind = Extract<ItemKind, 'article' | 'fixed' | 'document' | 'glossary' | 'smallTalk'>

/** A new version of what was read keeps what the team added to the one before. */
export type KeepTeams = (kind: ContentKind, content: unknown, current: unknown) => unknown

/** One item on its way into the draft. */
export interface Incoming {
  kind: ContentKind
  content: unknown
  /** What it was read from; by it, it is known again. */
  sourceName: string | null
  /** From an export: the item that it is. */
  uid?: string
  ready: boolean
  siteId?: number
}
export interface Taken {
  id: number
  result: 'imported' | 'updated' | 'unchanged'
}

const PIECE = 500

/** Puts many items into the draft at once, within one transaction: all of them or none. */
export class Intake {
  constructor(
    private readonly dependencies: {
      db: Sequelize
      tables: ReleaseTables
      keepTeams: KeepTeams
      clock: Clock
    },
  ) {}

  /** @returns what became of each, in their order */
  async take(
    actor: Actor,
    incoming: readonly Incoming[],
    transaction: Transaction,
  ): Promise<Taken[]> {
    const known = await this.knownOnes(incoming, transaction)
    const fresh: (Incoming & { uid: string })[] = []
    const taken: (Taken | { uid: string })[] = []
    for (const each of incoming) {
      const item = known(each)
      if (item) taken.push(await this.renew(actor, item, each, transaction))
      else {
        const uid = each.uid ?? randomUUID()
        fresh.push({ ...each, uid })
        taken.push({ uid })
      }
    }
    const ids = await this.create(actor, fresh, transaction)
    return taken.map((each) =>
      'uid' in each ? { id: ids.get(each.uid)!, result: 'imported' as const } : each,
    )
  }

  private async knownOnes(
    incoming: readonly Incoming[],
    transaction: Transaction,
  ): Promise<(each: Incoming) => Row<ItemRow> | undefined> {
    const { items } = this.dependencies.tables
    const find = async (
      column: 'uid' | 'sourceName' | 'title',
      values: string[],
      more: object = {},
    ) => {
      const found: Row<ItemRow>[] = []
      for (let from = 0; from < values.length; from += PIECE)
        found.push(
          ...(await items.findAll({
            where: { [column]: values.slice(from, from + PIECE), ...more },
            transaction,
          })),
        )
      return new Map(found.map((item) => [item[column]!.toLowerCase(), item]))
    }
    const present = { draftRevision: { [Op.ne]: null } }
    const byUid = await find(
      'uid',
      incoming.flatMap(({ uid }) => uid ?? []),
    )
    const bySource = await find(
      'sourceName',
      incoming.flatMap(({ sourceName }) => sourceName ?? []),
      present,
    )
    const words = incoming
      .filter(({ kind }) => kind === 'glossary' || kind === 'smallTalk')
      .map(({ kind, content }) => summarise(kind, content).title)
    const byTitle = await find('title', words, { ...present, kind: ['glossary', 'smallTalk'] })
    return ({ uid, sourceName, kind, content }) => {
      const titled =
        kind === 'glossary' || kind === 'smallTalk'
          ? byTitle.get(summarise(kind, content).title.toLowerCase())
          : undefined
      const item =
        (uid && byUid.get(uid.toLowerCase())) ||
        (sourceName && bySource.get(sourceName.toLowerCase())) ||
        titled
      return item && item.kind === kind ? item : undefined
    }
  }

  /** What was read before comes in again: nothing changes when it is the same, and what the team added to it stays. */
  private async renew(
    actor: Actor,
    item: Row<ItemRow>,
    { kind, content, uid, ready, siteId }: Incoming,
    transaction: Transaction,
  ): Promise<Taken> {
    const { tables, keepTeams, clock } = this.dependencies
    const sourceHash = hashOf(content)
    const revision =
      item.draftRevision === null
        ? null
        : await tables.revisions.findByPk(item.draftRevision, { transaction })
    const same =
      revision !== null &&
      (uid
        ? revision.hash === sourceHash
        : item.sourceHash === sourceHash || revision.hash === sourceHash)
    if (same) return { id: item.id, result: 'unchanged' }
    const kept = revision && !uid ? keepTeams(kind, content, revision.content) : content
    const made = await tables.revisions.create(
      {
        itemId: item.id,
        hash: hashOf(kept),
        content: kept,
        authorId: actor.id,
        createdAt: clock.now(),
      },
      { transaction },
    )
    await item.update(
      {
        ...columnsOf(summarise(kind, kept)),
        sourceHash,
        ...(siteId && { siteId }),
        draftRevision: made.id,
        ready,
        updatedBy: actor.id,
        updatedAt: clock.now(),
      },
      { transaction },
    )
    return { id: item.id, result: 'updated' }
  }

  private async create(
    actor: Actor,
    fresh: readonly (Incoming & { uid: string })[],
    transaction: Transaction,
  ): Promise<Map<string, number>> {
    const { db, tables, clock } = this.dependencies
    const now = clock.now()
    const ids = new Map<string, number>()
    for (let from = 0; from < fresh.length; from += PIECE) {
      const piece = fresh.slice(from, from + PIECE)
      await tables.items.bulkCreate(
        piece.map(({ kind, content, uid, sourceName, ready, siteId }) => ({
          kind,
          uid,
          ...columnsOf(summarise(kind, content)),
          sourceName,
          sourceHash: hashOf(content),
          siteId: siteId ?? null,
          ready,
          draftRevision: null,
          updatedBy: actor.id,
          updatedAt: now,
          createdAt: now,
        })),
        { transaction },
      )
      const uids = piece.map(({ uid }) => uid)
      const made = await tables.items.findAll({
        attributes: ['id', 'uid'],
        where: { uid: uids },
        transaction,
      })
      for (const { id, uid } of made) ids.set(uid, id)
      await tables.revisions.bulkCreate(
        piece.map(({ uid, content }) => ({
          itemId: ids.get(uid)!,
          hash: hashOf(content),
          content,
          authorId: actor.id,
          createdAt: now,
        })),
        { transaction },
      )
      await db.query(
        'UPDATE items i JOIN revisions r ON r.item_id = i.id SET i.draft_revision = r.id WHERE i.uid IN (:uids) AND i.draft_revision IS NULL',
        { replacements: { uids }, type: QueryTypes.UPDATE, transaction },
      )
    }
    return ids
  }

  /** The pages of a site stay, and are no longer renewed from it. */
  async forgetSite(siteId: number): Promise<void> {
    await this.dependencies.tables.items.update({ siteId: null }, { where: { siteId } })
  }
}
