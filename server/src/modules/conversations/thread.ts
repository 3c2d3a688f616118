import type { AnswerData, Message, MessageAuthor, MessageKind } from '@janua/contracts'
import { after, type Transition } from '@janua/core'
import { Op, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import { dataForVisitor } from './visitorView.ts'
import type { ConversationRow, ConversationTables, MessageRow } from './tables.ts'

export interface NewMessage {
  author: MessageAuthor
  kind: MessageKind
  text: string
  data?: Record<string, unknown>
  userId?: number
  clientId?: string
}

interface Dependencies {
  db: Sequelize
  tables: ConversationTables
  users: { nameOf(id: number | null): Promise<string> }
  events: Events
  clock: Clock
}

/** What a conversation no longer has when it is in no queue, or comes into one afresh. */
export const LEFT_QUEUE = {
  queueId: null,
  agentId: null,
  enteredQueueAt: null,
  dueAt: null,
  offeredTo: null,
  offeredUntil: null,
  passedBy: null,
  overflowed: false,
  note: null,
  askedAt: null,
} as const

/** The one thread of a conversation: every change locks it, numbers its messages, and is told after it is stored. */
export class Threads {
  constructor(private readonly dependencies: Dependencies) {}

  /** Runs a change on a locked conversation; watchers are told once it is committed. */
  async change<T>(
    id: number,
    work: (conversation: Row<ConversationRow>, transaction: Transaction) => Promise<T>,
  ): Promise<T> {
    const { db, tables, events } = this.dependencies
    const { value, conversation, before } = await db.transaction(async (transaction) => {
      const conversation = await tables.conversations.findByPk(id, { lock: true, transaction })
      if (!conversation) throw problem('CONVERSATION_NOT_FOUND', id)
      const { state, queueId, agentId, offeredTo } = conversation
      const before = { state, queueId, agentId, offeredTo }
      conversation.version += 1
      const value = await work(conversation, transaction)
      await conversation.save({ transaction })
      return { value, conversation, before }
    })
    const { agentId, visitorId, state } = conversation
    events.tell('conversation', {
      id,
      ...concernedBy(before, conversation),
      visitor: visitorId,
      listed: before.state !== state || before.agentId !== agentId || state !== 'agent',
    })
    return value
  }

  /** Moves the state by the table of transitions. @throws STATE_FORBIDS when the table does not allow it */
  move(conversation: Row<ConversationRow>, transition: Transition): void {
    const next = after(conversation.state, transition)
    if (!next) throw problem('STATE_FORBIDS', phrase(`conversationStates.${conversation.state}`))
    conversation.state = next
    // What nobody waits for any more is offered to nobody.
    if (next !== 'waiting') Object.assign(conversation, { offeredTo: null, offeredUntil: null })
  }

  /** A closed conversation goes on with the assistant, as if it had been with nobody. */
  async resume(conversation: Row<ConversationRow>, transaction: Transaction): Promise<void> {
    this.move(conversation, 'resume')
    Object.assign(conversation, { ...LEFT_QUEUE, closedAt: null, outcome: null, nudgedAt: null })
    await this.append(conversation, { author: 'event', kind: 'resumed', text: '' }, transaction)
  }

  async append(
    conversation: Row<ConversationRow>,
    message: NewMessage,
    transaction: Transaction,
  ): Promise<Row<MessageRow>> {
    const at = this.dependencies.clock.now()
    conversation.seq += 1
    conversation.lastAt = at
    if (message.author !== 'event') conversation.lastBy = message.author
    const { userId = null, clientId = null, data = null, ...rest } = message
    return this.dependencies.tables.messages.create(
      {
        ...rest,
        userId,
        clientId,
        data,
        conversationId: conversation.id,
        seq: conversation.seq,
        createdAt: at,
      },
      { transaction },
    )
  }

  /**
   * Notes something at an answer of the assistant's, with its conversation locked.
   * @param work what is noted, given the answer
   * @throws MESSAGE_NOT_FOUND
   */
  amendAnswer(
    conversation: number,
    messageId: number,
    work: (answer: AnswerData, transaction: Transaction) => Promise<Partial<AnswerData>>,
  ): Promise<void> {
    return this.change(conversation, async (_locked, transaction) => {
      const message = await this.dependencies.tables.messages.findOne({
        where: { id: messageId, conversationId: conversation, kind: 'answer' },
        transaction,
      })
      if (!message) throw problem('MESSAGE_NOT_FOUND')
      const answer = message.data as unknown as AnswerData
      const noted = await work(answer, transaction)
      await message.update({ data: { ...answer, ...noted } }, { transaction })
    })
  }

  /** The answers of the assistant that a conversation holds, in their order. */
  async answersIn(conversationId: number): Promise<AnswerData[]> {
    const rows = await this.dependencies.tables.messages.findAll({
      where: { conversationId, kind: 'answer' },
      order: [['seq', 'ASC']],
    })
    return rows.map(({ data }) => data as unknown as AnswerData)
  }

  /** A message that was stored before under the same client id: a repeated send, not a new one. */
  sentBefore(
    conversationId: number,
    clientId: string,
    transaction?: Transaction,
  ): Promise<Row<MessageRow> | null> {
    return this.dependencies.tables.messages.findOne({
      where: { conversationId, clientId },
      transaction,
    })
  }

  /** What `team` writes only the team ever reads, and of the rest visitors get no more than is meant for them. */
  async messages(
    conversationId: number,
    after: number,
    reader: 'visitor' | 'team' = 'visitor',
  ): Promise<Message[]> {
    const rows = await this.dependencies.tables.messages.findAll({
      where: { conversationId, seq: { [Op.gt]: after } },
      order: [['seq', 'ASC']],
    })
    if (reader === 'team') return Promise.all(rows.map((row) => this.teamView(row)))
    const named = await this.namedIn(conversationId)
    return Promise.all(
      rows.filter(({ author }) => author !== 'team').map((row) => this.visitorView(row, named)),
    )
  }

  /** The members of the team whose name the visitor knows: those who signed what they wrote with it, last of all. */
  async namedIn(conversationId: number): Promise<ReadonlySet<number>> {
    const replies = await this.dependencies.tables.messages.findAll({
      attributes: ['userId', 'data'],
      where: { conversationId, author: 'agent', kind: 'text' },
      order: [['seq', 'ASC']],
    })
    const named = new Map(replies.map(({ userId, data }) => [userId, data?.asTeam !== true]))
    return new Set([...named].flatMap(([user, isNamed]) => (isNamed && user !== null ? user : [])))
  }

  private async teamView(row: MessageRow): Promise<Message> {
    const name =
      row.userId === null ? {} : { name: await this.dependencies.users.nameOf(row.userId) }
    return { ...plainView(row), ...name, ...(row.data && { data: row.data }) }
  }

  private async visitorView(row: MessageRow, named: ReadonlySet<number>): Promise<Message> {
    const { userId, author, kind, data: all } = row
    const isSigned = author === 'agent' ? all?.asTeam !== true : named.has(userId ?? 0)
    const name =
      userId === null || !isSigned ? {} : { name: await this.dependencies.users.nameOf(userId) }
    const data = dataForVisitor(kind, all)
    return { ...plainView(row), ...name, ...(data && { data }) }
  }
}

function plainView({ id, seq, author, kind, text, clientId, createdAt }: MessageRow): Message {
  return {
    id,
    seq,
    author,
    kind,
    text,
    ...(clientId && { clientId }),
    at: createdAt.toISOString(),
  }
}

type Held = Pick<ConversationRow, 'queueId' | 'agentId' | 'offeredTo'>

/** The queues and people that have a conversation in one of these states: before and after a change, say. */
export function concernedBy(...states: readonly Held[]): { queues: number[]; people: number[] } {
  const known = (ids: readonly (number | null)[]) => [...new Set(ids.filter((id) => id !== null))]
  return {
    queues: known(states.map(({ queueId }) => queueId)),
    people: known(states.flatMap(({ agentId, offeredTo }) => [agentId, offeredTo])),
  }
}
