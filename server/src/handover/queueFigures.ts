import type { QueueFigures, QueueFigureRow } from '@janua/contracts'
import { entryFigures, groupedBy, type Priority, type QueueEntry } from '@janua/core'
import { DateTime } from 'luxon'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../clock.ts'
import type { HandoverTables } from './models.ts'
import { settingsOf } from './queueSettings.ts'

interface Needs {
  db: Sequelize
  tables: HandoverTables
  reporting: { read(): Promise<{ zone: string }> }
  users: { nameOf(id: number | null): Promise<string> }
  outbox: { standing(): Promise<QueueFigures['mail']> }
  clock: Clock
}
interface Found {
  conversation: number
  queueId: number
  at: Date
  priority: Priority
  takenAt: Date | null
  leftAt: Date | null
  firstReplyAt: Date | null
  agentId: number | null
  handle: number | null
  moves: number
  rating: number | null
  outcome: string | null
}

/** A silence longer than this is no handling. */
const IDLE_SECONDS = 600
const MOST = 20_000

/** How the queues did in some days: by queue, by agent, by hour of the day. Counted from the log itself when asked for. */
export class QueueReports {
  constructor(private readonly needs: Needs) {}

  /** @param days 1 for today alone */
  async of(days: number): Promise<QueueFigures> {
    const { reporting, tables, users, outbox, clock } = this.needs
    const { zone } = await reporting.read()
    const since = DateTime.fromJSDate(clock.now(), { zone })
      .startOf('day')
      .minus({ days: days - 1 })
    const queues = await tables.queues.findAll()
    const targets = new Map(queues.map((queue) => [queue.id, settingsOf(queue).targets]))
    const entries = (await this.entries(since.toJSDate())).map((row): QueueEntry =>
      entryOf(row, (targets.get(row.queueId)?.[row.priority] ?? 5) * 60),
    )
    const by = async (
      key: (entry: QueueEntry) => string | null,
      name: (key: string) => Promise<string> | string,
    ): Promise<QueueFigureRow[]> => {
      const groups = groupedBy(
        entries.filter((entry) => key(entry) !== null),
        (entry) => key(entry)!,
      )
      return Promise.all(
        [...groups].map(async ([each, some]) => ({
          id: Number(each),
          name: await name(each),
          ...entryFigures(some),
        })),
      )
    }
    return {
      since: since.toISO()!,
      all: entryFigures(entries),
      queues: await by(
        ({ queue }) => String(queue),
        (id) => queues.find((queue) => queue.id === Number(id))?.name ?? '',
      ),
      agents: (
        await by(
          ({ agent }) => (agent === null ? null : String(agent)),
          (id) => users.nameOf(Number(id)),
        )
      ).sort((a, b) => b.taken - a.taken),
      hours: (
        await by(
          ({ enteredAt }) => String(DateTime.fromMillis(enteredAt, { zone }).hour),
          (hour) => `${hour.padStart(2, '0')}:00`,
        )
      ).sort((a, b) => a.id - b.id),
      saved: await this.savedByAsking(since.toJSDate()),
      mail: await outbox.standing(),
    }
  }

  private async entries(since: Date): Promise<Found[]> {
    const select = <T extends object>(sql: string) =>
      this.needs.db.query<T>(sql, { replacements: { since }, type: QueryTypes.SELECT })
    const firstOf = (which: string) =>
      `(SELECT MIN(m.created_at) FROM messages m WHERE m.conversation_id = h.conversation_id AND m.created_at >= h.at AND ${which})`
    const [rows, handled] = await Promise.all([
      select<Omit<Found, 'handle'>>(
        `SELECT h.conversation_id AS conversation, h.queue_id AS queueId, h.at, c.priority, h.moves, c.rating, c.outcome, c.agent_id AS agentId, ${firstOf("m.kind = 'taken'")} AS takenAt,
           ${firstOf("m.kind IN ('handed back', 'closed', 'case') AND m.user_id IS NULL")} AS leftAt, ${firstOf("m.author = 'agent'")} AS firstReplyAt
         FROM handovers h JOIN conversations c ON c.id = h.conversation_id WHERE h.at >= :since ORDER BY h.id DESC LIMIT ${MOST}`,
      ),
      select<{ conversation: number; seconds: number }>(
        `SELECT conversation, SUM(LEAST(gap, ${IDLE_SECONDS})) AS seconds FROM (
           SELECT c.id AS conversation, c.taken_at, m.created_at, TIMESTAMPDIFF(SECOND, LAG(m.created_at) OVER (PARTITION BY m.conversation_id ORDER BY m.seq), m.created_at) AS gap
           FROM messages m JOIN conversations c ON c.id = m.conversation_id WHERE c.taken_at >= :since AND c.state <> 'agent'
         ) gaps WHERE created_at > taken_at GROUP BY conversation`,
      ),
    ])
    const seconds = new Map(
      handled.map(({ conversation, seconds }) => [conversation, Number(seconds)]),
    )
    return rows.map((row) => ({ ...row, handle: seconds.get(row.conversation) ?? null }))
  }

  private async savedByAsking(since: Date): Promise<number> {
    const [row] = await this.needs.db.query<{ n: number }>(
      `SELECT COUNT(*) AS n FROM messages WHERE created_at >= :since AND kind = 'answer' AND data LIKE '%"savedByAsking":true%'`,
      { replacements: { since }, type: QueryTypes.SELECT },
    )
    return Number(row!.n)
  }
}

function entryOf(
  { queueId, at, takenAt, leftAt, firstReplyAt, agentId, handle, moves, rating, outcome }: Found,
  targetSeconds: number,
): QueueEntry {
  const ms = (moment: Date | null) => (moment === null ? null : +new Date(moment))
  return {
    queue: queueId,
    enteredAt: +new Date(at),
    takenAt: ms(takenAt),
    leftAt: takenAt === null ? ms(leftAt) : null,
    firstReplyAt: ms(firstReplyAt),
    agent: agentId,
    handleSeconds: handle,
    moves,
    rating,
    outcome,
    targetSeconds,
  }
}
