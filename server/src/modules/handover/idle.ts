import { Op, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Handover } from './handOver.ts'
import type { EngineHost, OpenDoor } from '../answering/index.ts'
import {
  type ConversationRow,
  type ConversationViews,
  LEFT_QUEUE,
  type Threads,
} from '../conversations/index.ts'
import type { QuestionViews } from '../questions/index.ts'

interface Dependencies {
  read: Pick<ConversationViews, 'conversations' | 'messages'> & Pick<QuestionViews, 'questions'>
  threads: Threads
  engine: EngineHost
  handover: Pick<Handover, 'keepForLater'>
  clock: Clock
}

const MOST_AT_ONCE = 200
/** Older ones were left before these rules, and are nobody's any more. */
const OLDEST_HOURS = 72

/**
 * What happens to conversations in which nobody writes any more: with the assistant they are asked whether that was all, then closed with a
 * kind word; who waits too long for a person is told so, and offered a case.
 */
export class Idle {
  private running: Promise<void> | undefined

  constructor(private readonly dependencies: Dependencies) {}

  tick(): Promise<void> {
    return (this.running ??= this.look().finally(() => (this.running = undefined)))
  }

  private async look(): Promise<void> {
    const live = await this.dependencies.engine.live()
    for (const door of live?.doors ?? []) {
      await this.nudge(door)
      await this.close(door)
      await this.endWaits(door)
    }
  }

  private async nudge(door: OpenDoor): Promise<void> {
    const { threads, clock } = this.dependencies
    for (const { id } of await this.silent(door, door.rules.idle.nudgeMinutes, {
      nudgedAt: null,
      lastBy: 'assistant',
    }))
      await threads.change(id, async (locked, transaction) => {
        if (locked.state !== 'assistant' || locked.nudgedAt !== null) return
        await threads.append(
          locked,
          { author: 'assistant', kind: 'nudge', text: door.texts[locked.language].nudge },
          transaction,
        )
        locked.nudgedAt = clock.now()
      })
  }

  /** Closed when all was answered or nothing asked; what was left unsettled, or left to the team, by somebody whose mail is known is kept as a case. */
  private async close(door: OpenDoor): Promise<void> {
    const { threads, handover, read, clock } = this.dependencies
    for (const { id, visitorId } of await this.silent(door, door.rules.idle.closeMinutes, {
      nudgedAt: { [Op.ne]: null },
    })) {
      const last = await read.questions.first({
        where: { conversationId: id },
        order: [['id', 'DESC']],
      })
      const isOwed = last?.unsettled || (await this.wishesForTeam(id))
      if (isOwed && (await handover.keepForLater(visitorId, id, door.key))) continue
      await threads.change(id, async (locked, transaction) => {
        if (locked.state !== 'assistant') return
        threads.move(locked, 'close')
        locked.closedAt = clock.now()
        await threads.append(
          locked,
          {
            author: 'event',
            kind: 'closed',
            text: door.texts[locked.language].goodbye,
            data: { by: 'silence' },
          },
          transaction,
        )
      })
    }
  }

  /** Nobody came within the door's limit, counted from the beginning of this wait: what can be done instead is said. */
  private async endWaits(door: OpenDoor): Promise<void> {
    const { read, threads, handover, clock } = this.dependencies
    const since = new Date(+clock.now() - door.rules.idle.waitMinutes * 60_000)
    const late = await read.conversations.list({
      attributes: ['id', 'visitorId'],
      where: { state: 'waiting', doorId: door.id, enteredQueueAt: { [Op.lte]: since } },
      limit: MOST_AT_ONCE,
    })
    for (const { id, visitorId } of late) {
      const minutes = door.rules.idle.waitMinutes
      const tellAway = (locked: Row<ConversationRow>, transaction: Transaction) =>
        threads.append(
          locked,
          {
            author: 'assistant',
            kind: 'away',
            text: door.texts[locked.language].nobodyCame,
            data: {
              why: 'late',
              queue: '',
              changesAt: null,
              seconds: null,
              ways: [
                ...(locked.state === 'case' ? [] : ['case']),
                ...(door.rules.handOver.calls ? ['call'] : []),
                'wait',
              ],
              reason: 'asked',
              because: 'asked for the team',
            },
          },
          transaction,
        )
      // Whoever left a mail address gets an answer: the wait becomes a case at once, and can be gone on with.
      const isKept = await handover.keepForLater(visitorId, id, door.key, async (locked, tx) => {
        await tellAway(locked, tx)
      })
      if (isKept) continue
      await threads.change(id, async (locked, transaction) => {
        if (locked.state !== 'waiting') return
        const { askedAt } = locked
        threads.move(locked, 'hand back')
        Object.assign(locked, { ...LEFT_QUEUE, askedAt })
        await threads.append(
          locked,
          {
            author: 'event',
            kind: 'handed back',
            text: '',
            data: { why: `nobody came within ${minutes} minutes` },
          },
          transaction,
        )
        await tellAway(locked, transaction)
      })
    }
  }

  /** The team was asked for, and nobody has come since; the visitor has not taken the wish back either. */
  private async wishesForTeam(conversationId: number): Promise<boolean> {
    const last = await this.dependencies.read.messages.first({
      where: {
        conversationId,
        kind: ['contact', 'away', 'taken', 'stepped in', 'handed back', 'case'],
      },
      order: [['seq', 'DESC']],
    })
    return last?.kind === 'away' || last?.kind === 'contact'
  }

  private silent(
    door: OpenDoor,
    minutes: number,
    where: Record<string, unknown>,
  ): Promise<ConversationRow[]> {
    const now = +this.dependencies.clock.now()
    const lastAt = {
      [Op.lte]: new Date(now - minutes * 60_000),
      [Op.gte]: new Date(now - OLDEST_HOURS * 3_600_000),
    }
    return this.dependencies.read.conversations.list({
      attributes: ['id', 'visitorId'],
      where: { state: 'assistant', doorId: door.id, seq: { [Op.gt]: 0 }, lastAt, ...where },
      limit: MOST_AT_ONCE,
    })
  }
}
