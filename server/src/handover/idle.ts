import { Op } from 'sequelize'
import type { EngineHost, OpenDoor } from '../answering/engineHost.ts'
import type { Clock } from '../clock.ts'
import type { ConversationRow, ConversationTables } from '../conversations/models.ts'
import { LEFT_QUEUE, type Threads } from '../conversations/thread.ts'
import type { Handover } from './handover.ts'

interface Needs {
  tables: ConversationTables
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

  constructor(private readonly needs: Needs) {}

  tick(): Promise<void> {
    return (this.running ??= this.look().finally(() => (this.running = undefined)))
  }

  private async look(): Promise<void> {
    const live = await this.needs.engine.live()
    for (const door of live?.doors ?? []) {
      await this.nudge(door)
      await this.close(door)
      await this.endWaits(door)
    }
  }

  private async nudge(door: OpenDoor): Promise<void> {
    const { threads, clock } = this.needs
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

  /** Closed when all was answered or nothing asked; what was left unsettled by somebody whose mail is known is kept as a case. */
  private async close(door: OpenDoor): Promise<void> {
    const { threads, handover, tables, clock } = this.needs
    for (const { id, visitorId } of await this.silent(door, door.rules.idle.closeMinutes, {
      nudgedAt: { [Op.ne]: null },
    })) {
      const [last, visitor] = await Promise.all([
        tables.questions.findOne({ where: { conversationId: id }, order: [['id', 'DESC']] }),
        tables.visitors.findByPk(visitorId),
      ])
      if (
        last?.unsettled &&
        visitor?.mail &&
        (await handover.keepForLater(visitorId, id, door.key))
      )
        continue
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

  /** Nobody came within the door's limit: the assistant has the word again and says what can be done instead. */
  private async endWaits(door: OpenDoor): Promise<void> {
    const { tables, threads, clock } = this.needs
    const since = new Date(+clock.now() - door.rules.idle.waitMinutes * 60_000)
    const late = await tables.conversations.findAll({
      attributes: ['id'],
      where: { state: 'waiting', doorId: door.id, askedAt: { [Op.lte]: since } },
      limit: MOST_AT_ONCE,
    })
    for (const { id } of late)
      await threads.change(id, async (locked, transaction) => {
        if (locked.state !== 'waiting') return
        const queue = await tables.messages.findOne({
          where: { conversationId: id, kind: ['handed over', 'moved'] },
          order: [['seq', 'DESC']],
          transaction,
        })
        threads.move(locked, 'hand back')
        Object.assign(locked, LEFT_QUEUE)
        await threads.append(
          locked,
          {
            author: 'event',
            kind: 'handed back',
            text: '',
            data: { why: `nobody came within ${door.rules.idle.waitMinutes} minutes` },
          },
          transaction,
        )
        const ways = ['case', ...(door.rules.handOver.calls ? ['call'] : []), 'wait']
        await threads.append(
          locked,
          {
            author: 'assistant',
            kind: 'away',
            text: door.texts[locked.language].closedHours,
            data: {
              why: 'long',
              queue: (queue?.data as { queue?: string } | null)?.queue ?? '',
              changesAt: null,
              seconds: null,
              ways,
              reason: 'asked',
              because: 'asked for a person',
            },
          },
          transaction,
        )
      })
  }

  private silent(
    door: OpenDoor,
    minutes: number,
    where: Record<string, unknown>,
  ): Promise<ConversationRow[]> {
    const now = +this.needs.clock.now()
    const lastAt = {
      [Op.lte]: new Date(now - minutes * 60_000),
      [Op.gte]: new Date(now - OLDEST_HOURS * 3_600_000),
    }
    return this.needs.tables.conversations.findAll({
      attributes: ['id', 'visitorId'],
      where: { state: 'assistant', doorId: door.id, seq: { [Op.gt]: 0 }, lastAt, ...where },
      limit: MOST_AT_ONCE,
    })
  }
}
