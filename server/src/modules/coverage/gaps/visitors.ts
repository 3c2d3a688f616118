import type { GapSheet } from '@janua/contracts'
import type { AgentReply } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'

interface AfterRow {
  insisted: number
  queue: string | null
  handle: number | null
}

/** What became of the visitors whose question of a topic was not answered: they left, asked again, or went to a queue; one row a conversation. */
export async function afterUnanswered(
  db: Sequelize,
  topic: number,
  { from, to }: { from: Date; to: Date },
): Promise<GapSheet['after']> {
  const rows = await db.query<AfterRow>(
    `SELECT COUNT(q.id) > 1 OR MAX(q.wants_person) = 1 AS insisted, u.name AS queue, TIMESTAMPDIFF(SECOND, c.taken_at, c.closed_at) AS handle
     FROM questions q JOIN conversations c ON c.id = q.conversation_id LEFT JOIN queues u ON u.id = c.queue_id
     WHERE q.topic_id = :topic AND q.asked_at >= :from AND q.asked_at < :to AND (q.outcome <> 'answered' OR q.vote < 0) GROUP BY c.id`,
    { replacements: { topic, from, to }, type: QueryTypes.SELECT },
  )
  const queues = new Map<string, number>()
  for (const { queue } of rows) if (queue) queues.set(queue, (queues.get(queue) ?? 0) + 1)
  const handled = rows
    .flatMap(({ handle }) => (handle === null ? [] : [Number(handle)]))
    .sort((a, b) => a - b)
  const handedOver = [...queues.values()].reduce((sum, n) => sum + n, 0)
  const insisted = rows.filter(
    ({ queue, insisted: again }) => !queue && Boolean(Number(again)),
  ).length
  return {
    asked: rows.length,
    handedOver,
    insisted,
    left: rows.length - handedOver - insisted,
    queues: [...queues].map(([name, n]) => ({ name, n })).sort((a, b) => b.n - a.n),
    handleMinutes: handled.length === 0 ? null : handled[Math.floor(handled.length / 2)]! / 60,
  }
}

const MOST_REPLIES = 80

/** What agents wrote in conversations that began with an unanswered question of a topic, the newest first. */
export function agentReplies(db: Sequelize, topic: number): Promise<AgentReply[]> {
  return db.query<AgentReply>(
    `SELECT m.text, m.conversation_id AS conversation FROM messages m WHERE m.author = 'agent' AND m.kind = 'text'
     AND m.conversation_id IN (SELECT q.conversation_id FROM questions q WHERE q.topic_id = :topic AND q.unsettled = 1 AND q.conversation_id IS NOT NULL) ORDER BY m.id DESC LIMIT ${MOST_REPLIES}`,
    { replacements: { topic }, type: QueryTypes.SELECT },
  )
}
