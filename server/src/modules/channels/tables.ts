import type { Sequelize } from 'sequelize'
import { id, long, ref, table, text, time, whole } from '../../platform/database/tables.ts'

export type MailKind = 'confirmation' | 'reply' | 'alert'

export interface MailRow {
  id: number
  conversationId: number | null
  direction: 'out' | 'in'
  /** Without the angle brackets. */
  messageId: string
  recipient: string
  /** Confirmations and follow-ups go to visitors; alerts to the team. */
  kind: MailKind
  subject: string
  text: string
  state: 'waiting' | 'sent' | 'failed' | 'taken'
  tries: number
  nextAt: Date | null
  problem: string | null
  createdAt: Date
  sentAt: Date | null
}

export function channelTables(db: Sequelize) {
  return {
    mails: table<MailRow>(db, 'mails', {
      id,
      conversationId: ref,
      direction: text(3),
      messageId: text(190),
      recipient: text(190),
      kind: { type: text(12), defaultValue: 'reply' },
      subject: text(200),
      text: long,
      state: text(8),
      tries: { type: whole, defaultValue: 0 },
      nextAt: time,
      problem: text(300),
      createdAt: time,
      sentAt: time,
    }),
  }
}
export type ChannelTables = ReturnType<typeof channelTables>
