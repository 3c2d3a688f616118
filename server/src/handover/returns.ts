import type { Transaction } from 'sequelize'
import type { ConversationRow, ConversationTables } from '../conversations/models.ts'
import { LEFT_QUEUE, type Threads } from '../conversations/thread.ts'
import type { Row } from '../database/tables.ts'

/** What an agent who drops out leaves unanswered goes back: into its queue, with the due time that it had; or to the assistant where it never was in one. */
export class Returns {
  constructor(private readonly needs: { tables: ConversationTables; threads: Threads }) {}

  /** @returns how many were given back */
  async giveBack(user: number, why: string): Promise<number> {
    const { tables, threads } = this.needs
    const theirs = await tables.conversations.findAll({
      attributes: ['id'],
      where: { agentId: user, state: 'agent' },
    })
    let back = 0
    for (const { id } of theirs)
      await threads.change(id, async (locked, transaction) => {
        if (
          locked.state !== 'agent' ||
          locked.agentId !== user ||
          !(await this.isUnanswered(locked, transaction))
        )
          return
        back++
        await this.return(locked, { user, why }, transaction)
      })
    return back
  }

  private async return(
    locked: Row<ConversationRow>,
    { user, why }: { user: number; why: string },
    transaction: Transaction,
  ): Promise<void> {
    const { threads } = this.needs
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
    threads.move(locked, 'give back')
    Object.assign(locked, {
      agentId: null,
      takenAt: null,
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

  /** The agent has said nothing yet, or the visitor had the last word. */
  private async isUnanswered(
    { id, lastBy, takenAt }: ConversationRow,
    transaction: Transaction,
  ): Promise<boolean> {
    if (lastBy === 'visitor') return true
    const reply = await this.needs.tables.messages.findOne({
      where: { conversationId: id, author: 'agent' },
      order: [['seq', 'DESC']],
      transaction,
    })
    return !reply || (takenAt !== null && reply.createdAt < takenAt)
  }
}
