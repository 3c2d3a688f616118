import { literal, Op, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Cases } from './cases.ts'
import type { Places } from './places.ts'
import { dueAt } from './queueSettings.ts'
import type { HandoverTables } from './tables.ts'
import type { AccountViews } from '../accounts/index.ts'
import {
  type ConversationRow,
  type ConversationViews,
  LEFT_QUEUE,
  type Threads,
} from '../conversations/index.ts'

interface Dependencies {
  tables: HandoverTables
  read: Pick<AccountViews, 'users'> & Pick<ConversationViews, 'conversations' | 'messages'>
  threads: Threads
  cases: Cases
  places: Places
  clock: Clock
}

/** What an agent has in hand: conversations that go on now, and cases. */
export interface InHand {
  conversations: number
  cases: number
}

/**
 * What an agent who drops out had in hand goes back, so that nobody writes to somebody who is not there: a conversation into its queue, first
 * in line by its first ask; a case to its queue as a case; one that never was in a queue to the assistant.
 */
export class Returns {
  constructor(private readonly dependencies: Dependencies) {}

  async inHand(user: number): Promise<InHand> {
    const { conversations } = this.dependencies.read
    const [open, cases] = await Promise.all([
      conversations.count({ where: { agentId: user, state: 'agent' } }),
      conversations.count({ where: { agentId: user, state: 'case' } }),
    ])
    return { conversations: open, cases }
  }

  /**
   * @param which `unanswered`: those in which the visitor waits for a word; `all`: as the agent does not come back
   * @returns how many were given back
   */
  async giveBack(user: number, why: string, which: 'unanswered' | 'all'): Promise<number> {
    const { read, threads } = this.dependencies
    const theirs = await read.conversations.list({
      attributes: ['id'],
      where: { agentId: user, state: ['agent', 'case'] },
    })
    let back = 0
    for (const { id } of theirs)
      await threads.change(id, async (locked, transaction) => {
        if (locked.agentId !== user) return
        if (locked.state === 'case') {
          if (which !== 'all') return
          back++
          return this.toQueue(locked, { user, why }, transaction)
        }
        if (locked.state !== 'agent') return
        if (which === 'unanswered' && !(await this.isUnanswered(locked, transaction))) return
        back++
        await this.return(locked, { user, why }, transaction)
      })
    return back
  }

  /** Who goes off duty leaves to the queue what cannot wait until they are back: cases that are due, and those in which the visitor has written. @returns how many */
  async releaseCases(user: number, why: string): Promise<number> {
    const { read, threads } = this.dependencies
    const theirs = await read.conversations.list({
      attributes: ['id'],
      where: {
        agentId: user,
        state: 'case',
        [Op.or]: [{ dueAt: { [Op.lte]: this.dependencies.clock.now() } }, { lastBy: 'visitor' }],
      },
    })
    for (const { id } of theirs)
      await threads.change(id, async (locked, transaction) => {
        if (locked.agentId !== user || locked.state !== 'case') return
        await this.toQueue(locked, { user, why }, transaction)
      })
    return theirs.length
  }

  /** Gives back what visitors wrote to people who have gone since. */
  async tick(goneBefore: Date): Promise<void> {
    const gone = await this.dependencies.read.users.list({
      attributes: ['id', 'presence', 'active'],
      where: {
        [Op.or]: [
          { presence: 'off' },
          { active: false },
          { wentByItself: true, beatAt: { [Op.lt]: goneBefore } },
        ],
        id: {
          [Op.in]: literal(
            "(SELECT agent_id FROM conversations WHERE state = 'agent' AND agent_id IS NOT NULL)",
          ),
        } as never,
      },
    })
    for (const { id, presence, active } of gone)
      await this.giveBack(
        id,
        presence === 'off' || !active ? 'went off duty' : 'lost their connection',
        active ? 'unanswered' : 'all',
      )
  }

  private async return(
    locked: Row<ConversationRow>,
    { user, why }: { user: number; why: string },
    transaction: Transaction,
  ): Promise<void> {
    const { threads, tables, cases, clock } = this.dependencies
    if (locked.caseNumber !== null) {
      const place = await this.dependencies.places.of(locked, transaction)
      return cases.keep(locked, { ...place, owner: null, by: user, reason: why }, transaction)
    }
    if (locked.queueId === null) {
      threads.move(locked, 'hand back')
      Object.assign(locked, LEFT_QUEUE)
      await threads.append(
        locked,
        { author: 'event', kind: 'handed back', text: '', userId: user, data: { why } },
        transaction,
      )
      return
    }
    const queue = await tables.queues.findByPk(locked.queueId, { transaction })
    const now = clock.now()
    threads.move(locked, 'give back')
    Object.assign(locked, {
      agentId: null,
      takenAt: null,
      // A new wait begins; the place in line goes by the first ask.
      enteredQueueAt: now,
      dueAt: queue
        ? dueAt(queue, { askedAt: locked.askedAt ?? now, priority: locked.priority })
        : locked.dueAt,
      passedBy: [user],
      offeredTo: null,
      offeredUntil: null,
    })
    await threads.append(
      locked,
      { author: 'event', kind: 'given back', text: '', userId: user, data: { why } },
      transaction,
    )
  }

  /** A case loses its owner; its queue, number and due time stay. */
  private async toQueue(
    locked: Row<ConversationRow>,
    { user, why }: { user: number; why: string },
    transaction: Transaction,
  ): Promise<void> {
    locked.agentId = null
    await this.dependencies.threads.append(
      locked,
      { author: 'event', kind: 'given back', text: '', userId: user, data: { why } },
      transaction,
    )
  }

  /** The agent has said nothing yet, or the visitor had the last word. */
  private async isUnanswered(
    { id, lastBy, takenAt }: ConversationRow,
    transaction: Transaction,
  ): Promise<boolean> {
    if (lastBy === 'visitor') return true
    const reply = await this.dependencies.read.messages.first({
      where: { conversationId: id, author: 'agent' },
      order: [['seq', 'DESC']],
      transaction,
    })
    return !reply || (takenAt !== null && reply.createdAt < takenAt)
  }
}
