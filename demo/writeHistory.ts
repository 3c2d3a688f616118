import {
  fingerprint,
  hourIn,
  openAt,
  pick,
  placeOf,
  type Random,
  type Reading,
  route,
  situationOf,
} from '@janua/core'
import type { CompiledRelease } from '../server/src/modules/answering/engineHost.ts'
import type {
  ConversationRow,
  MessageRow,
  VisitorRow,
} from '../server/src/modules/conversations/tables.ts'
import { respond, turnOfRow } from '../server/src/modules/answering/respond.ts'
import type { HandoverRow, QueueRow } from '../server/src/modules/handover/tables.ts'
import { dueAt } from '../server/src/modules/handover/queueSettings.ts'
import type { OpenJanua } from './allTables.ts'
import { plantedTopics } from './content.ts'
import type { Visit } from './history.ts'
import { rightQueueOf } from './rightQueues.ts'
import type { QuestionRow } from '../server/src/modules/questions/tables.ts'
import { sha256 } from '../server/src/platform/hash.ts'

export interface HistoryContext {
  janua: OpenJanua
  /** Item numbers of the demo's articles, by slug. */
  ids: Map<string, number>
  random: Random
  progress: (text: string) => void
  total: number
  /** Answers given, with whether they were right: what the team may have reviewed. */
  reviewable: ReviewableAnswer[]
  /** Number of a visitor's row, by the visitor of the visits. */
  visitors: Map<number, number>
  /** Hand-overs of each visitor so far. */
  contacts: Map<number, number>
  /** The right queue of each conversation that was handed over, as the generator has it: never stored, only measured against. */
  truth: Map<number, number>
}

export interface ReviewableAnswer {
  questionId: number
  text: string
  norm: string
  doorId: number
  itemId: number
  revisionId: number
  ordinal: number
  print: string
  confidence: number
  right: boolean
  at: Date
}

type Bulk = {
  visitors: Partial<VisitorRow>[]
  conversations: Partial<ConversationRow>[]
  messages: Partial<MessageRow>[]
  questions: Partial<QuestionRow>[]
  handovers: Partial<HandoverRow>[]
}
const NAMES = [
  'Osk Verrall',
  'Mira Tolland',
  'Jonas Keel',
  'Petra Lund',
  'Sami Ayre',
  'Wanda Bright',
  'Theo Marsden',
  'Lena Hoff',
  'Ruth Ember',
  'Ivo Salt',
  'Greta Wynn',
  'Noah Pike',
]
const REPLIES = [
  'Thank you for waiting. I have looked it up for you and sent the details to your mail.',
  'Hello, this is with me now. Yes, that can be done; I have noted it on your booking.',
  'I am sorry about that. I have passed it on and you will hear from us tomorrow.',
  'Good question: we do not offer that at the moment, but I have noted that you asked.',
]
const BATCH = 120

/** Plays visits through the code that answers visitors, and stores them in batches. */
export async function writeHistory(
  visits: readonly Visit[],
  before: number,
  context: HistoryContext,
): Promise<void> {
  const { janua, progress, total } = context
  const release = (await janua.answering.engine.live())!
  const members = await janua.tables.queueMembers.findAll()
  for (let from = 0; from < visits.length; from += BATCH) {
    const player = await Player.start(context, release, members)
    for (const visit of visits.slice(from, from + BATCH)) player.play(visit)
    await player.store()
    progress(
      `Demo: conversations ${Math.min(before + from + BATCH, before + visits.length)} of ${total}`,
    )
  }
}

type Write = (
  author: MessageRow['author'],
  kind: MessageRow['kind'],
  text: string,
  more?: Partial<MessageRow>,
) => Partial<MessageRow>
interface Asking {
  text: string
  /** The item that settles it. */
  wanted: number | undefined
  /** All items that settle it. */
  right: readonly number[]
  door: CompiledRelease['doors'][number]
  asks: Partial<QuestionRow>[]
  write: Write
}

/** How often somebody who was asked back says what was meant; the others leave. */
const REPLY_SHARE = 0.75
/** Of those who got an answer, how many open its source. */
const OPENS = 0.24

class Player {
  private readonly bulk: Bulk = {
    visitors: [],
    conversations: [],
    messages: [],
    questions: [],
    handovers: [],
  }

  private constructor(
    private readonly context: HistoryContext,
    private readonly release: CompiledRelease,
    private readonly members: readonly { queueId: number; userId: number }[],
    private readonly queues: readonly QueueRow[],
    private readonly next: Record<Exclude<keyof Bulk, 'handovers'>, number>,
  ) {}

  static async start(
    context: HistoryContext,
    release: CompiledRelease,
    members: readonly { queueId: number; userId: number }[],
  ): Promise<Player> {
    const { visitors, conversations, messages, questions } = context.janua.tables
    const next = async (table: { findOne(options: object): Promise<{ id: number } | null> }) =>
      ((await table.findOne({ attributes: ['id'], order: [['id', 'DESC']] }))?.id ?? 0) + 1
    return new Player(context, release, members, await context.janua.tables.queues.findAll(), {
      visitors: await next(visitors),
      conversations: await next(conversations),
      messages: await next(messages),
      questions: await next(questions),
    })
  }

  play({ at, visitor, door: key, questions, patience }: Visit): void {
    const { random, visitors } = this.context
    const door = this.release.doors.find((each) => each.key === key)!
    const known = visitors.get(visitor)
    const visitorId = known ?? this.next.visitors++
    visitors.set(visitor, visitorId)
    const conversationId = this.next.conversations++
    const asks: Partial<QuestionRow>[] = []
    const said: Partial<MessageRow>[] = []
    let clock = +at
    const write = (
      author: MessageRow['author'],
      kind: MessageRow['kind'],
      text: string,
      more: Partial<MessageRow> = {},
    ) => {
      const message = {
        id: this.next.messages++,
        conversationId,
        seq: said.length + 1,
        author,
        kind,
        text,
        createdAt: new Date(clock),
        userId: null,
        data: null,
        clientId: null,
        ...more,
      }
      said.push(message)
      return message
    }
    for (const { text, settledBy, also } of questions) {
      const wanted = this.context.ids.get(settledBy ?? '')
      const right = [settledBy, ...also].flatMap((slug) => this.context.ids.get(slug ?? '') ?? [])
      const readings = this.ask({ text, wanted, right, door, asks, write })
      const chosen =
        random() < REPLY_SHARE ? readings?.find(({ item }) => item === wanted) : undefined
      clock += 15_000 + random() * 90_000
      if (!chosen) continue
      this.ask({ text: chosen.label, wanted, right, door, asks, write })
      clock += 15_000 + random() * 90_000
    }
    const wantsPerson = asks.some(({ unsettled }) => unsettled) && patience < 0.35
    const replies = questions.find((asked) => asked.replies)?.replies ?? REPLIES
    const right = wantsPerson ? this.rightQueue(questions, asks) : 0
    const end = wantsPerson
      ? this.handOver(
          { door, asks, said: questions.map(({ text }) => text), visitorId, conversationId, right },
          {
            write,
            replies,
            later: () => (clock += 40_000 + random() * 240_000),
            wait: (ms) => (clock += ms),
          },
        )
      : {}
    const byAgent = end.agentId !== undefined
    write('event', 'closed', '', {
      data: { by: byAgent ? 'agent' : 'visitor', ...(byAgent && { outcome: end.outcome }) },
    })
    const name = wantsPerson ? pick(NAMES, random) : null
    if (known === undefined)
      this.bulk.visitors.push({
        id: visitorId,
        tokenHash: sha256(`history ${visitorId}`),
        name,
        mail: name && `${name.split(' ')[0]!.toLowerCase()}.${visitorId}@mail.example`,
        createdAt: at,
      })
    this.bulk.conversations.push({
      id: conversationId,
      doorId: door.id,
      visitorId,
      state: 'closed',
      version: said.length,
      seq: said.length,
      language: 'en',
      subject: (asks.at(-1)?.text ?? '').slice(0, 300),
      lastAt: new Date(clock),
      lastBy: byAgent ? 'agent' : 'assistant',
      closedAt: new Date(clock),
      createdAt: at,
      queueId: null,
      agentId: null,
      routedBecause: null,
      enteredQueueAt: null,
      takenAt: null,
      ...end,
    })
    this.bulk.messages.push(...said)
    this.bulk.questions.push(...asks)
  }

  /** Puts one message to the engine, and writes down what it says. @returns the readings, when it asks back */
  private ask({ text, wanted, right, door, asks, write }: Asking): readonly Reading[] | undefined {
    const { random } = this.context
    const message = write('visitor', 'text', text)
    const turns = asks.slice(-1).map((row) => turnOfRow(row as QuestionRow))
    let readings: readonly Reading[] | undefined
    for (const answer of respond(this.release, door, text, {
      language: 'en',
      at: message.createdAt!,
      turns,
    })) {
      if (!answer.question) {
        write('assistant', answer.kind, answer.text)
        continue
      }
      const settled = answer.question.itemId !== null && answer.question.itemId === wanted
      const vote = answer.question.outcome === 'answered' ? voteOf(settled, random) : null
      const row = answer.replies
        ? asks.pop()!
        : {
            id: this.next.questions++,
            conversationId: message.conversationId,
            messageId: message.id,
            askedAt: message.createdAt,
          }
      const { text: asked = answer.question.text, norm = answer.question.norm } = row
      // Drawn by the question's number, so that it leaves the rest of the history as it is.
      const openedAt =
        answer.question.outcome === 'answered' &&
        placeOf(`opens ${asks.length} ${message.id}`) < OPENS
          ? new Date(+message.createdAt! + 9_000)
          : null
      const next = {
        ...row,
        ...answer.question,
        text: asked,
        norm,
        vote,
        openedAt,
        unsettled: answer.question.unsettled || vote === -1,
      }
      asks.push(next)
      readings = answer.data?.readings
      const { itemId, revisionId, ordinal, confidence } = answer.question
      if (itemId !== null)
        this.context.reviewable.push({
          questionId: next.id!,
          text: asked,
          norm,
          doorId: door.id,
          itemId,
          revisionId: revisionId!,
          ordinal: ordinal!,
          print: fingerprint(answer.text),
          confidence,
          right: right.includes(itemId),
          at: message.createdAt!,
        })
      write('assistant', 'answer', answer.text, {
        data: {
          ...answer.data,
          question: next.id,
          ...(vote && { vote: vote > 0 ? 'yes' : 'no' }),
        } as MessageRow['data'],
      })
    }
    return readings
  }

  async store(): Promise<void> {
    const { tables } = this.context.janua
    await tables.visitors.bulkCreate(this.bulk.visitors)
    await tables.conversations.bulkCreate(this.bulk.conversations)
    await tables.messages.bulkCreate(this.bulk.messages)
    await tables.questions.bulkCreate(this.bulk.questions)
    await tables.handovers.bulkCreate(this.bulk.handovers)
  }

  private rightQueue(questions: Visit['questions'], asks: readonly Partial<QuestionRow>[]): number {
    const unsettled =
      questions.findLast(({ text }) =>
        asks.some((ask) => ask.unsettled && text.startsWith(ask.text!.slice(0, 12))),
      ) ?? questions.at(-1)!
    const name = rightQueueOf(
      unsettled,
      PLANTED.find(({ replies }) => replies.join() === unsettled.replies?.join()),
    )
    return this.queues.find((queue) => queue.name === name)!.id
  }

  /** Handed over by the rules of the release; who gets what is not theirs mostly moves it on. What is drawn here beside `random` hangs on the conversation's number. */
  private handOver(
    { door, asks, said, visitorId, conversationId, right }: Given,
    { write, replies, later, wait }: Playing,
  ): Partial<ConversationRow> {
    const { random, contacts, truth } = this.context
    const enteredQueueAt = new Date(later())
    const known = {
      language: 'en' as const,
      door: door.id,
      told: {},
      hour: hourIn(door.timeZone, enteredQueueAt),
      contacts: contacts.get(visitorId) ?? 0,
    }
    const situation = situationOf(asks as QuestionRow[], known, {
      said,
      models: this.release.index.settings.models,
    })
    const routed = route(situation, this.release.routing!, this.release.classifier)
    contacts.set(visitorId, known.contacts + 1)
    truth.set(conversationId, right)
    const { open, changesAt } = openAt(door.hours, door.timeZone, enteredQueueAt)
    const nameOf = (queue: number) => this.queues.find(({ id }) => id === queue)!
    write('event', 'handed over', door.texts.en.waiting, {
      data: {
        queue: nameOf(routed.queue).name,
        because: routed.because,
        rule: routed.rule,
        open,
        changesAt: changesAt?.toISOString() ?? null,
        reason: 'asked',
        cause: 'asked for a person',
      },
    })
    const chance = (what: string) => placeOf(`${what} ${conversationId}`)
    const leaves = chance('leaves') < LEAVE_SHARE
    const tell: Write = (...line) => (leaves ? {} : write(...line))
    const first = pick(
      this.members.filter(({ queueId }) => queueId === routed.queue),
      random,
    ).userId
    const firstTaken = new Date(later())
    tell('event', 'taken', '', { userId: first })
    const moved = right !== routed.queue && chance('moves') < MOVE_SHARE
    let [agentId, takenAt] = [first, firstTaken]
    if (moved) {
      wait(30_000 + 90_000 * chance('looks'))
      tell('event', 'moved', '', {
        userId: first,
        data: {
          queue: nameOf(right).name,
          why: MOVE_REASONS[Math.floor(chance('why') * MOVE_REASONS.length)],
        },
      })
      const others = this.members.filter(({ queueId }) => queueId === right)
      agentId = others[Math.floor(chance('next') * others.length)]!.userId
      takenAt = new Date(wait(40_000 + 200_000 * chance('takes')))
      tell('event', 'taken', '', { userId: agentId })
    }
    later()
    tell('agent', 'text', pick(replies, random), { userId: agentId })
    later()
    const due = (queue: number) => ({
      enteredQueueAt,
      askedAt: enteredQueueAt,
      priority: routed.priority,
      dueAt: dueAt(nameOf(queue), { askedAt: enteredQueueAt, priority: routed.priority }),
      routedBecause: routed.because.slice(0, 300),
    })
    const entry = {
      conversationId,
      at: enteredQueueAt,
      reason: 'asked' as const,
      queueId: routed.queue,
      by: routed.by,
      rule: routed.rule,
      because: routed.because.slice(0, 300),
      situation,
    }
    if (leaves) {
      this.bulk.handovers.push(entry)
      return { queueId: routed.queue, ...due(routed.queue) }
    }
    const queueId = moved ? right : routed.queue
    const confirmed = queueId === right && chance('confirms') < CONFIRM_SHARE
    this.bulk.handovers.push({
      ...entry,
      rightQueue: queueId,
      rightBy: confirmed ? 'confirmed' : moved ? 'moved' : 'unmoved',
      moves: moved ? 1 : 0,
    })
    const stars =
      chance('rates') < RATE_SHARE
        ? Math.min(5, Math.max(1, Math.round((moved ? 3.4 : 4.4) + 2 * (chance('stars') - 0.5))))
        : null
    return {
      queueId,
      agentId,
      takenAt,
      ...due(queueId),
      outcome: CLOSED_AS.find(([, upTo]) => chance('ends') < upTo)![0],
      rating: stars,
    }
  }
}

interface Given {
  door: CompiledRelease['doors'][number]
  asks: readonly Partial<QuestionRow>[]
  said: readonly string[]
  visitorId: number
  conversationId: number
  right: number
}
interface Playing {
  write: Write
  replies: readonly string[]
  later: () => number
  wait: (ms: number) => number
}
const PLANTED = plantedTopics()
/** Of those who got what is another queue's: how many move it, and of all who end one in the right queue: how many press the key that says so. */
const MOVE_SHARE = 0.85
const CONFIRM_SHARE = 0.7
const RATE_SHARE = 0.3
/** Who does not wait to be taken. */
const LEAVE_SHARE = 0.06
const MOVE_REASONS = [
  'not ours',
  'belongs to your team',
  'they know the details',
  'asked about something else',
]
const CLOSED_AS: readonly [NonNullable<ConversationRow['outcome']>, number][] = [
  ['settled', 0.74],
  ['will follow', 0.86],
  ['could not', 0.93],
  ['visitor left', 1],
]

/** Few vote; those who got the right article mostly say yes. */
function voteOf(settled: boolean, random: Random): number | null {
  if (random() > (settled ? 0.2 : 0.3)) return null
  return random() < (settled ? 0.94 : 0.12) ? 1 : -1
}

/** Three visitors who wait as the demo opens: through the same services as real ones. */
export async function seedOpenConversations({ janua }: HistoryContext, now: number): Promise<void> {
  const waiting = [
    {
      name: 'Osk Verrall',
      says: [
        'only the return was cancelled, do i get half back',
        'refund for the hotel if the next boat only goes tomorrow',
      ],
      minutes: 7,
    },
    {
      name: 'Mira Tolland',
      says: ['we are 31, how much deposit', 'can one of us join on Brannoc instead'],
      minutes: 4,
    },
    { name: 'Jonas Keel', says: ['is there room for a wheelchair on the night boat'], minutes: 2 },
  ]
  for (const { name, says, minutes } of waiting) {
    const token = await janua.conversations.conversations.newVisitor()
    const visitor = {
      id: (await janua.conversations.conversations.visitorBy(token))!.id,
      door: 'help',
    }
    for (const text of says)
      await janua.conversations.saying.say(visitor, {
        clientId: crypto.randomUUID(),
        text,
        language: 'en',
      })
    await janua.handover.handover.ask(visitor, 'en')
    await janua.handover.handover.contact(visitor, {
      name,
      mail: `${name.split(' ')[0]!.toLowerCase()}@mail.example`,
      details: {},
    })
    const at = new Date(now - minutes * 60_000)
    await janua.tables.conversations.update(
      { enteredQueueAt: at, askedAt: at, dueAt: new Date(+at + 5 * 60_000), lastAt: at },
      { where: { visitorId: visitor.id } },
    )
  }
}
