import { type AskedWording, type Nearest, nearestOf, type Outcome, type Trace } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'

/** A wording of a topic, as it was asked last. */
export interface LastAsked extends AskedWording {
  hash: string
  text: string
  question: number
  door: number
  outcome: Outcome
  confidence: number
  item: number | null
  nearest: Nearest | null
}

interface Row {
  hash: string
  text: string
  times: number
  question: number
  door: number
  outcome: Outcome
  confidence: number
  item: number | null
  trace: string
  wrong: number
}

/**
 * The most frequent wordings of topics, each as its newest question came out; those reviewed to be rightly silent are left out, as no answer is
 * wanted there.
 * @param most wordings of each topic
 */
export async function lastAsked(
  db: Sequelize,
  topics: readonly number[],
  most: number,
  conflicting: ReadonlySet<number>,
): Promise<Map<number, LastAsked[]>> {
  const found = new Map<number, LastAsked[]>(topics.map((topic) => [topic, []]))
  if (topics.length === 0) return found
  const rows = await db.query<Row & { topic: number }>(
    `SELECT w.topic_id AS topic, w.norm_hash AS hash, q.text, w.times, q.id AS question, q.door_id AS door, q.outcome, q.confidence, q.item_id AS item, q.trace,
     (COALESCE(q.vote, 0) < 0 OR EXISTS (SELECT 1 FROM reviews j WHERE j.question_id = q.id AND j.verdict = 'wrong')) AS wrong
     FROM (SELECT norm_hash, norm, topic_id, times, ROW_NUMBER() OVER (PARTITION BY topic_id ORDER BY place = 0 DESC, times DESC, norm_hash) AS rank FROM topic_wordings WHERE topic_id IN (:topics)) w
     JOIN questions q ON q.id = (SELECT MAX(id) FROM questions newest WHERE newest.norm = w.norm)
     WHERE w.rank <= :most AND NOT EXISTS (SELECT 1 FROM reviews j WHERE j.question_id = q.id AND j.verdict IN ('rightly silent', 'not a question')) ORDER BY w.rank`,
    { replacements: { topics, most }, type: QueryTypes.SELECT },
  )
  for (const { topic, trace: stored, wrong, times, ...row } of rows) {
    const trace = JSON.parse(stored) as Trace
    const asked = {
      ...row,
      times: Number(times),
      trace,
      ...(wrong && row.outcome === 'answered' && { wrong: true }),
    }
    found.get(topic)!.push({ ...asked, nearest: nearestOf(asked, conflicting) })
  }
  return found
}

/** A question to be asked again at its door. */
export type AskedAt = Pick<LastAsked, 'text' | 'times' | 'door'>

export interface NearItem {
  item: number
  /** A topic whose wordings are left out. */
  except?: number
  /** Words of which one is enough, however far the item is. */
  words?: readonly string[]
  most: number
}

/** The most frequent wordings that came near an item or have one of some words: what teaching it anything could move. */
export async function askedNear(
  db: Sequelize,
  { item, except = 0, words = [], most }: NearItem,
): Promise<AskedAt[]> {
  const having = words.map((_, i) => ` OR norm LIKE :word${i}`).join('')
  const replacements = {
    except,
    near: `%"item":${item},%`,
    most,
    ...Object.fromEntries(words.map((word, i) => [`word${i}`, `%${word.replace(/[%_\\]/g, '')}%`])),
  }
  const rows = await db.query<AskedAt>(
    `SELECT q.text, w.times, q.door_id AS door
     FROM (SELECT norm, times, norm_hash FROM topic_wordings WHERE (topic_id IS NULL OR topic_id <> :except) AND (near LIKE :near${having}) ORDER BY times DESC, norm_hash LIMIT :most) w
     JOIN questions q ON q.id = (SELECT MAX(id) FROM questions newest WHERE newest.norm = w.norm) ORDER BY w.times DESC, w.norm_hash`,
    { replacements, type: QueryTypes.SELECT },
  )
  return rows.map(({ times, ...row }) => ({ ...row, times: Number(times) }))
}
