import type { AwayData, ContactInput, WayInput } from '@janua/contracts'
import {
  handoverSign,
  hourIn,
  maskPrivate,
  route,
  type Routed,
  type SignReason,
  type Situation,
  situationOf,
} from '@janua/core'
import type { Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import type { KnownVisitor } from '../../platform/http/routing.ts'
import type { Cases } from './cases.ts'
import type { Handovers } from './handOverLog.ts'
import type { HandoverReason, HandoverTables, QueueRow } from './tables.ts'
import { dueAt, queueOpen } from './queueSettings.ts'
import type { Queues } from './queues.ts'
import type { Waiting } from './waiting.ts'
import type { CompiledRelease, EngineHost, OpenDoor } from '../answering/index.ts'
import {
  type ConversationRow,
  type Conversations,
  type ConversationViews,
  LEFT_QUEUE,
  type Saying,
  type Threads,
  type Visitors,
} from '../conversations/index.ts'
import type { QuestionViews } from '../questions/index.ts'

interface Dependencies {
  visitors: Visitors
  tables: HandoverTables
  read: Pick<ConversationViews, 'conversations' | 'messages' | 'visitors'> &
    Pick<QuestionViews, 'questions'>
  conversations: Conversations
  saying: Pick<Saying, 'savedByAsking'>
  threads: Threads
  queues: Queues
  handovers: Handovers
  cases: Cases
  waiting: Waiting
  engine: EngineHost
  clock: Clock
}

/** Why a person is brought in, as the thread and the desk say it. */
interface Cause {
  reason: SignReason
  because: string
}
const ASKED: Cause = { reason: 'asked', because: 'asked for a person' }

/** Where a conversation would go, and whether anybody is there. */
interface Destination {
  routed: Routed
  situation: Situation
  queue: QueueRow
  away: AwayData | null
}

/** How a conversation leaves the assistant: on a sign or a wish, after the door's questions, to the queue that the rules choose. */
export class Handover {
  constructor(private readonly dependencies: Dependencies) {}

  /** A person is asked for: hands over at once when all details are known, else asks for them in the thread. */
  async ask(visitor: KnownVisitor, language: 'en' | 'de'): Promise<void> {
    const { conversations } = this.dependencies
    await conversations.refuseBlocked(visitor)
    const conversation = await conversations.open(visitor, language)
    await this.bring(visitor, conversation.id, ASKED)
  }

  /** Looks for signs after a message: on one a person is brought in, or offered. */
  async afterSaying(visitor: KnownVisitor, votedDown = false): Promise<void> {
    const { conversations, engine, read, threads } = this.dependencies
    const conversation = await conversations.current(visitor)
    if (conversation?.state !== 'assistant') return
    const { door } = await engine.openDoor(visitor.door, visitor)
    const said = await this.said(conversation.id)
    const newest = await read.questions.list({
      where: { conversationId: conversation.id },
      order: [['id', 'DESC']],
      limit: 4,
    })
    const lastMessage = await read.messages.first({
      where: { conversationId: conversation.id, author: 'visitor' },
      order: [['seq', 'DESC']],
    })
    const asked = votedDown ? [] : newest.filter(({ messageId }) => messageId === lastMessage?.id)
    const offered = await read.messages.first({
      where: { conversationId: conversation.id },
      order: [['seq', 'DESC']],
    })
    const sign = handoverSign(
      {
        said,
        language: conversation.language,
        votedDown,
        wantsPerson:
          !votedDown && (asked.some(({ wantsPerson }) => wantsPerson) || offered?.kind === 'offer'),
        outcomes: asked.map(({ outcome }) => outcome),
        before: newest.find(({ messageId }) => messageId !== lastMessage?.id)?.outcome ?? null,
      },
      door.rules.handOver,
    )
    if (!sign) return
    if (sign.way === 'hand over') return this.bring(visitor, conversation.id, sign)
    // Where nothing was known, or an answer was voted down, the window offers a person beside it already.
    if (sign.reason !== 'tone') return
    await threads.change(conversation.id, async (locked, transaction) => {
      if (locked.state !== 'assistant') return
      await threads.append(
        locked,
        {
          author: 'assistant',
          kind: 'offer',
          text: door.texts[locked.language].offerPerson,
          data: { reason: sign.reason, because: sign.because },
        },
        transaction,
      )
    })
  }

  /** Name, mail and details as the visitor told them. The assistant tries once more with them; if it knows now, it answers instead. */
  async contact(visitor: KnownVisitor, { name, mail, details }: ContactInput): Promise<void> {
    const { conversations, saying, threads, engine } = this.dependencies
    await conversations.refuseBlocked(visitor)
    const conversation = await conversations.mustHave(visitor)
    const { door } = await engine.openDoor(visitor.door, visitor)
    const missing = door.rules.handOver.ask.find(
      ({ field, required }) => required && !details[field],
    )
    if (missing)
      throw problem(
        'INVALID',
        phrase('refusals.detailMissing', { detail: missing.label[conversation.language] }),
      )
    const odd = door.rules.handOver.ask.find(
      ({ field, kind, choices }) =>
        kind === 'choice' &&
        details[field] &&
        !choices.some(({ value }) => value === details[field]),
    )
    if (odd)
      throw problem(
        'INVALID',
        phrase('refusals.detailChoice', { detail: odd.label[conversation.language] }),
      )
    await this.dependencies.visitors.introduce(visitor.id, { name, mail })
    const told = Object.fromEntries(
      door.rules.handOver.ask.flatMap(({ field }) =>
        details[field] ? [[field, details[field]]] : [],
      ),
    )
    await threads.change(
      conversation.id,
      async (locked) => void (locked.told = { ...locked.told, ...told }),
    )
    const cause = await this.causeOf(conversation.id)
    if (await saying.savedByAsking(visitor, conversation.id, Object.values(told))) return
    await this.handOver(visitor, conversation.id, cause)
  }

  /** What the visitor wants, when nobody was there. */
  async choose(visitor: KnownVisitor, { way, phone }: WayInput): Promise<void> {
    const { conversations, threads } = this.dependencies
    await conversations.refuseBlocked(visitor)
    const conversation = await conversations.mustHave(visitor)
    if (!['assistant', 'waiting', 'case'].includes(conversation.state))
      throw problem('STATE_FORBIDS', phrase(`conversationStates.${conversation.state}`))
    const cause = await this.causeOf(conversation.id)
    if (way === 'wait') return this.handOver(visitor, conversation.id, cause, true)
    const { door, destination } = await this.destination(visitor, conversation)
    const known = await this.dependencies.read.visitors.find(visitor.id)
    if (!known?.mail) throw problem('INVALID', phrase('refusals.contactNeeded'))
    await threads.change(conversation.id, async (locked, transaction) => {
      // Kept as a case while the visitor was choosing: what is new is the wish to be called.
      if (locked.state === 'case' && way === 'call') return void (locked.phone = phone)
      await this.keepAsCase(
        locked,
        { ...destination, door, reason: cause.reason, phone: way === 'call' ? phone : null },
        transaction,
      )
    })
  }

  /**
   * Keeps what nobody has settled as a case, for a reply by mail: what was left unsettled with the assistant, or a wait in which nobody came.
   * @returns whether it was: not without a mail address
   */
  async keepForLater(
    visitorId: number,
    id: number,
    doorKey: string,
    after?: (locked: Row<ConversationRow>, transaction: Transaction) => Promise<void>,
  ): Promise<boolean> {
    const { read, threads } = this.dependencies
    const [conversation, known] = await Promise.all([
      read.conversations.find(id),
      read.visitors.find(visitorId),
    ])
    const state = conversation?.state
    if ((state !== 'assistant' && state !== 'waiting') || !known?.mail) return false
    const { door, destination } = await this.destination(
      { id: visitorId, door: doorKey },
      conversation!,
    )
    const cause = await this.causeOf(id)
    return threads.change(id, async (locked, transaction) => {
      if (locked.state !== state) return false
      const reason = state === 'waiting' ? cause.reason : 'case'
      await this.keepAsCase(locked, { ...destination, door, reason, phone: null }, transaction)
      await after?.(locked, transaction)
      return true
    })
  }

  private async keepAsCase(
    locked: Row<ConversationRow>,
    {
      routed,
      situation,
      queue,
      door,
      reason,
      phone,
    }: Destination & { door: OpenDoor; reason: HandoverReason; phone: string | null },
    transaction: Transaction,
  ): Promise<void> {
    const { tables, handovers, cases } = this.dependencies
    const own = locked.queueId === null ? null : await tables.queues.findByPk(locked.queueId)
    const isNew = locked.state !== 'waiting'
    await cases.keep(
      locked,
      {
        queue: own ?? queue,
        door,
        owner: null,
        phone,
        subject: situation.words.split('\n').at(-1)!,
        note: routed.note ?? null,
        routedBecause: routed.because,
        reason,
      },
      transaction,
    )
    if (isNew)
      await handovers.note(
        locked.id,
        { reason, routed: { ...routed, queue: (own ?? queue).id }, situation },
        transaction,
      )
  }

  /** The visitor does not want to wait any longer. */
  async stopWaiting(visitor: KnownVisitor): Promise<void> {
    const { conversations, threads } = this.dependencies
    const conversation = await conversations.mustHave(visitor)
    await threads.change(conversation.id, async (locked, transaction) => {
      if (locked.state !== 'waiting')
        throw problem('STATE_FORBIDS', phrase('conversationStates.notWaiting'))
      threads.move(locked, 'hand back')
      Object.assign(locked, LEFT_QUEUE)
      await threads.append(
        locked,
        { author: 'event', kind: 'handed back', text: '', data: { by: 'visitor' } },
        transaction,
      )
    })
  }

  /** Asks for what is not known yet; when all is, hands over. */
  private async bring(visitor: KnownVisitor, id: number, cause: Cause): Promise<void> {
    const { read, threads, engine } = this.dependencies
    const [known, { door }] = await Promise.all([
      read.visitors.find(visitor.id),
      engine.openDoor(visitor.door, visitor),
    ])
    const conversation = await read.conversations.find(id)
    const open = door.rules.handOver.ask.some(
      ({ field, required }) => required && !conversation?.told?.[field],
    )
    if (known?.name && known.mail && !open) return this.handOver(visitor, id, cause)
    await threads.change(id, async (locked, transaction) => {
      if (locked.state === 'closed') await threads.resume(locked, transaction)
      if (locked.state !== 'assistant') return
      const last = await read.messages.first({
        where: { conversationId: locked.id },
        order: [['seq', 'DESC']],
        transaction,
      })
      if (last?.kind !== 'contact')
        await threads.append(
          locked,
          { author: 'assistant', kind: 'contact', text: '', data: { ...cause } },
          transaction,
        )
    })
  }

  private async handOver(
    visitor: KnownVisitor,
    id: number,
    cause: Cause,
    evenSo = false,
  ): Promise<void> {
    const { threads, read } = this.dependencies
    const conversation = (await read.conversations.find(id))!
    const { door, destination } = await this.destination(visitor, conversation)
    const { away } = destination
    await threads.change(id, async (locked, transaction) => {
      if (locked.state === 'waiting' || locked.state === 'agent') return
      if (locked.state === 'closed') await threads.resume(locked, transaction)
      if (away && !evenSo)
        return void (await threads.append(
          locked,
          {
            author: 'assistant',
            kind: 'away',
            text: awayText(door, locked.language, away),
            data: { ...away, ...cause },
          },
          transaction,
        ))
      await this.enter(locked, door, { ...destination, cause }, transaction)
    })
  }

  private async enter(
    locked: Row<ConversationRow>,
    door: OpenDoor,
    { routed, situation, queue, away, cause }: Destination & { cause: Cause },
    transaction: Transaction,
  ): Promise<void> {
    const { threads, handovers, clock } = this.dependencies
    const now = clock.now()
    // Who waits on, after nobody came, keeps the place in line; a wait that was served is over.
    const askedAt = (locked.takenAt === null ? locked.askedAt : null) ?? now
    threads.move(locked, 'hand over')
    Object.assign(locked, {
      ...LEFT_QUEUE,
      queueId: queue.id,
      enteredQueueAt: now,
      askedAt,
      takenAt: null,
      priority: routed.priority,
      note: routed.note ?? null,
      dueAt: dueAt(queue, {
        askedAt,
        priority: routed.priority,
        minutes: routed.targetMinutes,
      }),
      routedBecause: routed.because.slice(0, 300),
      subject: situation.words.split('\n').at(-1)!.slice(0, 300) || locked.subject,
    })
    await handovers.note(
      locked.id,
      { reason: cause.reason, routed: { ...routed, queue: queue.id }, situation },
      transaction,
    )
    const data = {
      queue: queue.name,
      queueId: queue.id,
      because: routed.because,
      rule: routed.rule,
      reason: cause.reason,
      cause: cause.because,
      present: away?.why === 'nobody' ? 0 : undefined,
    }
    const texts = door.texts[locked.language]
    await threads.append(
      locked,
      {
        author: 'event',
        kind: 'handed over',
        text: away?.why === 'closed' || away?.why === 'nobody' ? texts.closedHours : texts.waiting,
        data,
      },
      transaction,
    )
  }

  /** The queue by the rules of the release, and whether it is of use to go there now. */
  private async destination(
    visitor: KnownVisitor,
    conversation: ConversationRow,
  ): Promise<{ door: OpenDoor; destination: Destination }> {
    const { engine, tables } = this.dependencies
    const { release, door } = await engine.openDoor(visitor.door, visitor)
    const fallback = await tables.queues.findOne({
      where: { archivedAt: null },
      order: [['id', 'ASC']],
    })
    if (!fallback) throw problem('INVALID', phrase('refusals.noQueue'))
    const situation = await this.situation(conversation, door, release)
    const routed = routedBy(release, situation, fallback.id)
    const queue =
      (await tables.queues.findOne({ where: { id: routed.queue, archivedAt: null } })) ?? fallback
    return { door, destination: { routed, situation, queue, away: await this.away(queue, door) } }
  }

  private async away(queue: QueueRow, door: OpenDoor): Promise<AwayData | null> {
    const { queues, waiting, clock } = this.dependencies
    const { open, changesAt } = queueOpen(queue, door, clock.now())
    const [present, seconds] = await Promise.all([queues.present(queue.id), waiting.next(queue.id)])
    const isLong = seconds !== null && seconds > door.rules.handOver.longestWaitMinutes * 60
    const why = !open ? 'closed' : present === 0 ? 'nobody' : isLong ? 'long' : null
    if (!why) return null
    return {
      why,
      queue: queue.name,
      changesAt: open ? null : (changesAt?.toISOString() ?? null),
      seconds: why === 'long' ? seconds : null,
      ways: [
        'case',
        ...(door.rules.handOver.calls ? (['call'] as const) : []),
        ...(open ? (['wait'] as const) : []),
      ],
    }
  }

  /** What the rules look at: the words still unsettled and what they mean, the collections near them, the door, what was told. */
  private async situation(
    conversation: ConversationRow,
    door: OpenDoor,
    release: CompiledRelease,
  ): Promise<Situation> {
    const { read, handovers, clock } = this.dependencies
    const [questions, visitor, said, contacts] = await Promise.all([
      read.questions.list({
        where: { conversationId: conversation.id },
        order: [['id', 'DESC']],
        limit: 6,
      }),
      read.visitors.find(conversation.visitorId),
      this.said(conversation.id),
      handovers.contactsBefore(conversation.visitorId),
    ])
    const told = { name: visitor?.name ?? '', mail: visitor?.mail ?? '', ...conversation.told }
    return situationOf(
      questions.reverse(),
      {
        language: conversation.language,
        door: door.id,
        told,
        hour: hourIn(door.timeZone, clock.now()),
        contacts,
      },
      { said, models: release.index.settings.models },
    )
  }

  private async said(conversationId: number): Promise<string[]> {
    const rows = await this.dependencies.read.messages.list({
      attributes: ['text'],
      where: { conversationId, author: 'visitor', kind: 'text' },
      order: [['seq', 'DESC']],
      limit: 6,
    })
    return rows.reverse().map(({ text }) => maskPrivate(text))
  }

  /** Why details were asked for, or nobody was there: the newest such line of the thread. */
  private async causeOf(conversationId: number): Promise<Cause> {
    const asked = await this.dependencies.read.messages.first({
      where: { conversationId, kind: ['contact', 'away'] },
      order: [['seq', 'DESC']],
    })
    const { reason, because } = (asked?.data ?? {}) as Partial<Cause>
    return reason && because ? { reason, because } : ASKED
  }
}

/** Being busy is something else than being closed. */
function awayText({ texts }: OpenDoor, language: 'en' | 'de', { why }: AwayData): string {
  return why === 'long' ? texts[language].longWait : texts[language].closedHours
}

function routedBy(
  { routing, classifier }: CompiledRelease,
  situation: Situation,
  fallback: number,
): Routed {
  return routing
    ? route(situation, routing, classifier)
    : {
        queue: fallback,
        rule: null,
        by: 'last resort',
        because: 'no rules yet',
        priority: 'normal',
      }
}
