import type { CaseInput, CloseInput, SignedIn } from '@janua/contracts'
import type { Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import type { Cases } from './cases.ts'
import type { Desk } from './desk.ts'
import type { Handovers } from './handOverLog.ts'
import type { Places } from './places.ts'
import { dueAt } from './queueSettings.ts'
import type { HandoverTables } from './tables.ts'
import type { AccountViews, Agents, Audit } from '../accounts/index.ts'
import {
  type ConversationRow,
  type ConversationViews,
  LEFT_QUEUE,
  type Threads,
  type Visitors,
} from '../conversations/index.ts'

interface Dependencies {
  agents: Agents
  visitors: Visitors
  tables: HandoverTables
  read: Pick<AccountViews, 'users'> & Pick<ConversationViews, 'conversations'>
  threads: Threads
  desk: Desk
  handovers: Handovers
  cases: Cases
  places: Places
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  events: Events
  clock: Clock
}

const DAY_MS = 86_400_000

/** What agents do with conversations. Every action is one change of the thread: of two at once, exactly one is done. */
export class DeskWork {
  constructor(private readonly dependencies: Dependencies) {}

  /**
   * Takes a waiting conversation or a case: of two agents at once exactly one gets it, and the other is told who was first.
   * @throws AT_CAPACITY when the agent has as many as they can have at once; a lead may have more
   */
  async take(user: SignedIn, id: number): Promise<void> {
    const { threads, desk, users, clock } = this.dependencies
    await desk.mustRead(user, id)
    await threads.change(id, async (locked, transaction) => {
      if (locked.state === 'agent' && locked.agentId !== user.id)
        throw problem('TAKEN_BY_OTHER', await users.nameOf(locked.agentId))
      if (locked.state === 'agent') return
      const now = clock.now()
      const isOffered =
        locked.offeredTo !== null &&
        locked.offeredTo !== user.id &&
        locked.offeredUntil !== null &&
        locked.offeredUntil > now
      if (isOffered && user.role !== 'lead')
        throw problem('OFFERED_TO_OTHER', await users.nameOf(locked.offeredTo))
      const isOthersCase = locked.state === 'case' && (locked.agentId ?? user.id) !== user.id
      if (isOthersCase && user.role !== 'lead')
        throw problem('TAKEN_BY_OTHER', await users.nameOf(locked.agentId))
      await this.refuseOverCapacity(user, transaction)
      threads.move(locked, 'take')
      Object.assign(locked, {
        agentId: user.id,
        takenAt: now,
        offeredTo: null,
        offeredUntil: null,
        passedBy: null,
      })
      await threads.append(
        locked,
        { author: 'event', kind: 'taken', text: '', userId: user.id },
        transaction,
      )
    })
    await this.dependencies.agents.hadTurn(user.id, clock.now())
  }

  /** Joins a conversation that the assistant has, or takes up a case. @throws AT_CAPACITY */
  async stepIn(user: SignedIn, id: number): Promise<void> {
    const { threads, desk, users, clock } = this.dependencies
    await desk.mustRead(user, id)
    await threads.change(id, async (locked, transaction) => {
      if (locked.state === 'agent' && locked.agentId !== user.id)
        throw problem('TAKEN_BY_OTHER', await users.nameOf(locked.agentId))
      if (locked.state === 'agent') return
      await this.refuseOverCapacity(user, transaction)
      threads.move(locked, 'step in')
      Object.assign(locked, { agentId: user.id, takenAt: clock.now() })
      await threads.append(
        locked,
        { author: 'event', kind: 'stepped in', text: '', userId: user.id },
        transaction,
      )
    })
  }

  /** A lead goes on with what another agent has. */
  async takeOver(user: SignedIn, id: number): Promise<void> {
    await this.move(user, id, { agent: user.id, reason: '' })
  }

  private async refuseOverCapacity(
    { id, role }: SignedIn,
    transaction: Transaction,
  ): Promise<void> {
    if (role === 'lead') return
    const { read } = this.dependencies
    const [open, row] = await Promise.all([
      read.conversations.count({ where: { agentId: id, state: 'agent' }, transaction }),
      read.users.find(id, transaction),
    ])
    if (row && open >= row.atOnce) throw problem('AT_CAPACITY', row.atOnce)
  }

  /** Keeps a conversation as a case, to be gone on with later: owned by the agent, or left to its queue. */
  async keepAsCase(
    user: SignedIn,
    id: number,
    { dueAt: due, mine, note }: CaseInput,
  ): Promise<void> {
    const { threads, handovers, cases, desk } = this.dependencies
    const conversation = await desk.mustRead(user, id)
    const place = await this.dependencies.places.of(conversation)
    await threads.change(id, async (locked, transaction) => {
      const isOwn = locked.agentId === user.id && locked.state === 'agent'
      if (!isOwn && !(user.role === 'lead' && ['agent', 'waiting'].includes(locked.state)))
        throw problem('NOT_YOURS')
      await handovers.settle(locked, null, transaction)
      if (note)
        await threads.append(
          locked,
          { author: 'team', kind: 'note', text: note, userId: user.id },
          transaction,
        )
      await cases.keep(
        locked,
        {
          ...place,
          owner: mine ? user.id : null,
          by: user.id,
          ...(due && { due: new Date(due) }),
        },
        transaction,
      )
    })
  }

  async reply(
    user: SignedIn,
    id: number,
    { clientId, text, asTeam = false }: { clientId: string; text: string; asTeam?: boolean },
  ): Promise<void> {
    const { threads } = this.dependencies
    await this.own(user, id, async (locked, transaction) => {
      if (await threads.sentBefore(id, clientId, transaction)) return
      await threads.append(
        locked,
        {
          author: 'agent',
          kind: 'text',
          text,
          userId: user.id,
          clientId,
          ...(asTeam && { data: { asTeam } }),
        },
        transaction,
      )
      locked.teamSeen = locked.seq
    })
  }

  /** A note that only the team sees; with it a colleague may be asked in by name. */
  async note(
    user: SignedIn,
    id: number,
    { text, ask }: { text: string; ask: number | null },
  ): Promise<void> {
    const { threads, desk, tables, read, users, events, clock } = this.dependencies
    await desk.mustRead(user, id)
    if (ask !== null && !(await read.users.first({ where: { id: ask, active: true } })))
      throw problem('PERSON_NOT_FOUND', ask)
    await threads.change(id, async (locked, transaction) => {
      await threads.append(
        locked,
        {
          author: 'team',
          kind: 'note',
          text,
          userId: user.id,
          ...(ask !== null && { data: { asked: await users.nameOf(ask) } }),
        },
        transaction,
      )
      if (ask !== null)
        await tables.guests.upsert(
          { conversationId: id, userId: ask, askedAt: clock.now() },
          { transaction },
        )
    })
    if (ask !== null) events.tell('askedIn', { user: ask, conversation: id })
  }

  async handBack(user: SignedIn, id: number, word = ''): Promise<void> {
    const { threads, handovers } = this.dependencies
    await this.own(user, id, async (locked, transaction) => {
      await handovers.settle(locked, null, transaction)
      if (word)
        await threads.append(
          locked,
          { author: 'agent', kind: 'text', text: word, userId: user.id },
          transaction,
        )
      threads.move(locked, 'hand back')
      Object.assign(locked, LEFT_QUEUE)
      await threads.append(
        locked,
        { author: 'event', kind: 'handed back', text: '', userId: user.id },
        transaction,
      )
    })
  }

  /** To another queue, or to a colleague at once. Due time and what was said go along; a lead may move what others have, or what waits. */
  async move(
    user: SignedIn,
    id: number,
    { queue: toQueue, agent: toAgent, reason }: { queue?: number; agent?: number; reason: string },
  ): Promise<void> {
    const { tables, read, threads, handovers, clock } = this.dependencies
    const queue =
      toQueue === undefined
        ? null
        : await tables.queues.findOne({ where: { id: toQueue, archivedAt: null } })
    if (toQueue !== undefined && !queue) throw problem('QUEUE_NOT_FOUND', toQueue)
    const agent =
      toAgent === undefined
        ? null
        : await read.users.first({
            where: { id: toAgent, active: true, role: ['agent', 'lead'] },
          })
    if (toAgent !== undefined && !agent) throw problem('PERSON_NOT_FOUND', toAgent)
    const work = async (locked: Row<ConversationRow>, transaction: Transaction) => {
      threads.move(locked, 'move')
      const now = clock.now()
      const why = `moved by ${user.name}${reason ? `: ${reason}` : ''}`.slice(0, 300)
      if (queue) {
        const due = dueAt(queue, { askedAt: locked.askedAt ?? now, priority: locked.priority })
        Object.assign(locked, {
          ...LEFT_QUEUE,
          queueId: queue.id,
          enteredQueueAt: now,
          askedAt: locked.askedAt ?? now,
          dueAt: due,
          takenAt: null,
          routedBecause: why,
        })
        await handovers.noteMove(id, transaction)
      }
      await threads.append(
        locked,
        {
          author: 'event',
          kind: 'moved',
          text: '',
          userId: user.id,
          data: {
            ...(queue
              ? { queue: queue.name, queueId: queue.id }
              : { to: agent!.name, toId: agent!.id }),
            ...(reason && { why: reason }),
          },
        },
        transaction,
      )
      if (!agent) return
      threads.move(locked, 'take')
      Object.assign(locked, {
        agentId: agent.id,
        takenAt: now,
        routedBecause: why,
        offeredTo: null,
        offeredUntil: null,
      })
    }
    await (user.role === 'lead' ? this.asLead(user, id, work) : this.own(user, id, work))
  }

  /**
   * Ends a conversation. Where something follows from us, it is kept as a case of the agent's until it is done.
   * @param besides what belongs to the same transaction
   */
  async close(
    user: SignedIn,
    id: number,
    { outcome, rightQueue, followUpAt }: CloseInput,
    besides?: (locked: Row<ConversationRow>, transaction: Transaction) => Promise<void>,
  ): Promise<void> {
    const { threads, handovers, cases, tables, clock } = this.dependencies
    if (rightQueue !== null && !(await tables.queues.findByPk(rightQueue)))
      throw problem('QUEUE_NOT_FOUND', rightQueue)
    const conversation = await this.dependencies.desk.mustRead(user, id)
    const place = outcome === 'will follow' ? await this.dependencies.places.of(conversation) : null
    await this.own(user, id, async (locked, transaction) => {
      await handovers.settle(locked, rightQueue, transaction)
      await besides?.(locked, transaction)
      if (place) {
        const due = followUpAt ? new Date(followUpAt) : new Date(+clock.now() + DAY_MS)
        await cases.keep(
          locked,
          { ...place, owner: user.id, by: user.id, due, reason: 'will follow' },
          transaction,
        )
        return
      }
      threads.move(locked, 'close')
      locked.closedAt = clock.now()
      locked.outcome = outcome
      await threads.append(
        locked,
        {
          author: 'event',
          kind: 'closed',
          text: '',
          userId: user.id,
          data: { by: 'agent', outcome },
        },
        transaction,
      )
    })
  }

  /** Takes a closed conversation up again. */
  async reopen(user: SignedIn, id: number): Promise<void> {
    const { threads, desk, clock } = this.dependencies
    await desk.mustRead(user, id)
    await threads.change(id, async (locked, transaction) => {
      threads.move(locked, 'reopen')
      Object.assign(locked, {
        agentId: user.id,
        takenAt: clock.now(),
        closedAt: null,
        outcome: null,
      })
      await threads.append(
        locked,
        { author: 'event', kind: 'reopened', text: '', userId: user.id },
        transaction,
      )
    })
  }

  /** Keeps a visitor who abuses from writing, and closes the conversation. */
  async block(user: SignedIn, id: number, reason: string): Promise<void> {
    const { visitors, audit, events } = this.dependencies
    let visitor = 0
    await this.close(
      user,
      id,
      { outcome: 'not for us', rightQueue: null, followUpAt: null },
      async (locked, transaction) => {
        visitor = locked.visitorId
        await visitors.block(visitor, reason, transaction)
        await audit.note(user, 'blocked visitor', `Conversation ${id}`, { reason }, transaction)
      },
    )
    events.tell('visitorGone', { visitor })
  }

  /** A change that only the conversation's own agent may make. */
  private async own(
    user: SignedIn,
    id: number,
    work: (locked: Row<ConversationRow>, transaction: Transaction) => Promise<void>,
  ): Promise<void> {
    await this.dependencies.desk.mustRead(user, id)
    await this.dependencies.threads.change(id, async (locked, transaction) => {
      if (locked.state !== 'agent' || locked.agentId !== user.id) throw problem('NOT_YOURS')
      await work(locked, transaction)
    })
  }

  private async asLead(
    user: SignedIn,
    id: number,
    work: (locked: Row<ConversationRow>, transaction: Transaction) => Promise<void>,
  ): Promise<void> {
    await this.dependencies.desk.mustRead(user, id)
    await this.dependencies.threads.change(id, work)
  }
}
