export const ROLES = ['lead', 'editor', 'agent'] as const
export type Role = (typeof ROLES)[number]

/** Here gets new conversations; away keeps those that they have; off has gone home. */
export const PRESENCES = ['here', 'away', 'off'] as const
export type Presence = (typeof PRESENCES)[number]

export interface Person {
  id: number
  name: string
  mail: string
  role: Role
  active: boolean
  presence: Presence
  /** Invited, but has not chosen a password yet. */
  invited: boolean
  sessions: number
  lastSeenAt: string | null
}

export interface SignedIn {
  id: number
  name: string
  mail: string
  role: Role
  presence: Presence
  /** The language that the app speaks to them, such as “de”; null when they have not chosen one. */
  language: string | null
}

/** What the app asks first: who am I, and the token that goes with every change. */
export interface SessionInfo {
  user: SignedIn | null
  csrf: string
  /** The team asks for a second factor, and this person has none yet: nothing else is open to them. */
  needsSecondFactor?: boolean
}
/** The token of who is not signed in: no other site can send it, as it travels in a header of ours. */
export const NO_SESSION = 'none'

/** Rules for signing in, set by the lead. */
export interface SecuritySettings {
  secondFactorForLeads: boolean
  /** After so many hours without a request a session ends. */
  idleHours: number
}

/** How somebody signs in, as they see it themselves. */
export interface OwnAccount {
  hasSecondFactor: boolean
  recoveryCodesLeft: number
  sessions: OwnSession[]
}
export interface OwnSession {
  id: string
  isThis: boolean
  since: string
  seenAt: string
  /** Browser and system, as the browser told them. */
  browser: string
}
export interface SecondFactorStart {
  secret: string
  uri: string
  qr: string
}
export const MIN_PASSWORD = 12

export interface LinkInfo {
  kind: 'invite' | 'reset' | 'setup'
  name: string
  mail: string
}

export interface AuditEntry {
  id: number
  at: string
  who: string
  action: string
  subject: string
  detail: Record<string, unknown>
}
