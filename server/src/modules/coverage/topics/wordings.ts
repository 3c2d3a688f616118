import { fingerprint, nearItems, type TopicQuestion, type Trace } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'

/** A wording of the log, with how often it was asked and where the library came near. */
export interface Wording extends TopicQuestion {
  hash: string
  norm: string
  near: NonNullable<TopicQuestion['near']>
  topic: number | null
}

/** More wordings than this are not grouped at once: those asked most are. */
const MOST_WORDINGS = 50_000
const AT_ONCE = 400

/** Signs of wordings go by the folded words. */
export const hashOf = fingerprint

/**
 * All wordings of the log: those known as they are kept, new ones with what the trace of their newest question says of them.
 * Wordings that were reviewed to be no question are left out.
 */
export async function wordingsOf(db: Sequelize): Promise<Wording[]> {
  const select = <T extends object>(sql: string, replacements: Record<string, unknown> = {}) =>
    db.query<T>(sql, { replacements, type: QueryTypes.SELECT })
  const asked = await select<{ norm: string; times: number; last: number }>(
    `SELECT q.norm, COUNT(*) AS times, MAX(q.id) AS last FROM questions q WHERE NOT EXISTS (SELECT 1 FROM reviews j WHERE j.question_id = q.id AND j.verdict = 'not a question') GROUP BY q.norm ORDER BY times DESC, q.norm LIMIT ${MOST_WORDINGS}`,
  )
  const known = await select<{ hash: string; text: string; near: string; topic: number | null }>(
    'SELECT norm_hash AS hash, text, near, topic_id AS topic FROM topic_wordings',
  )
  const kept = new Map(known.map((row) => [row.hash, row]))
  const fresh = asked.filter(({ norm }) => !kept.has(hashOf(norm)))
  const read = new Map<number, { text: string; near: Wording['near'] }>()
  for (let from = 0; from < fresh.length; from += AT_ONCE)
    for (const { id, text, candidates } of await select<{
      id: number
      text: string
      candidates: string | null
    }>(
      `SELECT id, text, JSON_EXTRACT(trace, '$.candidates') AS candidates FROM questions WHERE id IN (:ids)`,
      { ids: fresh.slice(from, from + AT_ONCE).map(({ last }) => last) },
    ))
      read.set(id, {
        text,
        near: nearItems({
          candidates: (typeof candidates === 'string'
            ? JSON.parse(candidates)
            : (candidates ?? [])) as Trace['candidates'],
        }),
      })
  return asked.map(({ norm, times, last }) => {
    const hash = hashOf(norm)
    const row = kept.get(hash)
    const own = row
      ? { text: row.text, near: JSON.parse(row.near) as Wording['near'] }
      : read.get(last)!
    return { hash, norm, times: Number(times), topic: row?.topic ?? null, ...own }
  })
}

/** Of so many conversations that agents had last, the first replies are read. */
const LATEST = 20_000
const REPLIES_KEPT = 6

/** What agents first replied to each wording that was left to them, by its folded words, the newest first. */
export async function repliesTo(db: Sequelize): Promise<Map<string, string[]>> {
  const rows = await db.query<{ norm: string; reply: string }>(
    `SELECT q.norm, m.text AS reply
     FROM (SELECT c.id, (SELECT MIN(a.id) FROM messages a WHERE a.conversation_id = c.id AND a.author = 'agent' AND a.kind = 'text') AS reply
           FROM (SELECT id FROM conversations WHERE agent_id IS NOT NULL ORDER BY id DESC LIMIT ${LATEST}) c) first
     JOIN messages m ON m.id = first.reply AND m.text <> ''
     JOIN questions q ON q.id = (SELECT MAX(u.id) FROM questions u WHERE u.conversation_id = first.id AND u.unsettled = 1 AND u.message_id < first.reply)
     ORDER BY m.id DESC`,
    { type: QueryTypes.SELECT },
  )
  const replies = new Map<string, string[]>()
  for (const { norm, reply } of rows) {
    const known = replies.get(norm) ?? []
    if (known.length < REPLIES_KEPT) replies.set(norm, [...known, reply])
  }
  return replies
}
