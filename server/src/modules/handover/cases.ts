import type { Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import type { QueueRow } from './tables.ts'
import { dueAt, queueOpen } from './queueSettings.ts'
import type { OpenDoor } from '../answering/index.ts'
import type { Outbox } from '../channels/index.ts'
import type {
  ConversationRow,
  ConversationViews,
  ThreadLinks,
  Threads,
} from '../conversations/index.ts'

interface Dependencies {
  read: Pick<ConversationViews, 'visitors'>
  threads: Threads
  outbox: Outbox
  threadLinks: ThreadLinks
  clock: Clock
}

/** How a conversation is kept as a case. */
interface Kept {
  queue: QueueRow
  door: OpenDoor
  /** Who sees to it; null for the queue. */
  owner: number | null
  /** When it is to be answered; by the queue's hours and targets when not given. */
  due?: Date
  /** At which a call is wanted; null for a reply by mail. */
  phone?: string | null
  subject?: string
  note?: string | null
  routedBecause?: string
  /** The agent who does it; null when it happens by itself or the visitor chose it. */
  by?: number | null
  /** What the thread's line holds besides. */
  reason?: string
}

/**
 * Conversations that are answered later: each has a number, an owner or a queue, a due time, one confirmation by mail where there is an
 * address, and goes on by mail in the same thread.
 */
export class Cases {
  constructor(private readonly dependencies: Dependencies) {}

  async keep(locked: Row<ConversationRow>, kept: Kept, transaction: Transaction): Promise<void> {
    const { queue, door, owner, due, phone = null, subject, by = null, reason } = kept
    const { threads, clock } = this.dependencies
    if (locked.state === 'case')
      throw problem('STATE_FORBIDS', phrase('conversationStates.caseAlready'))
    const now = clock.now()
    const { open, changesAt } = queueOpen(queue, door, now)
    const isNew = locked.caseNumber === null
    threads.move(locked, locked.state === 'closed' ? 'write again' : 'keep as case')
    const from = open || !changesAt ? now : changesAt
    const number = locked.caseNumber ?? caseNumber(locked.id, now)
    Object.assign(locked, {
      queueId: queue.id,
      agentId: owner,
      enteredQueueAt: now,
      askedAt: locked.askedAt ?? now,
      takenAt: null,
      closedAt: null,
      offeredTo: null,
      offeredUntil: null,
      priority: 'low',
      note: kept.note ?? locked.note,
      routedBecause: (kept.routedBecause ?? locked.routedBecause ?? '').slice(0, 300),
      dueAt: due ?? dueAt(queue, { askedAt: from, priority: 'low' }),
      caseNumber: number,
      phone: phone ?? locked.phone,
      subject: (subject ?? '').slice(0, 300) || locked.subject,
    })
    await threads.append(
      locked,
      {
        author: 'event',
        kind: 'case',
        text: '',
        ...(by !== null && { userId: by }),
        data: {
          number,
          queue: queue.name,
          queueId: queue.id,
          reason,
          owner,
          ...(phone && { phone }),
        },
      },
      transaction,
    )
    if (isNew) await this.confirm(locked, door, phone, transaction)
  }

  /** The visitor learns the number by mail, where there is an address. */
  private async confirm(
    { id, visitorId, caseNumber: number, language, subject }: ConversationRow,
    door: OpenDoor,
    phone: string | null,
    transaction: Transaction,
  ): Promise<void> {
    const { read, outbox, threadLinks } = this.dependencies
    const visitor = await read.visitors.find(visitorId, transaction)
    if (!visitor?.mail) return
    await outbox.confirm(
      {
        conversationId: id,
        number: number!,
        to: visitor.mail,
        isProved: visitor.mailProvedAt !== null,
        language,
        company: door.title,
        subject,
        phone,
        link: threadLinks.link(visitorId, door.key),
      },
      transaction,
    )
  }
}

/** A number that people can read to each other: the year, and the conversation's own number. */
function caseNumber(id: number, now: Date): string {
  return `${now.getUTCFullYear()}-${String(id).padStart(5, '0')}`
}
