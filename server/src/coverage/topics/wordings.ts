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
export const MOST_WORDINGS = 50_000
const AT_ONCE = 400

/** Signs of wordings go by the folded words. */
export const hashOf = fingerprint

/**
 * All wordings of the log: those known as they are kept, new ones with what the trace of their newest question says of them.
 * Wordings that were judged to be no question are left out.
 */
export async function wordingsOf(db: Sequelize): Promise<Wording[]> {
  const select = <T extends object>(sql: string, replacements: Record<string, unknown> = {}) => db.query<T>(sql, { replacements, type: QueryTypes.SELECT })
  const asked = await select<{ norm: string; times: number; last: number }>(
    `SELECT q.norm, COUNT(*) AS times, MAX(q.id) AS last FROM questions q WHERE NOT EXISTS (SELECT 1 FROM judgements j WHERE j.question_id = q.id AND j.verdict = 'not a question') GROUP BY q.norm ORDER BY times DESC, q.norm LIMIT ${MOST_WORDINGS}`,
  )
  const known = await select<{ hash: string; text: string; near: string; topic: number | null }>('SELECT norm_hash AS hash, text, near, topic_id AS topic FROM topic_wordings')
  const kept = new Map(known.map((row) => [row.hash, row]))
  const fresh = asked.filter(({ norm }) => !kept.has(hashOf(norm)))
  const read = new Map<number, { text: string; near: Wording['near'] }>()
  for (let from = 0; from < fresh.length; from += AT_ONCE)
    for (const { id, text, candidates } of await select<{ id: number; text: string; candidates: string | null }>(`SELECT id, text, JSON_EXTRACT(trace, '$.candidates') AS candidates FROM questions WHERE id IN (:ids)`, { ids: fresh.slice(from, from + AT_ONCE).map(({ last }) => last) }))
      read.set(id, { text, near: nearItems({ candidates: (typeof candidates === 'string' ? JSON.parse(candidates) : (candidates ?? [])) as Trace['candidates'] }) })
  return asked.map(({ norm, times, last }) => {
    const hash = hashOf(norm)
    const row = kept.get(hash)
    const own = row ? { text: row.text, near: JSON.parse(row.near) as Wording['near'] } : read.get(last)!
    return { hash, norm, times: Number(times), topic: row?.topic ?? null, ...own }
  })
}
