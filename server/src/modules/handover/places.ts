import type { Transaction } from 'sequelize'
import { problem } from '../../platform/http/problems.ts'
import type { HandoverTables, QueueRow } from './tables.ts'
import type { EngineHost, OpenDoor } from '../answering/index.ts'
import type { ConversationRow } from '../conversations/index.ts'

/** Where a conversation belongs: the door that it came by, and its queue, or the team's first one when it never was in any. */
export class Places {
  constructor(private readonly dependencies: { tables: HandoverTables; engine: EngineHost }) {}

  /** @throws QUEUE_NOT_FOUND when the team has no queue, DOOR_NOT_FOUND when nothing is live */
  async of(
    { queueId, doorId }: Pick<ConversationRow, 'queueId' | 'doorId'>,
    transaction?: Transaction,
  ): Promise<{ door: OpenDoor; queue: QueueRow }> {
    const { tables, engine } = this.dependencies
    const own =
      queueId === null
        ? null
        : await tables.queues.findOne({ where: { id: queueId, archivedAt: null }, transaction })
    const queue =
      own ??
      (await tables.queues.findOne({
        where: { archivedAt: null },
        order: [['id', 'ASC']],
        transaction,
      }))
    if (!queue) throw problem('QUEUE_NOT_FOUND', queueId ?? 0)
    const doors = (await engine.live())?.doors ?? []
    const door = doors.find(({ id }) => id === doorId) ?? doors[0]
    if (!door) throw problem('DOOR_NOT_FOUND', String(doorId))
    return { door, queue }
  }
}
