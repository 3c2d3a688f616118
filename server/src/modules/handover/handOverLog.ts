import type { HandoverRow as HandoverView } from '@janua/contracts'
import type { PastHandover, Routed, Situation } from '@janua/core'
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { HandoverReason, HandoverRow, HandoverTables } from './tables.ts'
import type { ConversationRow } from '../conversations/index.ts'

/** Hand-overs that the routing bench and the classifier look at, at the most: the newest. */
const MOST = 5_000

/** The log of hand-overs: what was known when a conversation left the assistant, where it was sent, and which queue turned out to be right. */
export class Handovers {
  constructor(
    private readonly dependencies: { db: Sequelize; tables: HandoverTables; clock: Clock },
  ) {}

  async note(
    conversationId: number,
    { reason, routed, situation }: { reason: HandoverReason; routed: Routed; situation: Situation },
    transaction: Transaction,
  ): Promise<void> {
    const { tables, clock } = this.dependencies
    const { queue, by, rule, because } = routed
    await tables.handovers.create(
      {
        conversationId,
        at: clock.now(),
        reason,
        queueId: queue,
        by,
        rule,
        because: because.slice(0, 300),
        situation,
      },
      { transaction },
    )
  }

  async noteMove(conversationId: number, transaction: Transaction): Promise<void> {
    const last = await this.last(conversationId, transaction)
    await last?.update({ moves: last.moves + 1 }, { transaction })
  }

  /** An overflow says nothing of where it belonged: the queue that it was sent to stays the one that it is held against. */
  async noteOverflow(conversationId: number, transaction: Transaction): Promise<void> {
    const last = await this.last(conversationId, transaction)
    await last?.update({ rightQueue: last.queueId, rightBy: null }, { transaction })
  }

  /** The right queue as it turned out: what the agent said; else where it was moved to; else, weakly, where it stayed. */
  async settle(
    { id, queueId }: Pick<ConversationRow, 'id' | 'queueId'>,
    said: number | null,
    transaction: Transaction,
  ): Promise<void> {
    const last = await this.last(id, transaction)
    if (!last || (last.rightBy !== null && said === null)) return
    const right = said ?? (last.moves > 0 ? queueId : (last.rightQueue ?? queueId))
    if (right === null) return
    await last.update(
      {
        rightQueue: right,
        rightBy: said !== null ? 'confirmed' : last.moves > 0 ? 'moved' : 'unmoved',
      },
      { transaction },
    )
  }

  /** Hand-overs whose right queue is known, the oldest first. */
  async past(): Promise<PastHandover[]> {
    const rows = await this.dependencies.tables.handovers.findAll({
      where: { rightBy: { [Op.ne]: null } },
      order: [['id', 'DESC']],
      limit: MOST,
    })
    return rows.reverse().map(({ id, situation, rightQueue, rightBy }) => ({
      id,
      situation,
      right: rightQueue!,
      by: rightBy!,
    }))
  }

  /** How many hand-overs have a known right queue. */
  known(): Promise<number> {
    return this.dependencies.tables.handovers.count({ where: { rightBy: { [Op.ne]: null } } })
  }

  /** Hand-overs to be read behind a figure, the newest first. */
  async rows(ids: readonly number[]): Promise<HandoverView[]> {
    const rows = await this.dependencies.tables.handovers.findAll({
      where: { id: [...ids] },
      order: [['id', 'DESC']],
    })
    return rows.map(viewOf)
  }

  async contactsBefore(visitorId: number): Promise<number> {
    const [row] = await this.dependencies.db.query<{ n: number }>(
      'SELECT COUNT(*) AS n FROM handovers h JOIN conversations c ON c.id = h.conversation_id WHERE c.visitor_id = :visitorId',
      { replacements: { visitorId }, type: QueryTypes.SELECT },
    )
    return Number(row!.n)
  }

  private last(conversationId: number, transaction: Transaction) {
    return this.dependencies.tables.handovers.findOne({
      where: { conversationId },
      order: [['id', 'DESC']],
      transaction,
    })
  }
}

function viewOf({
  id,
  conversationId,
  at,
  situation,
  queueId,
  because,
  rightQueue,
  rightBy,
}: HandoverRow): HandoverView {
  return {
    id,
    conversation: conversationId,
    at: at.toISOString(),
    words: situation.words,
    queue: queueId,
    because,
    right: rightQueue,
    rightBy,
  }
}
