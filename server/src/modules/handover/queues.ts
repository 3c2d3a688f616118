import type { Queue, QueueInput, QueueSettings } from '@janua/contracts'
import type { Routing } from '@janua/core'
import { DateTime } from 'luxon'
import { Op, QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import { settingsOf } from './queueSettings.ts'
import type { Waiting } from './waiting.ts'
import type { HandoverTables } from './tables.ts'
import type { AccountViews, Actor, Audit } from '../accounts/index.ts'
import type { EngineHost } from '../answering/index.ts'
import type { ConversationViews } from '../conversations/index.ts'

interface Dependencies {
  db: Sequelize
  tables: HandoverTables
  read: Pick<AccountViews, 'users'> & Pick<ConversationViews, 'conversations'>
  engine: EngineHost
  waiting: Waiting
  audit: Audit
  events: Events
  clock: Clock
}

/** Queues and who works in them: in force at once, not part of a release. */
export class Queues {
  constructor(private readonly dependencies: Dependencies) {}

  /** Whether some queue has an active member, online or not. */
  async areStaffed(): Promise<boolean> {
    const found = await this.dependencies.db.query(
      'SELECT 1 FROM queue_members m JOIN users u ON u.id = m.user_id AND u.active = 1 JOIN queues q ON q.id = m.queue_id AND q.archived_at IS NULL LIMIT 1',
      { type: QueryTypes.SELECT },
    )
    return found.length > 0
  }

  async list(): Promise<Queue[]> {
    const { tables, read, db, waiting: waits, clock } = this.dependencies
    const now = clock.now()
    const [queues, members, users, waiting, busy] = await Promise.all([
      tables.queues.findAll({ where: { archivedAt: null }, order: [['id', 'ASC']] }),
      tables.queueMembers.findAll(),
      read.users.list({ order: [['name', 'ASC']] }),
      db.query<{ queueId: number; n: number; oldest: string }>(
        "SELECT queue_id AS queueId, COUNT(*) AS n, MIN(entered_queue_at) AS oldest FROM conversations WHERE state = 'waiting' GROUP BY queue_id",
        { type: QueryTypes.SELECT },
      ),
      db.query<{ agentId: number; n: number }>(
        "SELECT agent_id AS agentId, COUNT(*) AS n FROM conversations WHERE state = 'agent' GROUP BY agent_id",
        { type: QueryTypes.SELECT },
      ),
    ])
    const expected = await waits.nextOf(queues.map(({ id }) => id))
    const open = new Map(busy.map(({ agentId, n }) => [agentId, Number(n)]))
    return queues.map((queue) => {
      const { id, name } = queue
      const line = waiting.find(({ queueId }) => queueId === id)
      const ids = new Set(
        members.filter(({ queueId }) => queueId === id).map(({ userId }) => userId),
      )
      return {
        id,
        name,
        settings: settingsOf(queue),
        version: queue.version,
        members: users
          .filter((user) => ids.has(user.id))
          .map(({ id, name, presence, active, atOnce }) => ({
            id,
            name,
            presence,
            active,
            open: open.get(id) ?? 0,
            atOnce,
          })),
        waiting: Number(line?.n ?? 0),
        expectedWaitSeconds: expected.get(id) ?? null,
        oldestWaitSeconds: line
          ? Math.max(0, Math.round((+now - +new Date(line.oldest)) / 1000))
          : null,
      }
    })
  }

  async save(
    actor: Actor,
    id: number | null,
    { name, members, settings, version }: QueueInput,
  ): Promise<number> {
    const { db, tables, read, audit, events, clock } = this.dependencies
    if (settings) await this.refuseWrong(settings, id)
    const saved = await db.transaction(async (transaction) => {
      // Locked before anything is read, so that of two who save it at once the second goes by what the first has left.
      const held =
        id === null ? null : await tables.queues.findByPk(id, { transaction, lock: true })
      if (id !== null && (!held || held.archivedAt !== null)) throw problem('QUEUE_NOT_FOUND', id)
      if (version !== undefined && held && held.version !== version)
        throw problem('QUEUE_CHANGED', held.name)
      const twin = await tables.queues.findOne({
        where: { name, archivedAt: null, ...(id !== null && { id: { [Op.ne]: id } }) },
        transaction,
      })
      if (twin) throw problem('INVALID', phrase('refusals.queueNamed', { name }))
      const known = await read.users.list({
        where: { id: members, active: true },
        transaction,
      })
      const queue =
        held ??
        (await tables.queues.create(
          { name, settings: settings ?? null, version: 0, createdAt: clock.now() },
          { transaction },
        ))
      await queue.update(
        { name, version: queue.version + 1, ...(settings && { settings }) },
        { transaction },
      )
      await tables.queueMembers.destroy({ where: { queueId: queue.id }, transaction })
      await tables.queueMembers.bulkCreate(
        known.map((user) => ({ queueId: queue.id, userId: user.id })),
        { transaction },
      )
      await audit.note(
        actor,
        id === null ? 'added queue' : 'changed queue',
        name,
        {
          members: known.map((user) => user.name),
          ...(settings && {
            settings: {
              ...settings,
              hours:
                settings.hours &&
                `${settings.hours.timeZone}, ${settings.hours.closed.length} closed days`,
            },
          }),
        },
        transaction,
      )
      return queue.id
    })
    events.tell('queues', { queue: saved })
    return saved
  }

  private async refuseWrong({ overflow, hours }: QueueSettings, id: number | null): Promise<void> {
    if (
      overflow &&
      (overflow.queue === id || !(await this.dependencies.tables.queues.findByPk(overflow.queue)))
    )
      throw problem('QUEUE_NOT_FOUND', overflow.queue)
    if (hours && !DateTime.now().setZone(hours.timeZone).isValid)
      throw problem('TIME_ZONE_UNKNOWN', hours.timeZone)
  }

  /**
   * Removes a queue; one that has a history is put away instead, and keeps it.
   * @throws QUEUE_IN_USE while rules lead to it, another queue overflows into it, or something is open in it
   */
  async remove(actor: Actor, id: number): Promise<void> {
    const { tables, read, engine, audit, events, clock } = this.dependencies
    const queue = await tables.queues.findOne({ where: { id, archivedAt: null } })
    if (!queue) throw problem('QUEUE_NOT_FOUND', id)
    const [live, draft] = await Promise.all([engine.live(), engine.draft()])
    if ([live?.routing, draft.routing].some((routing) => routing && leadsTo(routing, id)))
      throw problem('QUEUE_IN_USE', phrase('refusals.rulesLead'))
    const others = await tables.queues.findAll({ where: { archivedAt: null } })
    const overflowing = others.find((other) => settingsOf(other).overflow?.queue === id)
    if (overflowing)
      throw problem('QUEUE_IN_USE', phrase('refusals.overflows', { name: overflowing.name }))
    const open = await read.conversations.count({
      where: { queueId: id, state: ['waiting', 'agent', 'case'] },
    })
    if (open > 0) throw problem('QUEUE_IN_USE', phrase('refusals.openInQueue', { count: open }))
    const [conversations, handovers] = await Promise.all([
      read.conversations.count({ where: { queueId: id } }),
      tables.handovers.count({ where: { [Op.or]: [{ queueId: id }, { rightQueue: id }] } }),
    ])
    if (conversations + handovers > 0) {
      await tables.queueMembers.destroy({ where: { queueId: id } })
      // Its name is free again for a new queue.
      const name = `${queue.name.slice(0, 60)} (until ${clock.now().toISOString().slice(0, 10)}, ${id})`
      await queue.update({ name, archivedAt: clock.now() })
      await audit.note(actor, 'archived queue', name)
    } else {
      await queue.destroy()
      await audit.note(actor, 'removed queue', queue.name)
    }
    events.tell('queues', { queue: id })
  }

  async of(user: number): Promise<number[]> {
    return (await this.dependencies.tables.queueMembers.findAll({ where: { userId: user } })).map(
      ({ queueId }) => queueId,
    )
  }

  /** How many of a queue's people are at their desks. */
  async present(id: number): Promise<number> {
    const members = await this.dependencies.tables.queueMembers.findAll({ where: { queueId: id } })
    return this.dependencies.read.users.count({
      where: { id: members.map(({ userId }) => userId), presence: 'here', active: true },
    })
  }
}

function leadsTo({ rules, lastResort }: Routing, queue: number): boolean {
  return lastResort === queue || rules.some((rule) => rule.queue === queue)
}
