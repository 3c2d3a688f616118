import type {
  Brief,
  Desk as DeskView,
  DeskConversation,
  DeskRow,
  Passage,
  SignedIn,
} from '@janua/contracts'
import { answerQuestion, rank, readQuestion } from '@janua/core'
import { Op, QueryTypes, type Sequelize, type WhereOptions } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import { briefOf, passageView } from './brief.ts'
import type { Queues } from './queues.ts'
import type { HandoverTables } from './tables.ts'
import { type EngineHost, understood } from '../answering/index.ts'
import type { ConversationRow, ConversationViews, Threads } from '../conversations/index.ts'
import type { QuestionViews } from '../questions/index.ts'

interface Dependencies {
  db: Sequelize
  tables: HandoverTables
  read: Pick<ConversationViews, 'conversations' | 'visitors'> & Pick<QuestionViews, 'questions'>
  threads: Threads
  queues: Queues
  engine: EngineHost
  users: { nameOf(id: number | null): Promise<string> }
  clock: Clock
}

const MOST = 100
const MOST_CLOSED = 30
/** With the assistant now: written in within so many minutes. */
const LIVELY_MINUTES = 15
const PASSAGES = 6
/** What is less likely meant than this is no better than what has the words. */
const LEAST_MEANT = 0.05
const OTHERS = 8
const BY_DUE_TIME: [string, string][] = [
  ['dueAt', 'ASC'],
  ['askedAt', 'ASC'],
  ['id', 'ASC'],
]

/** What a line of the desk shows: an open desk reads its lists every second, so that they carry nothing else. */
const LISTED = [
  'id',
  'state',
  'subject',
  'visitorId',
  'queueId',
  'agentId',
  'enteredQueueAt',
  'dueAt',
  'priority',
  'offeredTo',
  'offeredUntil',
  'caseNumber',
  'lastAt',
  'lastBy',
] as const satisfies readonly (keyof ConversationRow)[]
type Listed = Pick<ConversationRow, (typeof LISTED)[number]>

/** What the agents see: what waits in their queues and is due first, what is theirs, and everything about the one that is open. A lead sees every queue. */
export class Desk {
  constructor(private readonly dependencies: Dependencies) {}

  async view(user: SignedIn): Promise<DeskView> {
    const { tables, read, clock } = this.dependencies
    const now = clock.now()
    const inQueues = await this.inMyQueues(user)
    const find = (where: WhereOptions<ConversationRow>, order: [string, string][], limit = MOST) =>
      read.conversations.list({ where, order, limit, attributes: [...LISTED], raw: true })
    const guests = await tables.guests.findAll({ where: { userId: user.id } })
    const isLead = user.role === 'lead'
    const [waiting, mine, askedIn, cases, withAgents, withAssistant, closed] = await Promise.all([
      find(
        {
          state: 'waiting',
          ...(inQueues.queueId && { [Op.or]: [inQueues, { offeredTo: user.id }] }),
        },
        BY_DUE_TIME,
      ),
      find({ state: 'agent', agentId: user.id }, [['lastAt', 'DESC']]),
      find({ state: 'agent', id: guests.map(({ conversationId }) => conversationId) }, [
        ['lastAt', 'DESC'],
      ]),
      find(
        {
          state: 'case',
          ...(!isLead && {
            [Op.or]: [{ agentId: user.id }, { agentId: null, ...inQueues }],
          }),
        },
        BY_DUE_TIME,
      ),
      isLead
        ? find({ state: 'agent', agentId: { [Op.ne]: user.id } }, [['lastAt', 'DESC']])
        : Promise.resolve([]),
      find(
        {
          state: 'assistant',
          seq: { [Op.gt]: 0 },
          lastAt: { [Op.gt]: new Date(+now - LIVELY_MINUTES * 60_000) },
        },
        [['lastAt', 'DESC']],
      ),
      find(
        {
          state: 'closed',
          agentId: { [Op.ne]: null },
          ...(user.role === 'lead' ? {} : { agentId: user.id }),
        },
        [['closedAt', 'DESC']],
        MOST_CLOSED,
      ),
    ])
    const lists = { waiting, mine, askedIn, cases, withAgents, withAssistant, closed }
    const shown = new Map(
      (await this.rows(Object.values(lists).flat(), user)).map((row) => [row.id, row]),
    )
    const rows = (some: readonly Listed[]) => some.map(({ id }) => shown.get(id)!)
    return {
      waiting: rows(waiting),
      mine: rows(mine),
      askedIn: rows(askedIn),
      cases: rows(cases),
      withAgents: rows(withAgents),
      withAssistant: rows(withAssistant),
      closed: rows(closed),
      now: now.toISOString(),
    }
  }

  /**
   * Conversations that the person may read: by words in them or the visitor's name; by a part of a case's number, when it is made of
   * digits; by the visitor's mail address, when it is one.
   */
  async find(user: SignedIn, words: string): Promise<DeskRow[]> {
    const { db, read } = this.dependencies
    const like = `%${words.replace(/[%_\\]/g, '\\$&')}%`
    const found = await db.query<{ id: number }>(`${searchFor(words)} ORDER BY id DESC LIMIT 600`, {
      replacements: { words, like },
      type: QueryTypes.SELECT,
    })
    const conversations = await read.conversations.list({
      where: { id: found.map(({ id }) => id) },
      order: [['lastAt', 'DESC']],
    })
    const mine = new Set(await this.dependencies.queues.of(user.id))
    return this.rows(
      conversations
        .filter(
          (each) =>
            user.role === 'lead' ||
            each.agentId === user.id ||
            (each.queueId !== null && mine.has(each.queueId)),
        )
        .slice(0, MOST),
      user,
    )
  }

  /** Passages of what visitors get now, for an agent who looks something up. */
  async passages(words: string): Promise<Passage[]> {
    const live = await this.dependencies.engine.live()
    if (!live) return []
    const { index, model } = live
    // What comes near in meaning, then what has the words, whatever it is limited to.
    const answer = await understood(index, () =>
      answerQuestion(index, words, { threshold: 1, model, team: true }),
    )
    const near = answer.trace.candidates
    const docs = [
      ...near.flatMap(({ item, ordinal, confidence }) =>
        confidence < LEAST_MEANT ? [] : (index.docAt(item, ordinal) ?? []),
      ),
      ...rank(readQuestion(words, index), index, PASSAGES).map(({ doc }) => doc),
    ]
    return [...new Set(docs)].slice(0, PASSAGES).map((doc) => passageView(index.passage(doc)))
  }

  async open(user: SignedIn, id: number): Promise<DeskConversation> {
    const { tables, read, threads, engine } = this.dependencies
    const conversation = await this.mustRead(user, id)
    if (conversation.agentId === user.id && conversation.teamSeen < conversation.seq)
      await this.sawAll(conversation)
    const [[row], messages, visitor, questions, live, guests, others] = await Promise.all([
      this.rows([conversation], user),
      threads.messages(id, 0, 'team'),
      read.visitors.find(conversation.visitorId),
      read.questions.list({ where: { conversationId: id }, order: [['id', 'ASC']] }),
      engine.live(),
      tables.guests.findAll({ where: { conversationId: id } }),
      read.conversations.list({
        where: { visitorId: conversation.visitorId, id: { [Op.ne]: id } },
        order: [['id', 'DESC']],
        limit: OTHERS,
      }),
    ])
    const own = live?.doors.find((each) => each.id === conversation.doorId)
    const door = own?.title ?? 'a closed door'
    const brief: Brief = briefOf(
      questions,
      { visitor: visitor!, conversation, door, ask: own?.rules.handOver.ask ?? [] },
      live?.index ?? null,
    )
    const { outcome, rating, ratingWord, visitorGot, visitorSeen, version } = conversation
    return {
      ...row!,
      version,
      door,
      startedAt: conversation.createdAt.toISOString(),
      blocked: visitor!.blockedAt !== null,
      messages,
      brief,
      visitorGot,
      visitorSeen,
      outcome,
      rating: rating === null ? null : { stars: rating, word: ratingWord ?? '' },
      guests: await Promise.all(
        guests.map(async ({ userId }) => ({
          id: userId,
          name: await this.dependencies.users.nameOf(userId),
        })),
      ),
      others: others.map((each) => ({
        id: each.id,
        subject: each.subject,
        state: each.state,
        lastAt: each.lastAt.toISOString(),
      })),
      mayStepIn: conversation.state === 'assistant' || conversation.state === 'case',
    }
  }

  async mustRead(user: SignedIn, id: number): Promise<Readonly<ConversationRow>> {
    const conversation = await this.dependencies.read.conversations.find(id)
    if (!conversation || !(await this.mayRead(user, conversation)))
      throw problem('CONVERSATION_NOT_FOUND', id)
    return conversation
  }

  /** A lead reads all. An agent reads what is in their queues or theirs, what they were asked into or offered, and what the assistant has. */
  async mayRead(
    user: SignedIn,
    {
      id,
      agentId,
      queueId,
      offeredTo,
      state,
    }: Pick<ConversationRow, 'id' | 'agentId' | 'queueId' | 'offeredTo' | 'state'>,
  ): Promise<boolean> {
    if (user.role === 'lead' || agentId === user.id || offeredTo === user.id) return true
    if (user.role !== 'agent') return false
    if (state === 'assistant') return true
    if (queueId !== null && (await this.dependencies.queues.of(user.id)).includes(queueId))
      return true
    return (
      (await this.dependencies.tables.guests.count({
        where: { conversationId: id, userId: user.id },
      })) > 0
    )
  }

  private async inMyQueues(user: SignedIn): Promise<{ queueId?: number[] }> {
    return user.role === 'lead' ? {} : { queueId: await this.dependencies.queues.of(user.id) }
  }

  /** The agent has read all: the visitor sees so. */
  private async sawAll({ id }: ConversationRow): Promise<void> {
    await this.dependencies.threads.change(
      id,
      async (locked) => void (locked.teamSeen = locked.seq),
    )
  }

  private async rows(conversations: readonly Listed[], user: SignedIn): Promise<DeskRow[]> {
    const { tables, read, users, clock } = this.dependencies
    if (conversations.length === 0) return []
    const [queues, visitors] = await Promise.all([
      tables.queues.findAll({ attributes: ['id', 'name'], raw: true }),
      read.visitors.list({
        where: { id: conversations.map(({ visitorId }) => visitorId) },
        attributes: ['id', 'name'],
        raw: true,
      }),
    ])
    const queueNames = new Map(queues.map(({ id, name }) => [id, name]))
    const visitorNames = new Map(visitors.map(({ id, name }) => [id, name]))
    return Promise.all(
      conversations.map(
        async ({
          id,
          state,
          subject,
          visitorId,
          queueId,
          agentId,
          enteredQueueAt,
          dueAt,
          priority,
          offeredTo,
          offeredUntil,
          caseNumber,
          lastAt,
          lastBy,
        }) => ({
          id,
          state,
          subject: subject || 'Asks for a person',
          visitor: visitorNames.get(visitorId) ?? null,
          queue: queueId === null ? null : { id: queueId, name: queueNames.get(queueId) ?? '' },
          agent: agentId === null ? null : { id: agentId, name: await users.nameOf(agentId) },
          priority,
          waitingSince: state === 'waiting' ? (enteredQueueAt?.toISOString() ?? null) : null,
          dueAt: state === 'waiting' || state === 'case' ? (dueAt?.toISOString() ?? null) : null,
          offeredUntil:
            offeredTo === user.id && offeredUntil !== null && offeredUntil > clock.now()
              ? offeredUntil.toISOString()
              : null,
          caseNumber,
          lastAt: lastAt.toISOString(),
          lastBy,
        }),
      ),
    )
  }
}

/** What to look through, by what the words look like. */
function searchFor(words: string): string {
  if (/^\S+@\S+$/.test(words))
    return `SELECT c.id FROM conversations c JOIN visitors v ON v.id = c.visitor_id WHERE v.mail LIKE ${words.includes('.') ? ':words' : ':like'}`
  if (/^[\d-]{2,14}$/.test(words))
    return `SELECT id FROM (
         (SELECT c.id FROM conversations c WHERE c.case_number LIKE :like LIMIT 200)
         UNION (SELECT m.conversation_id FROM messages m WHERE MATCH (m.text) AGAINST (:words) LIMIT 200)
       ) found`
  return `SELECT id FROM (
         (SELECT c.id FROM conversations c WHERE MATCH (c.subject) AGAINST (:words) LIMIT 200)
         UNION (SELECT m.conversation_id FROM messages m WHERE MATCH (m.text) AGAINST (:words) LIMIT 400)
         UNION (SELECT c.id FROM conversations c JOIN visitors v ON v.id = c.visitor_id WHERE v.name LIKE :like LIMIT 200)
       ) found`
}
