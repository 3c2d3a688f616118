import type { Brief, Desk as DeskView, DeskConversation, DeskRow, SignedIn } from '@janua/contracts'
import { Op, type Sequelize, type Transaction } from 'sequelize'
import type { Audit } from '../accounts/audit.ts'
import type { EngineHost } from '../answering/engineHost.ts'
import type { Clock } from '../clock.ts'
import type { ConversationRow, ConversationTables } from '../conversations/models.ts'
import type { Threads } from '../conversations/thread.ts'
import type { Row } from '../database/tables.ts'
import type { Events } from '../events.ts'
import { problem } from '../http/problems.ts'
import { briefOf } from './brief.ts'
import type { HandoverTables } from './models.ts'
import type { Queues } from './queues.ts'

interface Needs {
  db: Sequelize
  tables: ConversationTables & HandoverTables
  threads: Threads
  queues: Queues
  engine: EngineHost
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  events: Events
  clock: Clock
}

/** The agents' side: what waits in their queues, and what they do with it. A lead sees every queue. */
export class Desk {
  constructor(private readonly needs: Needs) {}

  async view(user: SignedIn): Promise<DeskView> {
    const { tables, queues } = this.needs
    const mineOnly = user.role === 'lead' ? {} : { queueId: await queues.of(user.id) }
    const [waiting, mine, withAssistant] = await Promise.all([
      tables.conversations.findAll({ where: { state: 'waiting', ...mineOnly }, order: [['enteredQueueAt', 'ASC']], limit: 100 }),
      tables.conversations.findAll({ where: { state: 'agent', agentId: user.id }, order: [['lastAt', 'DESC']], limit: 100 }),
      tables.conversations.count({ where: { state: 'assistant', lastAt: { [Op.gt]: new Date(+this.needs.clock.now() - 15 * 60_000) } } }),
    ])
    return { waiting: await this.rows(waiting), mine: await this.rows(mine), withAssistant, now: this.needs.clock.now().toISOString() }
  }

  async open(user: SignedIn, id: number): Promise<DeskConversation> {
    const { tables, threads, engine } = this.needs
    const conversation = await tables.conversations.findByPk(id)
    if (!conversation || !(await this.mayRead(user, conversation))) throw problem('CONVERSATION_NOT_FOUND', id)
    const [[row], messages, visitor, questions, live] = await Promise.all([
      this.rows([conversation]),
      threads.messages(id, 0),
      tables.visitors.findByPk(conversation.visitorId),
      tables.questions.findAll({ where: { conversationId: id }, order: [['id', 'ASC']] }),
      engine.live(),
    ])
    const door = live?.doors.find((each) => each.id === conversation.doorId)?.title ?? 'a closed door'
    const brief: Brief = briefOf(questions, visitor!, { door, language: conversation.language, routed: conversation.routedBecause }, live?.index ?? null)
    return { ...row!, version: conversation.version, door, startedAt: conversation.createdAt.toISOString(), blocked: visitor!.blockedAt !== null, messages, brief }
  }

  /** Takes a waiting conversation: of two agents at once exactly one gets it, and the other is told who was first. */
  async take(user: SignedIn, id: number): Promise<void> {
    const { threads, users, clock } = this.needs
    await this.mustRead(user, id)
    await threads.change(id, async (locked, transaction) => {
      if (locked.state === 'agent' && locked.agentId !== user.id) throw problem('TAKEN_BY_OTHER', await users.nameOf(locked.agentId))
      if (locked.state === 'agent') return
      threads.move(locked, 'take')
      Object.assign(locked, { agentId: user.id, takenAt: clock.now() })
      await threads.append(locked, { author: 'event', kind: 'taken', text: '', userId: user.id }, transaction)
    })
  }

  async reply(user: SignedIn, id: number, { clientId, text }: { clientId: string; text: string }): Promise<void> {
    const { threads } = this.needs
    await this.own(user, id, async (locked, transaction) => {
      if (await threads.sentBefore(id, clientId, transaction)) return
      await threads.append(locked, { author: 'agent', kind: 'text', text, userId: user.id, clientId }, transaction)
    })
  }

  async handBack(user: SignedIn, id: number): Promise<void> {
    await this.own(user, id, async (locked, transaction) => {
      this.needs.threads.move(locked, 'hand back')
      Object.assign(locked, { agentId: null, queueId: null, enteredQueueAt: null })
      await this.needs.threads.append(locked, { author: 'event', kind: 'handed back', text: '', userId: user.id }, transaction)
    })
  }

  async moveTo(user: SignedIn, id: number, queueId: number): Promise<void> {
    const { tables, threads, clock } = this.needs
    const queue = await tables.queues.findByPk(queueId)
    if (!queue) throw problem('QUEUE_NOT_FOUND', queueId)
    await this.own(user, id, async (locked, transaction) => {
      threads.move(locked, 'move')
      Object.assign(locked, { agentId: null, queueId, enteredQueueAt: clock.now(), routedBecause: `moved by ${user.name}` })
      await threads.append(locked, { author: 'event', kind: 'moved', text: '', userId: user.id, data: { queue: queue.name } }, transaction)
    })
  }

  async close(user: SignedIn, id: number): Promise<void> {
    await this.own(user, id, async (locked, transaction) => {
      this.needs.threads.move(locked, 'close')
      locked.closedAt = this.needs.clock.now()
      await this.needs.threads.append(locked, { author: 'event', kind: 'closed', text: '', userId: user.id, data: { by: 'agent' } }, transaction)
    })
  }

  /** Keeps a visitor who abuses from writing, and closes the conversation. */
  async block(user: SignedIn, id: number, reason: string): Promise<void> {
    const { tables, audit, events, clock } = this.needs
    const conversation = await tables.conversations.findByPk(id)
    await this.close(user, id)
    await tables.visitors.update({ blockedAt: clock.now(), blockedBecause: reason }, { where: { id: conversation!.visitorId } })
    await audit.note(user, 'blocked visitor', `Conversation ${id}`, { reason })
    events.tell('visitorGone', { visitor: conversation!.visitorId })
  }

  /** A change that only the conversation's own agent may make. */
  private async own(user: SignedIn, id: number, work: (locked: Row<ConversationRow>, transaction: Transaction) => Promise<void>): Promise<void> {
    await this.mustRead(user, id)
    await this.needs.threads.change(id, async (locked, transaction) => {
      if (locked.state !== 'agent' || locked.agentId !== user.id) throw problem('NOT_YOURS')
      await work(locked, transaction)
    })
  }

  async mustRead(user: SignedIn, id: number): Promise<void> {
    const conversation = await this.needs.tables.conversations.findByPk(id)
    if (!conversation || !(await this.mayRead(user, conversation))) throw problem('CONVERSATION_NOT_FOUND', id)
  }

  async mayRead(user: SignedIn, { agentId, queueId }: Pick<ConversationRow, 'agentId' | 'queueId'>): Promise<boolean> {
    if (user.role === 'lead' || agentId === user.id) return true
    return user.role === 'agent' && queueId !== null && (await this.needs.queues.of(user.id)).includes(queueId)
  }

  private async rows(conversations: readonly ConversationRow[]): Promise<DeskRow[]> {
    const { tables, users } = this.needs
    const [queues, visitors] = await Promise.all([tables.queues.findAll(), tables.visitors.findAll({ where: { id: conversations.map(({ visitorId }) => visitorId) } })])
    return Promise.all(
      conversations.map(async ({ id, state, subject, visitorId, queueId, agentId, enteredQueueAt, lastAt, lastBy }) => ({
        id,
        state,
        subject: subject || 'Asks for a person',
        visitor: visitors.find((visitor) => visitor.id === visitorId)?.name ?? null,
        queue: queueId === null ? null : { id: queueId, name: queues.find((queue) => queue.id === queueId)?.name ?? '' },
        agent: agentId === null ? null : { id: agentId, name: await users.nameOf(agentId) },
        waitingSince: state === 'waiting' ? (enteredQueueAt?.toISOString() ?? null) : null,
        lastAt: lastAt.toISOString(),
        lastBy,
      })),
    )
  }
}
