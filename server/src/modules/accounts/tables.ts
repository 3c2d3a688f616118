import type { AgentSkills, AlertSettings, Presence, Role } from '@janua/contracts'
import { type Sequelize } from 'sequelize'
import type { Views } from '../../platform/database/view.ts'
import { flag, id, json, ref, table, text, time, whole } from '../../platform/database/tables.ts'

export interface UserRow {
  id: number
  name: string
  mail: string
  role: Role
  active: boolean
  presence: Presence
  /** Away because the browser was gone, not by the person's own word. */
  wentByItself: boolean
  atOnce: number
  skills: Omit<AgentSkills, 'atOnce'> | null
  /** When a browser of theirs was last seen; null for never. */
  beatAt: Date | null
  /** When something was last offered to them or taken by them. */
  lastTurnAt: Date | null
  alerts: AlertSettings | null
  password: string | null
  /** Secret of the authenticator app; one that no code has proved yet; the last time step that was used. */
  totpSecret: string | null
  totpPending: string | null
  totpStep: number | null
  /** Hashes of those that are left. */
  recoveryCodes: string[] | null
  language: string | null
  lastSeenAt: Date | null
  createdAt: Date
}
export interface LinkRow {
  id: number
  tokenHash: string
  kind: 'invite' | 'reset' | 'setup'
  userId: number | null
  expiresAt: Date
  usedAt: Date | null
  createdAt: Date
}
export interface AuditRow {
  id: number
  at: Date
  userId: number | null
  who: string
  action: string
  subject: string
  detail: Record<string, unknown>
}

export function accountTables(db: Sequelize) {
  return {
    users: table<UserRow>(db, 'users', {
      id,
      name: text(120),
      mail: text(190),
      role: text(10),
      active: flag,
      presence: { type: text(4), defaultValue: 'off' },
      wentByItself: { type: flag, defaultValue: false },
      atOnce: { type: whole, defaultValue: 3 },
      skills: json('skills'),
      beatAt: time,
      lastTurnAt: time,
      alerts: json('alerts'),
      password: text(255),
      totpSecret: text(64),
      totpPending: text(64),
      totpStep: whole,
      recoveryCodes: json('recoveryCodes'),
      language: text(2),
      lastSeenAt: time,
      createdAt: time,
    }),
    links: table<LinkRow>(db, 'links', {
      id,
      tokenHash: text(64),
      kind: text(10),
      userId: ref,
      expiresAt: time,
      usedAt: time,
      createdAt: time,
    }),
    audit: table<AuditRow>(db, 'audit_entries', {
      id,
      at: time,
      userId: ref,
      who: text(120),
      action: text(60),
      subject: text(255),
      detail: json('detail'),
    }),
  }
}
export type AccountTables = ReturnType<typeof accountTables>
/** What others may ask of them. */
export type AccountViews = Views<AccountTables>
