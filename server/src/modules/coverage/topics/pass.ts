import { type Constraints, joinTopics, sameTopics, type Topic, topicsOf } from '@janua/core'
import { type Sequelize, type Transaction } from 'sequelize'
import type { CoverageTables, TopicRow } from '../tables.ts'
import { repliesTo, type Wording, wordingsOf } from './wordings.ts'

export interface Passed {
  wordings: number
  topics: number
  /** Wordings that stand alone: they wait for others like them. */
  alone: number
}

type Tables = Pick<CoverageTables, 'topics' | 'topicWordings' | 'topicRulings'>
/** A topic is named by a question, which can be much longer than a name. */
const MOST_LABEL = 300
/** A wording without others like it is a topic only when it was asked this often. */
const OFTEN = 3
const AT_ONCE = 500

/** Groups all wordings anew; topics keep number and name where they are the same, and what the lead corrected holds. */
export async function fullPass(db: Sequelize, tables: Tables, now: Date): Promise<Passed> {
  const [wordings, replies] = await Promise.all([wordingsOf(db), repliesTo(db)])
  const found = topicsOf(
    wordings.map((wording) => ({ ...wording, replies: replies.get(wording.norm) })),
    { constraints: await constraintsOf(tables, wordings) },
  ).filter(({ members, times }) => members.length > 1 || times >= OFTEN)
  const known = await tables.topics.findAll({ where: { goneAt: null } })
  const members = new Map<number, Set<string>>()
  for (const { topic, hash } of wordings)
    if (topic !== null) members.set(topic, (members.get(topic) ?? new Set()).add(hash))
  const same = sameTopics(
    found.map((topic) => topic.members.map((place) => wordings[place]!.hash)),
    known.map(({ id, named, pinned }) => ({
      id,
      members: members.get(id) ?? new Set(),
      kept: Boolean(named || pinned),
    })),
  )
  return db.transaction(async (transaction) => {
    const byId = new Map(known.map((topic) => [topic.id, topic]))
    const numbers: number[] = []
    for (const [i, topic] of found.entries())
      numbers.push(await keep(tables, byId.get(same[i] ?? 0), topic, now, transaction))
    const met = new Set(numbers)
    for (const topic of known)
      if (!met.has(topic.id) && !topic.pinned) await topic.update({ goneAt: now }, { transaction })
    const placed = new Map<string, { topic: number; place: number }>()
    for (const [i, topic] of found.entries())
      for (const [place, member] of topic.members.entries())
        placed.set(wordings[member]!.hash, { topic: numbers[i]!, place })
    await store(
      tables,
      wordings.map((wording) => ({
        ...wording,
        ...(placed.get(wording.hash) ?? { topic: null, place: 0 }),
      })),
      transaction,
    )
    return { wordings: wordings.length, topics: found.length, alone: wordings.length - placed.size }
  })
}

/** New wordings join the topics that are there, or wait; nobody has replied to them yet, so that words alone are compared. */
export async function smallPass(db: Sequelize, tables: Tables): Promise<Passed> {
  const wordings = await wordingsOf(db)
  const settled = wordings.flatMap((wording) =>
    wording.topic === null ? [] : [{ ...wording, topic: wording.topic }],
  )
  const fresh = wordings.filter(({ topic }) => topic === null)
  const joined = settled.length === 0 ? fresh.map(() => null) : joinTopics(settled, fresh)
  await db.transaction((transaction) =>
    store(
      tables,
      fresh.map((wording, i) => ({ ...wording, topic: joined[i]!, place: LAST })),
      transaction,
    ),
  )
  return {
    wordings: wordings.length,
    topics: new Set(settled.map(({ topic }) => topic)).size,
    alone: joined.filter((topic) => topic === null).length,
  }
}
/** Behind those of the last full pass. */
const LAST = 1_000_000

async function keep(
  tables: Tables,
  known:
    | (TopicRow & { update(values: Partial<TopicRow>, options: object): Promise<unknown> })
    | undefined,
  { label: medoid, words }: Topic,
  now: Date,
  transaction: Transaction,
): Promise<number> {
  const label = medoid.slice(0, MOST_LABEL)
  if (!known)
    return (
      await tables.topics.create(
        { label, words, named: false, pinned: false, createdAt: now, goneAt: null },
        { transaction },
      )
    ).id
  await known.update({ words, ...(!known.named && { label }) }, { transaction })
  return known.id
}

async function store(
  tables: Tables,
  wordings: readonly (Wording & { place: number })[],
  transaction: Transaction,
): Promise<void> {
  for (let from = 0; from < wordings.length; from += AT_ONCE) {
    const rows = wordings
      .slice(from, from + AT_ONCE)
      .map(({ hash, norm, text, near, topic, times, place }) => ({
        normHash: hash,
        norm,
        text,
        near,
        topicId: topic,
        times,
        place,
      }))
    await tables.topicWordings.bulkCreate(rows, {
      updateOnDuplicate: ['topicId', 'times', 'place'],
      transaction,
    })
  }
}

async function constraintsOf(tables: Tables, wordings: readonly Wording[]): Promise<Constraints> {
  const places = new Map(wordings.map(({ hash }, place) => [hash, place]))
  const rulings = await tables.topicRulings.findAll({ order: [['id', 'ASC']], raw: true })
  const pairs = (kind: string) =>
    rulings
      .filter((ruling) => ruling.kind === kind)
      .flatMap(({ a, b }) =>
        places.has(a) && places.has(b) ? [[places.get(a)!, places.get(b)!] as const] : [],
      )
  const pinned = new Set(
    (
      await tables.topics.findAll({
        attributes: ['id'],
        where: { pinned: true, goneAt: null },
        raw: true,
      })
    ).map(({ id }) => id),
  )
  const first = new Map<number, number>()
  const bound: [number, number][] = []
  for (const [place, { topic }] of wordings.entries()) {
    if (topic === null || !pinned.has(topic)) continue
    if (first.has(topic)) bound.push([first.get(topic)!, place])
    else first.set(topic, place)
  }
  return { together: [...pairs('together'), ...bound], apart: pairs('apart') }
}
