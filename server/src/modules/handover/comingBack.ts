import type { Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Cases } from './cases.ts'
import type { Places } from './places.ts'
import { dueAt, queueOpen } from './queueSettings.ts'
import type { Queues } from './queues.ts'
import type { AccountViews } from '../accounts/index.ts'
import type { ConversationRow, Threads } from '../conversations/index.ts'

interface Dependencies {
  read: Pick<AccountViews, 'users'>
  threads: Threads
  queues: Queues
  cases: Cases
  places: Places
  clock: Clock
}

/** The agent who had it is asked first, for so long. */
const OWN_AGENT_SECONDS = 90

/** A visitor who writes again, after an agent has closed the conversation, comes back to the people who know it. */
export class ComingBack {
  constructor(private readonly dependencies: Dependencies) {}

  /** Whether an agent had the conversation last, so that what is written in it now is for the team. */
  isForTeam({ state, agentId, takenAt }: ConversationRow): boolean {
    return state === 'closed' && agentId !== null && takenAt !== null
  }

  /**
   * Into the queue with its history, offered first to the agent who had it, when online; as a case of that agent when nobody is there.
   * @param transaction the change that stores what was written
   */
  async take(locked: Row<ConversationRow>, transaction: Transaction): Promise<void> {
    const { threads, read, queues, places, clock } = this.dependencies
    const agent = await read.users.find(locked.agentId!, transaction)
    const { queue, door } = await places.of(locked, transaction)
    const now = clock.now()
    const isThere = agent?.active === true && agent.presence === 'here'
    const canCome =
      queueOpen(queue, door, now).open && (isThere || (await queues.present(queue.id)) > 0)
    if (!canCome) return this.keep(locked, transaction)
    threads.move(locked, 'come back')
    Object.assign(locked, {
      queueId: queue.id,
      agentId: null,
      takenAt: null,
      closedAt: null,
      outcome: null,
      nudgedAt: null,
      enteredQueueAt: now,
      askedAt: now,
      dueAt: dueAt(queue, { askedAt: now, priority: locked.priority }),
      offeredTo: isThere ? agent.id : null,
      offeredUntil: isThere ? new Date(+now + OWN_AGENT_SECONDS * 1_000) : null,
      passedBy: null,
      overflowed: false,
      routedBecause: 'wrote again',
    })
    await threads.append(
      locked,
      {
        author: 'event',
        kind: 'resumed',
        text: '',
        data: { queue: queue.name, queueId: queue.id },
      },
      transaction,
    )
  }

  /** What comes while nobody is there, or by mail, is a case: of the agent who had it, else of the queue. */
  async keep(locked: Row<ConversationRow>, transaction: Transaction, by?: 'mail'): Promise<void> {
    const { read, threads, cases, places, clock } = this.dependencies
    const place = await places.of(locked, transaction)
    const agent =
      locked.agentId === null ? null : await read.users.find(locked.agentId, transaction)
    await threads.append(
      locked,
      { author: 'event', kind: 'resumed', text: '', ...(by && { data: { by } }) },
      transaction,
    )
    locked.askedAt = clock.now()
    await cases.keep(
      locked,
      { ...place, owner: agent?.active ? agent.id : null, reason: 'wrote again' },
      transaction,
    )
    Object.assign(locked, { closedAt: null, outcome: null, nudgedAt: null })
  }
}
