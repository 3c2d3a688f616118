import type { Sequelize } from 'sequelize'
import { id, ref, table, text, time } from '../database/tables.ts'

export interface QueueRow {
  id: number
  name: string
  createdAt: Date
}
export interface QueueMemberRow {
  queueId: number
  userId: number
}

export function handoverTables(db: Sequelize) {
  return {
    queues: table<QueueRow>(db, 'queues', { id, name: text(80), createdAt: time }),
    queueMembers: table<QueueMemberRow>(db, 'queue_members', { queueId: { type: ref, primaryKey: true }, userId: { type: ref, primaryKey: true } }),
  }
}
export type HandoverTables = ReturnType<typeof handoverTables>
