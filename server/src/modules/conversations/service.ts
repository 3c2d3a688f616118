import type { AnswerData, DoorContent, Thread } from '@janua/contracts'
import { Op, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import type { KnownVisitor } from '../../platform/http/routing.ts'
import { newToken } from '../../platform/http/security.ts'
import type { Erasure } from './erasure.ts'
import type { ConversationRow, ConversationTables } from './tables.ts'
import { concernedBy, type Threads } from './thread.ts'
import type { ThreadLinks } from './threadLinks.ts'
import { transcriptOf } from './transcript.ts'
import { sha256 } from '../../platform/hash.ts'
import type { EngineHost } from '../answering/index.ts'
import type { AskedQuestions } from '../questions/index.ts'

/** What becomes of a conversation once the team has it. */
export interface ConversationPorts {
  handover: () => {
    waiting: {
      of(conversation: {
        id: number
        queueId: number
        dueAt: Date
      }): Promise<NonNullable<Thread['waiting']>>
    }
    handovers: {
      settle(
        conversation: Pick<ConversationRow, 'id' | 'queueId'>,
        said: number | null,
        transaction: Transaction,
      ): Promise<void>
    }
  }
}

interface Dependencies extends ConversationPorts {
  db: Sequelize
  tables: ConversationTables
  threads: Threads
  engine: EngineHost
  erasure: Erasure
  asked: AskedQuestions
  threadLinks: ThreadLinks
  users: { nameOf(id: number | null): Promise<string> }
  events: Events
  clock: Clock
}

const DAY_MS = 86_400_000

/** A visitor's conversations: opened, shown, rated, ended; what is said in them is in `saying.ts`. */
export class Conversations {
  constructor(private readonly dependencies: Dependencies) {}

  async newVisitor(): Promise<string> {
    const token = newToken()
    await this.dependencies.tables.visitors.create({
      tokenHash: sha256(token),
      createdAt: this.dependencies.clock.now(),
    })
    return token
  }

  /** Who holds a token: that of their browser, or of a link that came by mail. */
  async visitorBy(token: string): Promise<{ id: number; blocked: boolean } | null> {
    const linked = this.dependencies.threadLinks.visitorOf(token)
    const visitor = await this.dependencies.tables.visitors.findOne({
      where: linked === null ? { tokenHash: sha256(token) } : { id: linked },
    })
    return visitor && { id: visitor.id, blocked: visitor.blockedAt !== null }
  }

  async thread(visitor: KnownVisitor, after: number): Promise<Thread> {
    const { tables, users, threads } = this.dependencies
    const [conversation, known] = await Promise.all([
      this.current(visitor),
      tables.visitors.findByPk(visitor.id),
    ])
    const contactKnown = Boolean(known?.name && known.mail)
    if (!conversation)
      return {
        conversation: null,
        state: 'assistant',
        version: 0,
        agent: null,
        contactKnown,
        teamSeen: 0,
        caseNumber: null,
        mayRate: false,
        messages: [],
      }
    const { id, state, version, agentId, queueId, dueAt, teamSeen, caseNumber, rating, takenAt } =
      conversation
    const isNamed = agentId !== null && (await threads.namedIn(id)).has(agentId)
    const agent = state === 'agent' && isNamed ? await users.nameOf(agentId) : null
    const waiting =
      state === 'waiting' && queueId !== null && dueAt !== null
        ? { waiting: await this.dependencies.handover().waiting.of({ id, queueId, dueAt }) }
        : {}
    const messages = await threads.messages(id, after)
    await this.got(conversation)
    const mayRate =
      state === 'closed' &&
      rating === null &&
      (takenAt !== null || messages.some(({ kind }) => kind === 'answer'))
    return {
      conversation: id,
      state,
      version,
      agent,
      contactKnown,
      ...waiting,
      teamSeen,
      caseNumber,
      mayRate,
      messages,
    }
  }

  /** What an agent wrote has reached the visitor's window. */
  private async got(conversation: ConversationRow): Promise<void> {
    const { id, state, seq, visitorGot } = conversation
    if (state !== 'agent' || visitorGot >= seq) return
    await this.dependencies.tables.conversations.update(
      { visitorGot: seq },
      { where: { id, visitorGot: { [Op.lt]: seq } } },
    )
    this.tellRead(conversation)
  }

  /** The visitor has looked at everything up to this message. */
  async seen(visitor: KnownVisitor, seq: number): Promise<void> {
    const conversation = await this.mustHave(visitor)
    const { id, seq: last, visitorSeen } = conversation
    const upTo = Math.min(seq, last)
    if (upTo <= visitorSeen) return
    await this.dependencies.tables.conversations.update(
      { visitorSeen: upTo, visitorGot: last },
      { where: { id, visitorSeen: { [Op.lt]: upTo } } },
    )
    this.tellRead(conversation)
  }

  private tellRead(conversation: ConversationRow): void {
    this.dependencies.events.tell('conversation', {
      id: conversation.id,
      ...concernedBy(conversation),
      visitor: conversation.visitorId,
      listed: false,
    })
  }

  /** How it was, in stars and a word: once for each conversation. */
  async rate(
    visitor: KnownVisitor,
    { stars, word }: { stars: number; word: string },
  ): Promise<void> {
    const { threads } = this.dependencies
    const { id } = await this.mustHave(visitor)
    await threads.change(id, async (locked, transaction) => {
      if (locked.rating !== null) return
      Object.assign(locked, { rating: stars, ratingWord: word })
      await threads.append(
        locked,
        { author: 'event', kind: 'rated', text: '', data: { stars, word } },
        transaction,
      )
    })
  }

  /** "Did this settle it?" A no puts the question on the list of what to fix. */
  async vote(visitor: KnownVisitor, messageId: number, helpful: boolean): Promise<void> {
    const { asked, threads } = this.dependencies
    const conversation = await this.mustHave(visitor)
    await threads.amendAnswer(conversation.id, messageId, async ({ question }, transaction) => {
      await asked.vote(question, helpful, transaction)
      return { vote: helpful ? 'yes' : 'no' }
    })
  }

  /** The visitor opened the source of an answer; the first time is kept. */
  async opened(visitor: KnownVisitor, messageId: number): Promise<void> {
    const { tables, asked } = this.dependencies
    const conversation = await this.mustHave(visitor)
    const message = await tables.messages.findOne({
      where: { id: messageId, conversationId: conversation.id, kind: 'answer' },
    })
    if (!message) throw problem('MESSAGE_NOT_FOUND')
    await asked.opened((message.data as unknown as AnswerData).question)
  }

  async end(visitor: KnownVisitor): Promise<void> {
    const { threads } = this.dependencies
    const conversation = await this.mustHave(visitor)
    await threads.change(conversation.id, async (locked, transaction) => {
      const wasWithAgent = locked.state === 'agent'
      threads.move(locked, 'close')
      locked.closedAt = this.dependencies.clock.now()
      if (wasWithAgent)
        await this.dependencies.handover().handovers.settle(locked, null, transaction)
      await threads.append(
        locked,
        { author: 'event', kind: 'closed', text: '', data: { by: 'visitor' } },
        transaction,
      )
    })
  }

  /** Removes the visitor with every conversation, message and question, and what was made of their words. */
  async forget(visitor: KnownVisitor): Promise<void> {
    await this.dependencies.erasure.erase(visitor.id, null)
  }

  /** The conversation as plain text, for the visitor to keep. */
  async transcript(visitor: KnownVisitor): Promise<string> {
    const conversation = await this.mustHave(visitor)
    const [messages, live] = await Promise.all([
      this.dependencies.threads.messages(conversation.id, 0),
      this.dependencies.engine.live(),
    ])
    const door = live?.doors.find(({ id }) => id === conversation.doorId)
    const { language, caseNumber } = conversation
    return transcriptOf(messages, {
      title: door?.title ?? '',
      timeZone: door?.timeZone ?? 'UTC',
      language,
      caseNumber,
    })
  }

  /** Whether an answer in the visitor's own thread named this revision. */
  async wasCited(visitor: KnownVisitor, revision: number): Promise<boolean> {
    const theirs = await this.dependencies.tables.conversations.findAll({
      attributes: ['id'],
      where: { visitorId: visitor.id },
    })
    const answers = await this.dependencies.tables.messages.findAll({
      attributes: ['data'],
      where: { conversationId: theirs.map(({ id }) => id), kind: 'answer' },
    })
    return answers.some(({ data }) => {
      const { sources = [], near = [] } = (data ?? {}) as Partial<AnswerData>
      return [...sources, ...near].some((source) => source.revision === revision)
    })
  }

  async current(visitor: KnownVisitor): Promise<Row<ConversationRow> | null> {
    const door = await this.dependencies.engine.openDoor(visitor.door).catch(() => null)
    return this.dependencies.tables.conversations.findOne({
      where: { visitorId: visitor.id, ...(door && { doorId: door.door.id }) },
      order: [['id', 'DESC']],
    })
  }

  async mustHave(visitor: KnownVisitor): Promise<Row<ConversationRow>> {
    const conversation = await this.current(visitor)
    if (!conversation) throw problem('CONVERSATION_ENDED')
    return conversation
  }

  async refuseBlocked(visitor: KnownVisitor): Promise<void> {
    const blocked = await this.dependencies.tables.visitors.count({
      where: { id: visitor.id, blockedAt: { [Op.ne]: null } },
    })
    if (blocked > 0) throw problem('VISITOR_BLOCKED')
  }

  /** The visitor's conversation behind this door; made at the first message or wish for a person. The lock on the visitor keeps two tabs from making two. */
  async open(visitor: KnownVisitor, language: 'en' | 'de'): Promise<Row<ConversationRow>> {
    const { db, tables, clock, engine } = this.dependencies
    const { door } = await engine.openDoor(visitor.door)
    const doorId = door.id
    const goesOnUntil = (closedAt: Date, { rules }: DoorContent) =>
      +closedAt + rules.idle.resumeDays * DAY_MS
    return db.transaction(async (transaction) => {
      const known = await tables.visitors.findByPk(visitor.id, { lock: true, transaction })
      if (!known) throw problem('VISITOR_UNKNOWN')
      const there = await tables.conversations.findOne({
        where: { visitorId: visitor.id, doorId },
        order: [['id', 'DESC']],
        transaction,
      })
      const now = clock.now()
      const isOver =
        there?.state === 'closed' &&
        there.closedAt !== null &&
        goesOnUntil(there.closedAt, door) < +now
      if (there && !isOver) return there
      return tables.conversations.create(
        {
          doorId,
          visitorId: visitor.id,
          state: 'assistant',
          version: 0,
          seq: 0,
          language,
          subject: '',
          lastAt: now,
          lastBy: 'visitor',
          createdAt: now,
        },
        { transaction },
      )
    })
  }
}
