import { expectedWait, seeded } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../clock.ts'

interface Took {
  handle: number
  wait: number
}

/** Conversations that tell how long the next ones will take. */
const KNOWN = 200

/** How long somebody waits in a queue at the most, four times out of five: from its own conversations and the people at their desks. */
export class Waiting {
  constructor(private readonly needs: { db: Sequelize; clock: Clock }) {}

  /** For a conversation that waits. */
  async of({ id, queueId, dueAt }: { id: number; queueId: number; dueAt: Date }): Promise<{ ahead: number; seconds: number | null }> {
    const [row] = await this.select<{ ahead: number }>(
      "SELECT COUNT(*) AS ahead FROM conversations WHERE state = 'waiting' AND queue_id = :queueId AND (due_at < :dueAt OR (due_at = :dueAt AND id < :id))",
      { queueId, dueAt, id },
    )
    const ahead = Number(row!.ahead)
    return { ahead, seconds: await this.behind(queueId, ahead) }
  }

  /** For who would enter the queue now. @returns seconds; null when nobody is at their desk */
  async next(queueId: number): Promise<number | null> {
    const [row] = await this.select<{ ahead: number }>("SELECT COUNT(*) AS ahead FROM conversations WHERE state = 'waiting' AND queue_id = :queueId", { queueId })
    return this.behind(queueId, Number(row!.ahead))
  }

  private async behind(queueId: number, ahead: number): Promise<number | null> {
    const now = this.needs.clock.now()
    const agents = await this.select<{ since: Date | null }>(
      `SELECT MIN(c.taken_at) AS since FROM queue_members m JOIN users u ON u.id = m.user_id AND u.presence = 'here' AND u.active = 1
       LEFT JOIN conversations c ON c.agent_id = m.user_id AND c.state = 'agent' WHERE m.queue_id = :queueId GROUP BY m.user_id`,
      { queueId },
    )
    const took = await this.select<Took>(
      `SELECT TIMESTAMPDIFF(SECOND, taken_at, closed_at) AS handle, TIMESTAMPDIFF(SECOND, entered_queue_at, taken_at) AS wait FROM conversations
       WHERE queue_id = :queueId AND state = 'closed' AND taken_at IS NOT NULL AND closed_at > taken_at ORDER BY closed_at DESC LIMIT ${KNOWN}`,
      { queueId },
    )
    const busySeconds = agents.flatMap(({ since }) => (since === null ? [] : [Math.max(0, (+now - +new Date(since)) / 1_000)]))
    const waits = took.map(({ wait }) => Math.max(0, Number(wait))).sort((a, b) => a - b)
    // Those who waited least found somebody free: what they waited is how long a pick-up takes.
    const pickUpSeconds = waits.slice(0, Math.ceil(waits.length / 2))
    const seconds = expectedWait({ ahead, free: agents.length - busySeconds.length, busySeconds, handleSeconds: took.map(({ handle }) => Number(handle)), pickUpSeconds }, seeded(queueId))
    return seconds === null ? null : Math.round(seconds)
  }

  private select<T extends object>(sql: string, replacements: Record<string, unknown>): Promise<T[]> {
    return this.needs.db.query<T>(sql, { replacements, type: QueryTypes.SELECT })
  }
}
