import Joi from 'joi'

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
}

/** What the app asks first: who am I, and the token that goes with every change. */
export interface SessionInfo {
  user: SignedIn | null
  csrf: string
}

const mail = Joi.string().trim().lowercase().email({ tlds: false }).max(190)
const name = Joi.string().trim().min(1).max(120)
export const MIN_PASSWORD = 10
const password = Joi.string().min(MIN_PASSWORD).max(200)

export const signInInput = Joi.object<{ mail: string; password: string }>({
  mail: mail.required(),
  password: Joi.string().max(200).required(),
})
export const inviteInput = Joi.object<{ name: string; mail: string; role: Role }>({
  name: name.required(),
  mail: mail.required(),
  role: Joi.valid(...ROLES).required(),
})
export const personChange = Joi.object<{ role?: Role; active?: boolean; name?: string }>({
  role: Joi.valid(...ROLES),
  active: Joi.boolean(),
  name,
}).min(1)
export const linkUse = Joi.object<{
  token: string
  password: string
  name?: string
  mail?: string
}>({
  token: Joi.string().hex().length(64).required(),
  password: password.required(),
  name,
  mail,
})
export const presenceInput = Joi.object<{ presence: Presence }>({
  presence: Joi.valid(...PRESENCES).required(),
})

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
