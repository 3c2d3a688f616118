import type { QueueFigures, QueueFigureRow } from '@janua/contracts'
import {
  entryFigures,
  groupedBy,
  type HandoverEvent,
  type Priority,
  type QueueEntry,
  staysAndStints,
  type Stint,
} from '@janua/core'
import { DateTime } from 'luxon'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { settingsOf } from './queueSettings.ts'
import type { HandoverTables } from './tables.ts'

interface Dependencies {
  db: Sequelize
  tables: HandoverTables
  reporting: { read(): Promise<{ zone: string }> }
  users: { nameOf(id: number | null): Promise<string> }
  outbox: { status(): Promise<QueueFigures['mail']> }
  clock: Clock
}
interface Told {
  conversation: number
  at: Date
  kind: string
  author: string
  user: number | null
  data: string | null
}
interface Conversation {
  id: number
  priority: Priority
  rating: number | null
  outcome: string | null
}
/** A stay in a queue with what came of it, and the stints of agents in it. */
interface Counted {
  entry: QueueEntry
  isCase: boolean
}

const KINDS = [
  'handed over',
  'taken',
  'stepped in',
  'reopened',
  'moved',
  'given back',
  'case',
  'handed back',
  'closed',
  'resumed',
]
const MOST = 20_000

/** How the queues did in some days: by queue, by agent, by hour of the day. Counted from the log itself when asked for. */
export class QueueReports {
  constructor(private readonly dependencies: Dependencies) {}

  /** @param days 1 for today alone */
  async of(days: number): Promise<QueueFigures> {
    const { reporting, tables, users, outbox, clock } = this.dependencies
    const { zone } = await reporting.read()
    const since = DateTime.fromJSDate(clock.now(), { zone })
      .startOf('day')
      .minus({ days: days - 1 })
    const queues = await tables.queues.findAll()
    const targets = new Map(queues.map((queue) => [queue.id, settingsOf(queue).targets]))
    const named = new Map(queues.map(({ id, name }) => [name, id]))
    const target = (queue: number, priority: Priority) => (targets.get(queue)?.[priority] ?? 5) * 60
    const { stays, stints } = await this.counted(since.toJSDate(), named, target)
    const entries = stays.filter(({ isCase }) => !isCase).map(({ entry }) => entry)
    const by = async (
      some: readonly QueueEntry[],
      key: (entry: QueueEntry) => string | null,
      name: (key: string) => Promise<string> | string,
    ): Promise<QueueFigureRow[]> => {
      const groups = groupedBy(
        some.filter((entry) => key(entry) !== null),
        (entry) => key(entry)!,
      )
      return Promise.all(
        [...groups].map(async ([each, of]) => ({
          id: Number(each),
          name: await name(each),
          ...entryFigures(of),
        })),
      )
    }
    return {
      since: since.toISO()!,
      all: entryFigures(entries),
      cases: entryFigures(stays.filter(({ isCase }) => isCase).map(({ entry }) => entry)),
      queues: await by(
        entries,
        ({ queue }) => String(queue),
        (id) => queues.find((queue) => queue.id === Number(id))?.name ?? '',
      ),
      agents: (
        await by(
          stints,
          ({ agent }) => (agent === null ? null : String(agent)),
          (id) => users.nameOf(Number(id)),
        )
      ).sort((a, b) => b.taken - a.taken),
      hours: (
        await by(
          entries,
          ({ enteredAt }) => String(DateTime.fromMillis(enteredAt, { zone }).hour),
          (hour) => `${hour.padStart(2, '0')}:00`,
        )
      ).sort((a, b) => a.id - b.id),
      saved: await this.savedByAsking(since.toJSDate()),
      mail: await outbox.status(),
    }
  }

  /** Stays that began in the time, and stints: as an agent's row counts what that agent did, by whichever queue it came. */
  private async counted(
    since: Date,
    named: ReadonlyMap<string, number>,
    target: (queue: number, priority: Priority) => number,
  ): Promise<{ stays: Counted[]; stints: QueueEntry[] }> {
    const threads = groupedBy(await this.told(since), ({ conversation }) => conversation)
    const conversations = new Map(
      (await this.conversationsOf([...threads.keys()])).map((each) => [each.id, each]),
    )
    const found: { stays: Counted[]; stints: QueueEntry[] } = { stays: [], stints: [] }
    for (const [id, told] of threads) {
      const { priority, rating, outcome } = conversations.get(id)!
      const { stays, stints } = staysAndStints(told.map((each) => eventOf(each, named)))
      const lastStint = stints.at(-1)
      const ofStint = (stint: Stint): QueueEntry => {
        const stay = stint.stay === null ? undefined : stays[stint.stay]
        const isLast = stint === lastStint
        return {
          queue: stay?.queue ?? 0,
          // Who stepped in let nobody wait.
          enteredAt: stay?.takenAt === stint.from ? stay.enteredAt : stint.from,
          takenAt: stint.from,
          leftAt: null,
          firstReplyAt: stay?.takenAt === stint.from ? stay.firstReplyAt : null,
          agent: stint.agent,
          handleSeconds: stint.to === null ? null : stint.handleSeconds,
          moves: 0,
          rating: isLast ? rating : null,
          outcome: isLast ? outcome : null,
          targetSeconds: target(stay?.queue ?? 0, priority),
        }
      }
      for (const [place, stay] of stays.entries()) {
        if (stay.enteredAt < +since) continue
        const own = stints.filter((each) => each.stay === place)
        const isLast = own.some((each) => each === lastStint)
        const isDone = own.length > 0 && own.every(({ to }) => to !== null)
        found.stays.push({
          isCase: stay.isCase,
          entry: {
            queue: stay.queue,
            enteredAt: stay.enteredAt,
            takenAt: stay.takenAt,
            leftAt: stay.takenAt === null ? stay.leftAt : null,
            firstReplyAt: stay.firstReplyAt,
            agent: own[0]?.agent ?? null,
            handleSeconds: isDone
              ? own.reduce((sum, { handleSeconds }) => sum + handleSeconds, 0)
              : null,
            moves: stay.wasMoved ? 1 : 0,
            rating: isLast ? rating : null,
            outcome: isLast ? outcome : null,
            targetSeconds: target(stay.queue, priority),
          },
        })
      }
      found.stints.push(...stints.filter(({ from }) => from >= +since).map(ofStint))
    }
    return found
  }

  /** The messages of every conversation in which something happened between queues and agents in the time. */
  private told(since: Date): Promise<Told[]> {
    return this.dependencies.db.query<Told>(
      `SELECT m.conversation_id AS conversation, m.created_at AS at, m.kind, m.author, m.user_id AS user, IF(m.author = 'event', m.data, NULL) AS data
       FROM messages m JOIN (SELECT DISTINCT conversation_id AS id FROM messages WHERE created_at >= :since AND author = 'event' AND kind IN (:kinds) ORDER BY id DESC LIMIT ${MOST}) c ON c.id = m.conversation_id
       ORDER BY m.conversation_id, m.seq`,
      { replacements: { since, kinds: KINDS }, type: QueryTypes.SELECT },
    )
  }

  private async conversationsOf(ids: readonly number[]): Promise<Conversation[]> {
    if (ids.length === 0) return []
    return this.dependencies.db.query<Conversation>(
      'SELECT id, priority, rating, outcome FROM conversations WHERE id IN (:ids)',
      { replacements: { ids: [...ids] }, type: QueryTypes.SELECT },
    )
  }

  private async savedByAsking(since: Date): Promise<number> {
    const [row] = await this.dependencies.db.query<{ n: number }>(
      `SELECT COUNT(*) AS n FROM messages WHERE created_at >= :since AND kind = 'answer' AND data LIKE '%"savedByAsking":true%'`,
      { replacements: { since }, type: QueryTypes.SELECT },
    )
    return Number(row!.n)
  }
}

/** Lines of the thread that are older than their numbers name the queue alone. */
function eventOf(
  { at, kind, author, user, data }: Told,
  named: ReadonlyMap<string, number>,
): HandoverEvent {
  const { queue, queueId, toId } = (data ? JSON.parse(data) : {}) as {
    queue?: string
    queueId?: number
    toId?: number
  }
  return {
    at: +new Date(at),
    kind,
    author,
    user,
    queue: queueId ?? (queue === undefined ? null : (named.get(queue) ?? null)),
    agent: toId ?? null,
  }
}
