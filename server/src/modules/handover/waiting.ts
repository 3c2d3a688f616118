import { expectedWait, groupedBy, seeded, slotsInUse } from '@janua/core'
import type { Sequelize } from 'sequelize'
import { selectRows } from '../../platform/database/select.ts'
import type { Clock } from '../../platform/clock.ts'
import { settingsOf } from './queueSettings.ts'
import type { HandoverTables } from './tables.ts'

interface Took {
  queue: number
  agent: number | null
  takenAt: Date
  closedAt: Date
  handle: number
  wait: number
}

/** A conversation that an agent at their desk has open, or none. */
interface Slot {
  queue: number
  agent: number
  atOnce: number
  since: Date | null
}

/** Conversations that tell how long the next ones will take. */
const KNOWN = 200

/** How long somebody waits in a queue at the most, four times out of five: from its own conversations and the people at their desks. */
export class Waiting {
  constructor(
    private readonly dependencies: { db: Sequelize; tables: HandoverTables; clock: Clock },
  ) {}

  /** For a conversation that waits. */
  async of({
    id,
    queueId,
    dueAt,
  }: {
    id: number
    queueId: number
    dueAt: Date
  }): Promise<{ ahead: number; seconds: number | null }> {
    const [row] = await selectRows<{ ahead: number }>(
      this.dependencies.db,
      "SELECT COUNT(*) AS ahead FROM conversations WHERE state = 'waiting' AND queue_id = :queueId AND (due_at < :dueAt OR (due_at = :dueAt AND id < :id))",
      { queueId, dueAt, id },
    )
    const ahead = Number(row!.ahead)
    const expected = await this.behind(new Map([[queueId, ahead]]))
    return { ahead, seconds: expected.get(queueId)! }
  }

  /** For who would enter the queue now. @returns seconds; null when nobody is at their desk */
  async next(queueId: number): Promise<number | null> {
    return (await this.nextOf([queueId])).get(queueId)!
  }

  /** The same for several queues at once. */
  async nextOf(queueIds: readonly number[]): Promise<Map<number, number | null>> {
    if (queueIds.length === 0) return new Map()
    const rows = await selectRows<{ queue: number; ahead: number }>(
      this.dependencies.db,
      "SELECT queue_id AS queue, COUNT(*) AS ahead FROM conversations WHERE state = 'waiting' AND queue_id IN (:queueIds) GROUP BY queue_id",
      { queueIds },
    )
    const waiting = new Map(rows.map(({ queue, ahead }) => [queue, Number(ahead)]))
    return this.behind(new Map(queueIds.map((id) => [id, waiting.get(id) ?? 0])))
  }

  /** @param aheads how many wait before, by queue */
  private async behind(aheads: ReadonlyMap<number, number>): Promise<Map<number, number | null>> {
    const queueIds = [...aheads.keys()]
    const [took, slots, queues] = await Promise.all([
      selectRows<Took>(
        this.dependencies.db,
        // One after the other: each of them reads its newest by an index, however long its history is.
        queueIds.map((_, i) => `(${tookIn(`:queue${i}`)})`).join(' UNION ALL '),
        Object.fromEntries(queueIds.map((id, i) => [`queue${i}`, id])),
      ),
      selectRows<Slot>(
        this.dependencies.db,
        `SELECT m.queue_id AS queue, m.user_id AS agent, u.at_once AS atOnce, c.taken_at AS since FROM queue_members m JOIN users u ON u.id = m.user_id AND u.presence = 'here' AND u.active = 1
         LEFT JOIN conversations c ON c.agent_id = m.user_id AND c.state = 'agent' WHERE m.queue_id IN (:queueIds) ORDER BY c.taken_at DESC`,
        { queueIds },
      ),
      this.dependencies.tables.queues.findAll({ where: { id: queueIds } }),
    ])
    const inTurn = new Set(
      queues.filter((queue) => settingsOf(queue).assignment === 'in turn').map(({ id }) => id),
    )
    const [tookBy, slotsBy] = [
      groupedBy(took, ({ queue }) => queue),
      groupedBy(slots, ({ queue }) => queue),
    ]
    return new Map(
      queueIds.map((id) => {
        const own = tookBy.get(id) ?? []
        const waits = own.map(({ wait }) => Math.max(0, Number(wait))).sort((a, b) => a - b)
        const seconds = expectedWait(
          {
            ahead: aheads.get(id)!,
            ...this.slots(own, slotsBy.get(id) ?? [], inTurn.has(id)),
            handleSeconds: own.map(({ handle }) => Number(handle)),
            // Those who waited least found somebody free: what they waited is how long a pick-up takes.
            pickUpSeconds: waits.slice(0, Math.ceil(waits.length / 2)),
          },
          seeded(id),
        )
        return [id, seconds === null ? null : Math.round(seconds)]
      }),
    )
  }

  /** The slots of the agents at their desks: as many as they may have where the queue is worked in turn, else as many as they were used to take. */
  private slots(
    took: readonly Took[],
    open: readonly Slot[],
    inTurn: boolean,
  ): { free: number; busySeconds: number[] } {
    const now = +this.dependencies.clock.now()
    const used = slotsInUse(
      took.flatMap(({ agent, takenAt, closedAt }) =>
        agent === null ? [] : [{ agent, from: +new Date(takenAt), to: +new Date(closedAt) }],
      ),
    )
    const agents = [...groupedBy(open, ({ agent }) => agent)].map(([agent, own]) => {
      const most = own[0]!.atOnce
      const slots = inTurn ? most : Math.min(most, used.get(agent) ?? 1)
      // With more open than slots, the oldest ends first and frees none.
      const busy = own
        .flatMap(({ since }) =>
          since === null ? [] : [Math.max(0, (now - +new Date(since)) / 1_000)],
        )
        .slice(0, slots)
      return { free: slots - busy.length, busy }
    })
    return {
      free: agents.reduce((sum, { free }) => sum + free, 0),
      busySeconds: agents.flatMap(({ busy }) => busy),
    }
  }
}

function tookIn(queue: string): string {
  return `SELECT queue_id AS queue, agent_id AS agent, taken_at AS takenAt, closed_at AS closedAt, TIMESTAMPDIFF(SECOND, taken_at, closed_at) AS handle, TIMESTAMPDIFF(SECOND, entered_queue_at, taken_at) AS wait FROM conversations
    WHERE queue_id = ${queue} AND state = 'closed' AND taken_at IS NOT NULL AND closed_at > taken_at ORDER BY closed_at DESC LIMIT ${KNOWN}`
}
