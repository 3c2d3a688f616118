import { expectedWait, groupedBy, seeded, slotsInUse } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../clock.ts'
import type { HandoverTables } from './models.ts'
import { settingsOf } from './queueSettings.ts'

interface Took {
  agent: number | null
  takenAt: Date
  closedAt: Date
  handle: number
  wait: number
}

/** Conversations that tell how long the next ones will take. */
const KNOWN = 200

/** How long somebody waits in a queue at the most, four times out of five: from its own conversations and the people at their desks. */
export class Waiting {
  constructor(
    private readonly needs: { db: Sequelize; tables: Pick<HandoverTables, 'queues'>; clock: Clock },
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
    const [row] = await this.select<{ ahead: number }>(
      "SELECT COUNT(*) AS ahead FROM conversations WHERE state = 'waiting' AND queue_id = :queueId AND (due_at < :dueAt OR (due_at = :dueAt AND id < :id))",
      { queueId, dueAt, id },
    )
    const ahead = Number(row!.ahead)
    return { ahead, seconds: await this.behind(queueId, ahead) }
  }

  /** For who would enter the queue now. @returns seconds; null when nobody is at their desk */
  async next(queueId: number): Promise<number | null> {
    const [row] = await this.select<{ ahead: number }>(
      "SELECT COUNT(*) AS ahead FROM conversations WHERE state = 'waiting' AND queue_id = :queueId",
      { queueId },
    )
    return this.behind(queueId, Number(row!.ahead))
  }

  private async behind(queueId: number, ahead: number): Promise<number | null> {
    const took = await this.select<Took>(
      `SELECT agent_id AS agent, taken_at AS takenAt, closed_at AS closedAt, TIMESTAMPDIFF(SECOND, taken_at, closed_at) AS handle, TIMESTAMPDIFF(SECOND, entered_queue_at, taken_at) AS wait FROM conversations
       WHERE queue_id = :queueId AND state = 'closed' AND taken_at IS NOT NULL AND closed_at > taken_at ORDER BY closed_at DESC LIMIT ${KNOWN}`,
      { queueId },
    )
    const waits = took.map(({ wait }) => Math.max(0, Number(wait))).sort((a, b) => a - b)
    // Those who waited least found somebody free: what they waited is how long a pick-up takes.
    const pickUpSeconds = waits.slice(0, Math.ceil(waits.length / 2))
    const seconds = expectedWait(
      {
        ahead,
        ...(await this.slots(queueId, took)),
        handleSeconds: took.map(({ handle }) => Number(handle)),
        pickUpSeconds,
      },
      seeded(queueId),
    )
    return seconds === null ? null : Math.round(seconds)
  }

  /** The slots of the agents at their desks: as many as they may have where the queue is worked in turn, else as many as they were used to take. */
  private async slots(
    queueId: number,
    took: readonly Took[],
  ): Promise<{ free: number; busySeconds: number[] }> {
    const now = +this.needs.clock.now()
    const open = await this.select<{ agent: number; atOnce: number; since: Date | null }>(
      `SELECT m.user_id AS agent, u.at_once AS atOnce, c.taken_at AS since FROM queue_members m JOIN users u ON u.id = m.user_id AND u.presence = 'here' AND u.active = 1
       LEFT JOIN conversations c ON c.agent_id = m.user_id AND c.state = 'agent' WHERE m.queue_id = :queueId ORDER BY c.taken_at DESC`,
      { queueId },
    )
    const queue = await this.needs.tables.queues.findByPk(queueId)
    const inTurn = queue !== null && settingsOf(queue).assignment === 'in turn'
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

  private select<T extends object>(
    sql: string,
    replacements: Record<string, unknown>,
  ): Promise<T[]> {
    return this.needs.db.query<T>(sql, { replacements, type: QueryTypes.SELECT })
  }
}
