import type { Routed, Situation } from '@janua/core'
import type { Transaction } from 'sequelize'
import type { OpenDoor } from '../answering/engineHost.ts'
import type { Outbox } from '../channels/outbox.ts'
import type { Clock } from '../clock.ts'
import type { ConversationRow } from '../conversations/models.ts'
import type { Threads } from '../conversations/thread.ts'
import type { Row } from '../database/tables.ts'
import { problem } from '../http/problems.ts'
import type { Handovers } from './handovers.ts'
import type { HandoverReason, QueueRow } from './models.ts'
import { dueAt, queueOpen } from './queueSettings.ts'

interface Kept {
  routed: Routed
  situation: Situation
  queue: QueueRow
  door: OpenDoor
  reason: HandoverReason
  /** At which a call is wanted; null for a reply by mail. */
  phone: string | null
  mail: string
}

/** Conversations that are answered later: each has a number, one confirmation by mail, and goes on by mail in the same thread. */
export class Cases {
  constructor(
    private readonly needs: {
      threads: Threads
      handovers: Handovers
      outbox: Outbox
      clock: Clock
    },
  ) {}

  async keep(
    locked: Row<ConversationRow>,
    { routed, situation, queue, door, reason, phone, mail }: Kept,
    transaction: Transaction,
  ): Promise<void> {
    const { threads, handovers, outbox, clock } = this.needs
    if (locked.state === 'case') throw problem('STATE_FORBIDS', 'kept as a case already')
    const now = clock.now()
    const { open, changesAt } = queueOpen(queue, door, now)
    const wasWaiting = locked.state === 'waiting'
    threads.move(locked, 'keep as case')
    const from = open || !changesAt ? now : changesAt
    const number = locked.caseNumber ?? caseNumber(locked.id, now)
    Object.assign(locked, {
      queueId: wasWaiting ? locked.queueId : queue.id,
      agentId: null,
      enteredQueueAt: now,
      askedAt: locked.askedAt ?? now,
      offeredTo: null,
      offeredUntil: null,
      priority: 'low',
      note: routed.note ?? null,
      routedBecause: routed.because.slice(0, 300),
      dueAt: dueAt(queue, { askedAt: from, priority: 'low' }),
      caseNumber: number,
      phone,
      subject: situation.words.split('\n').at(-1)!.slice(0, 300) || locked.subject,
    })
    if (!wasWaiting)
      await handovers.note(
        locked.id,
        { reason, routed: { ...routed, queue: queue.id }, situation },
        transaction,
      )
    await threads.append(
      locked,
      {
        author: 'event',
        kind: 'case',
        text: '',
        data: {
          number,
          queue: queue.name,
          because: routed.because,
          reason,
          ...(phone && { phone }),
        },
      },
      transaction,
    )
    await outbox.confirm(
      {
        conversationId: locked.id,
        number,
        to: mail,
        language: locked.language,
        company: door.title,
        subject: locked.subject,
        phone,
      },
      transaction,
    )
  }
}

/** A number that people can read to each other: the year, and the conversation's own number. */
function caseNumber(id: number, now: Date): string {
  return `${now.getUTCFullYear()}-${String(id).padStart(5, '0')}`
}
