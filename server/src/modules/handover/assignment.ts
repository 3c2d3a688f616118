import { type Candidate, nextInTurn } from '@janua/core'
import { Op, QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import type { Handovers } from './handOverLog.ts'
import type { HandoverTables, QueueRow } from './tables.ts'
import { settingsOf } from './queueSettings.ts'
import type { Agents } from '../accounts/index.ts'
import type { ConversationRow, ConversationViews, Threads } from '../conversations/index.ts'
import type { QuestionViews } from '../questions/index.ts'

/** How long an offer stands. */
export const OFFER_SECONDS = 30
const MOST_AT_ONCE = 50

interface Dependencies {
  agents: Agents
  db: Sequelize
  tables: HandoverTables
  read: Pick<ConversationViews, 'conversations'> & Pick<QuestionViews, 'questions'>
  threads: Threads
  handovers: Handovers
  clock: Clock
}

/** Offers what waits in queues that work in turn, takes offers back that nobody took up, and lets conversations overflow that nobody takes. */
export class Assignment {
  private running: Promise<void> | undefined

  constructor(private readonly dependencies: Dependencies) {}

  tick(): Promise<void> {
    return (this.running ??= this.assign().finally(() => (this.running = undefined)))
  }

  /** The agent lets an offer go; it is the next one's turn. */
  async pass(user: number, id: number): Promise<void> {
    await this.dependencies.threads.change(id, async (locked) => {
      if (locked.state !== 'waiting' || locked.offeredTo !== user) throw problem('OFFER_GONE')
      Object.assign(locked, {
        offeredTo: null,
        offeredUntil: null,
        passedBy: [...(locked.passedBy ?? []), user],
      })
    })
    await this.tick()
  }

  private async assign(): Promise<void> {
    const { tables, read } = this.dependencies
    const queues = await tables.queues.findAll({ where: { archivedAt: null } })
    await this.overflow(queues)
    const inTurn = queues
      .filter((queue) => settingsOf(queue).assignment === 'in turn')
      .map(({ id }) => id)
    if (inTurn.length === 0) return
    const waiting = await read.conversations.list({
      where: { state: 'waiting', queueId: inTurn },
      order: [
        ['dueAt', 'ASC'],
        ['askedAt', 'ASC'],
        ['id', 'ASC'],
      ],
      limit: MOST_AT_ONCE,
    })
    for (const conversation of waiting) await this.offer(conversation)
  }

  /** Offers one conversation to whose turn it is, when no offer of it stands. When all have let it go, it begins anew. */
  private async offer({
    id,
    queueId,
    offeredTo,
    offeredUntil,
    passedBy,
    language,
  }: ConversationRow): Promise<void> {
    const { threads, clock } = this.dependencies
    const now = clock.now()
    if (offeredTo !== null && offeredUntil !== null && offeredUntil > now) return
    const candidates = await this.candidates(queueId!)
    const topics = await this.topicsOf(id)
    const passed = new Set([...(passedBy ?? []), ...(offeredTo === null ? [] : [offeredTo])])
    const next =
      nextInTurn(candidates, { language, topics }, passed) ??
      nextInTurn(candidates, { language, topics }, new Set())
    if (next === null && offeredTo === null) return
    const again = next !== null && passed.has(next)
    await threads.change(id, async (locked) => {
      if (
        locked.state !== 'waiting' ||
        locked.queueId !== queueId ||
        locked.offeredTo !== offeredTo
      )
        return
      Object.assign(locked, {
        offeredTo: next,
        offeredUntil: next === null ? null : new Date(+now + OFFER_SECONDS * 1_000),
        passedBy: again ? [] : [...passed],
      })
    })
    if (next !== null) await this.dependencies.agents.hadTurn(next, now)
  }

  /** What nobody took in the queue's time goes on to another one, once. */
  private async overflow(queues: readonly QueueRow[]): Promise<void> {
    const { read, threads, handovers, clock } = this.dependencies
    for (const queue of queues) {
      const { overflow } = settingsOf(queue)
      const to = overflow && queues.find(({ id }) => id === overflow.queue)
      if (!overflow || !to) continue
      const since = new Date(+clock.now() - overflow.minutes * 60_000)
      const late = await read.conversations.list({
        attributes: ['id'],
        where: {
          state: 'waiting',
          queueId: queue.id,
          overflowed: false,
          enteredQueueAt: { [Op.lte]: since },
        },
        limit: MOST_AT_ONCE,
      })
      for (const { id } of late)
        await threads.change(id, async (locked, transaction) => {
          if (locked.state !== 'waiting' || locked.queueId !== queue.id || locked.overflowed) return
          Object.assign(locked, {
            queueId: to.id,
            overflowed: true,
            offeredTo: null,
            offeredUntil: null,
            passedBy: null,
            routedBecause: `nobody in ${queue.name} for ${overflow.minutes} minutes`,
          })
          await handovers.noteOverflow(id, transaction)
          await threads.append(
            locked,
            {
              author: 'event',
              kind: 'moved',
              text: '',
              data: {
                queue: to.name,
                queueId: to.id,
                why: `nobody in ${queue.name} took it for ${overflow.minutes} minutes`,
              },
            },
            transaction,
          )
        })
    }
  }

  private async candidates(queueId: number): Promise<Candidate[]> {
    const { db } = this.dependencies
    const rows = await db.query<{
      id: number
      atOnce: number
      skills: string | null
      lastTurnAt: Date | null
      open: number
    }>(
      `SELECT u.id, u.at_once AS atOnce, u.skills, u.last_turn_at AS lastTurnAt,
         (SELECT COUNT(*) FROM conversations c WHERE (c.agent_id = u.id AND c.state = 'agent') OR (c.offered_to = u.id AND c.state = 'waiting')) AS open
       FROM queue_members m JOIN users u ON u.id = m.user_id WHERE m.queue_id = :queueId AND u.presence = 'here' AND u.active = 1`,
      { replacements: { queueId }, type: QueryTypes.SELECT },
    )
    return rows.map(({ id, atOnce, skills, lastTurnAt, open }) => {
      const { languages = [], topics = [] } = (
        skills ? JSON.parse(skills) : {}
      ) as Partial<Candidate>
      return {
        id,
        open: Number(open),
        atOnce,
        languages,
        topics,
        lastTurn: lastTurnAt ? +new Date(lastTurnAt) : 0,
      }
    })
  }

  private async topicsOf(conversationId: number): Promise<number[]> {
    const rows = await this.dependencies.read.questions.list({
      attributes: ['topicId'],
      where: { conversationId, unsettled: true },
      raw: true,
    })
    return rows.flatMap(({ topicId }) => topicId ?? [])
  }
}
