import type { AnswerData, Thread } from '@janua/contracts'
import { Op, type Sequelize, type Transaction, UniqueConstraintError } from 'sequelize'
import { sha256 } from '../accounts/service.ts'
import type { EngineHost } from '../answering/engineHost.ts'
import type { Clock } from '../clock.ts'
import type { Row } from '../database/tables.ts'
import type { Events } from '../events.ts'
import { problem } from '../http/problems.ts'
import type { KnownVisitor } from '../http/routing.ts'
import { newToken } from '../http/security.ts'
import type { ConversationRow, ConversationTables } from './models.ts'
import { respond, turnOfRow } from './respond.ts'
import type { Threads } from './thread.ts'

interface Needs {
  db: Sequelize
  tables: ConversationTables
  threads: Threads
  engine: EngineHost
  users: { nameOf(id: number | null): Promise<string> }
  events: Events
  clock: Clock
}

/** The visitor's side of a conversation. */
export class Conversations {
  constructor(private readonly needs: Needs) {}

  async newVisitor(): Promise<string> {
    const token = newToken()
    await this.needs.tables.visitors.create({ tokenHash: sha256(token), createdAt: this.needs.clock.now() })
    return token
  }

  async visitorBy(token: string): Promise<{ id: number; blocked: boolean } | null> {
    const visitor = await this.needs.tables.visitors.findOne({ where: { tokenHash: sha256(token) } })
    return visitor && { id: visitor.id, blocked: visitor.blockedAt !== null }
  }

  async thread(visitor: KnownVisitor, after: number): Promise<Thread> {
    const { tables, users, threads } = this.needs
    const [conversation, known] = await Promise.all([this.current(visitor), tables.visitors.findByPk(visitor.id)])
    const contactKnown = Boolean(known?.name && known.mail)
    if (!conversation) return { conversation: null, state: 'assistant', version: 0, agent: null, contactKnown, messages: [] }
    const { id, state, version, agentId } = conversation
    const agent = state === 'agent' ? await users.nameOf(agentId) : null
    return { conversation: id, state, version, agent, contactKnown, messages: await threads.messages(id, after) }
  }

  /** Stores a visitor's message and, when the assistant has the word, its answer: both or neither. A repeated send changes nothing. */
  async say(visitor: KnownVisitor, { clientId, text, language }: { clientId: string; text: string; language: 'en' | 'de' }): Promise<void> {
    await this.refuseBlocked(visitor)
    const { threads, engine } = this.needs
    const { release, door } = await engine.openDoor(visitor.door)
    const conversation = await this.open(visitor, language)
    const work = async (locked: Row<ConversationRow>, transaction: Transaction) => {
      if (await threads.sentBefore(locked.id, clientId, transaction)) return
      locked.language = language
      if (locked.state === 'closed') {
        threads.move(locked, 'resume')
        Object.assign(locked, { agentId: null, queueId: null, closedAt: null })
        await threads.append(locked, { author: 'event', kind: 'resumed', text: '' }, transaction)
      }
      const said = await threads.append(locked, { author: 'visitor', kind: 'text', text, clientId }, transaction)
      if (locked.state !== 'assistant') return
      const before = await this.needs.tables.questions.findOne({ where: { conversationId: locked.id }, order: [['id', 'DESC']], transaction })
      for (const answer of respond(release, door, text, { language, at: this.needs.clock.now(), turns: before ? [turnOfRow(before)] : [] })) {
        if (answer.question) locked.subject = answer.question.text.slice(0, 300)
        const row = answer.question && (await this.needs.tables.questions.create({ ...answer.question, conversationId: locked.id, messageId: said.id, askedAt: said.createdAt }, { transaction }))
        const data = answer.data && row ? { ...answer.data, question: row.id, wantsPerson: answer.wantsPerson } : undefined
        await threads.append(locked, { author: 'assistant', kind: answer.kind, text: answer.text, data }, transaction)
      }
    }
    await threads.change(conversation.id, work).catch((cause: unknown) => {
      if (!(cause instanceof UniqueConstraintError)) throw cause
    })
  }

  /** "Did this settle it?" A no puts the question on the mending list. */
  async vote(visitor: KnownVisitor, messageId: number, helpful: boolean): Promise<void> {
    const { tables, threads } = this.needs
    const conversation = await this.mustHave(visitor)
    await threads.change(conversation.id, async (_locked, transaction) => {
      const message = await tables.messages.findOne({ where: { id: messageId, conversationId: conversation.id, kind: 'answer' }, transaction })
      if (!message) throw problem('MESSAGE_NOT_FOUND')
      const data = message.data as unknown as AnswerData
      await message.update({ data: { ...data, vote: helpful ? 'yes' : 'no' } }, { transaction })
      const question = await tables.questions.findByPk(data.question, { transaction })
      const unsettled = !helpful || question!.outcome === 'unanswered' || question!.outcome === 'suggested'
      await question!.update({ vote: helpful ? 1 : -1, unsettled }, { transaction })
    })
  }

  async end(visitor: KnownVisitor): Promise<void> {
    const { threads } = this.needs
    const conversation = await this.mustHave(visitor)
    await threads.change(conversation.id, async (locked, transaction) => {
      threads.move(locked, 'close')
      locked.closedAt = this.needs.clock.now()
      await threads.append(locked, { author: 'event', kind: 'closed', text: '', data: { by: 'visitor' } }, transaction)
    })
  }

  /** Removes the visitor with every conversation, message and question. */
  async forget(visitor: KnownVisitor): Promise<void> {
    const { tables, events } = this.needs
    const theirs = await tables.conversations.findAll({ where: { visitorId: visitor.id } })
    await tables.visitors.destroy({ where: { id: visitor.id } })
    events.tell('visitorGone', { visitor: visitor.id })
    for (const { id, queueId, agentId } of theirs) events.tell('conversation', { id, queue: queueId, agent: agentId, visitor: visitor.id })
  }

  /** The conversation as plain text, for the visitor to keep. */
  async transcript(visitor: KnownVisitor): Promise<string> {
    const conversation = await this.mustHave(visitor)
    const messages = await this.needs.threads.messages(conversation.id, 0)
    const who = { visitor: 'You', assistant: 'Assistant', agent: 'Team', event: '—' }
    return messages.map(({ at, author, name, text, kind }) => `[${at.slice(0, 16).replace('T', ' ')}] ${name ?? who[author]}: ${text || kind}`).join('\n')
  }

  async current(visitor: KnownVisitor): Promise<Row<ConversationRow> | null> {
    const door = await this.needs.engine.openDoor(visitor.door).catch(() => null)
    return this.needs.tables.conversations.findOne({ where: { visitorId: visitor.id, ...(door && { doorId: door.door.id }) }, order: [['id', 'DESC']] })
  }

  async mustHave(visitor: KnownVisitor): Promise<Row<ConversationRow>> {
    const conversation = await this.current(visitor)
    if (!conversation) throw problem('CONVERSATION_ENDED')
    return conversation
  }

  async refuseBlocked(visitor: KnownVisitor): Promise<void> {
    const blocked = await this.needs.tables.visitors.count({ where: { id: visitor.id, blockedAt: { [Op.ne]: null } } })
    if (blocked > 0) throw problem('VISITOR_BLOCKED')
  }

  /** The visitor's conversation behind this door; made at the first message or wish for a person. The lock on the visitor keeps two tabs from making two. */
  async open(visitor: KnownVisitor, language: 'en' | 'de'): Promise<Row<ConversationRow>> {
    const { db, tables, clock, engine } = this.needs
    const { door } = await engine.openDoor(visitor.door)
    const doorId = door.id
    return db.transaction(async (transaction) => {
      const known = await tables.visitors.findByPk(visitor.id, { lock: true, transaction })
      if (!known) throw problem('VISITOR_UNKNOWN')
      const there = await tables.conversations.findOne({ where: { visitorId: visitor.id, doorId }, order: [['id', 'DESC']], transaction })
      if (there) return there
      const now = clock.now()
      return tables.conversations.create({ doorId, visitorId: visitor.id, state: 'assistant', version: 0, seq: 0, language, subject: '', lastAt: now, lastBy: 'visitor', createdAt: now }, { transaction })
    })
  }
}
