import type { HeardOpinion } from '@janua/core'
import { type Transaction, UniqueConstraintError } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Events } from '../../platform/events.ts'
import type { KnownVisitor } from '../../platform/http/routing.ts'
import type { Conversations } from './service.ts'
import type { ConversationRow } from './tables.ts'
import type { Threads } from './thread.ts'
import {
  type CompiledRelease,
  type EngineHost,
  type OpenDoor,
  respond,
  type Response,
  type Rewording,
  turnOfRow,
  understood,
} from '../answering/index.ts'
import type { AskedQuestions, QuestionRow } from '../questions/index.ts'

/** What those who come after do for what is said. */
export interface SayingPorts {
  /** What somebody else thinks of the articles that are found; nothing where nobody is asked. */
  opinionsOn: (
    responses: readonly Response[],
    said: Pick<SaidNow, 'release' | 'language'>,
  ) => Promise<HeardOpinion[]>
  handover: () => {
    comingBack: {
      isForTeam(conversation: ConversationRow): boolean
      take(locked: Row<ConversationRow>, transaction: Transaction): Promise<void>
    }
  }
}

interface Dependencies extends SayingPorts {
  conversations: Pick<Conversations, 'open' | 'refuseBlocked'>
  threads: Threads
  engine: EngineHost
  rewording: Rewording
  asked: AskedQuestions
  events: Events
  clock: Clock
}

/** A message with the door and release that it meets. */
interface SaidNow {
  release: CompiledRelease
  door: OpenDoor
  text: string
  language: 'en' | 'de'
  team?: boolean
  opinions?: readonly HeardOpinion[]
}

interface Storing {
  locked: Row<ConversationRow>
  before: QuestionRow | null
  messageId: number
  at: Date
  transaction: Transaction
}

/** What visitors say, and what the assistant answers while it has the word. */
export class Saying {
  constructor(private readonly dependencies: Dependencies) {}

  /** Asks the last unsettled question once more, with details that the visitor gave. @returns whether it is answered now; the answer is in the thread then */
  async savedByAsking(
    visitor: KnownVisitor,
    id: number,
    details: readonly string[],
  ): Promise<boolean> {
    const { engine, threads } = this.dependencies
    const last = await this.dependencies.asked.lastOf(id)
    if (!last?.unsettled || details.length === 0) return false
    const opened = await engine.openDoor(visitor.door, visitor)
    const said = { ...opened, text: `${last.text} ${details.join(' ')}`, language: last.language }
    const [response] = await understood(opened.release.index, () => this.responses(said, null))
    if (
      response?.data?.outcome !== 'answered' ||
      (last.vote === -1 && response.question!.itemId === last.itemId)
    )
      return false
    return threads.change(id, async (locked, transaction) => {
      const before = await this.dependencies.asked.lastOf(id, transaction)
      if (locked.state !== 'assistant' || before?.id !== last.id) return false
      await this.store(
        { ...response, data: { ...response.data!, savedByAsking: true }, replies: true },
        {
          locked,
          before,
          messageId: last.messageId!,
          at: this.dependencies.clock.now(),
          transaction,
        },
      )
      return true
    })
  }

  /** Stores a visitor's message and, when the assistant has the word, its answer: both or neither. A repeated send changes nothing. */
  async say(
    visitor: KnownVisitor,
    { clientId, text, language }: { clientId: string; text: string; language: 'en' | 'de' },
  ): Promise<void> {
    await this.dependencies.conversations.refuseBlocked(visitor)
    const { conversations, threads, engine, handover } = this.dependencies
    const opened = await engine.openDoor(visitor.door, visitor)
    const conversation = await conversations.open(visitor, language)
    const said: SaidNow = { ...opened, text, language, team: visitor.team }
    // Wording an answer may take seconds: it is done before the conversation is locked, and done without when that changed meanwhile.
    const prepared =
      conversation.state === 'assistant' || conversation.state === 'closed'
        ? await this.prepared(conversation, said)
        : undefined
    const work = async (locked: Row<ConversationRow>, transaction: Transaction) => {
      if (await threads.sentBefore(locked.id, clientId, transaction)) return
      locked.language = language
      const { comingBack } = handover()
      const isForTeam = comingBack.isForTeam(locked)
      // "Thanks" takes nobody's time again.
      const isSmallTalk = prepared?.responses.every(({ kind }) => kind === 'smallTalk') ?? false
      if (isForTeam && !isSmallTalk) await comingBack.take(locked, transaction)
      if (locked.state === 'closed' && !isForTeam) await threads.resume(locked, transaction)
      const message = await threads.append(
        locked,
        { author: 'visitor', kind: 'text', text, clientId },
        transaction,
      )
      if (locked.state !== 'assistant' && locked.state !== 'closed') return
      const before = await this.dependencies.asked.lastOf(locked.id, transaction)
      const responses =
        prepared && prepared.before === (before?.id ?? null)
          ? prepared.responses
          : this.responses(said, before)
      for (const response of responses)
        await this.store(response, {
          locked,
          before,
          messageId: message.id,
          at: message.createdAt,
          transaction,
        })
    }
    await threads.change(conversation.id, work).catch((cause: unknown) => {
      if (!(cause instanceof UniqueConstraintError)) throw cause
    })
  }

  private async prepared(
    { id, visitorId }: Pick<ConversationRow, 'id' | 'visitorId'>,
    said: SaidNow,
  ): Promise<{ before: number | null; responses: Response[] }> {
    const before = await this.dependencies.asked.lastOf(id)
    const own = await understood(said.release.index, () => this.responses(said, before))
    const opinions = await this.dependencies.opinionsOn(own, said)
    const decided = opinions.length > 0 ? this.responses({ ...said, opinions }, before) : own
    return {
      before: before?.id ?? null,
      responses: await this.dependencies.rewording.worded(decided, {
        ...said,
        onSupported: (text) =>
          this.dependencies.events.tell('saying', { visitor: visitorId, text }),
      }),
    }
  }

  private responses(
    { release, door, text, language, team, opinions }: SaidNow,
    before: QuestionRow | null,
  ): Response[] {
    return respond(release, door, text, {
      language,
      team,
      opinions,
      at: this.dependencies.clock.now(),
      turns: before ? [turnOfRow(before)] : [],
    })
  }

  /** A question gets a row of its own; a reply to our own question back belongs to the row that it was about. */
  private async store(
    { kind, text, data, question, wantsPerson, replies }: Response,
    { locked, before, messageId, at, transaction }: Storing,
  ): Promise<void> {
    if (question && !replies) locked.subject = question.text.slice(0, 300)
    const place = { conversationId: locked.id, messageId, askedAt: at }
    const repliesTo = (replies && before?.id) || null
    const asked =
      question && (await this.dependencies.asked.keep(question, repliesTo, place, transaction))
    await this.dependencies.threads.append(
      locked,
      {
        author: 'assistant',
        kind,
        text,
        data: data && asked ? { ...data, question: asked, wantsPerson } : undefined,
      },
      transaction,
    )
  }
}
