import Joi from 'joi'
import {
  MIN_PASSWORD,
  type Presence,
  PRESENCES,
  type Role,
  ROLES,
  type SecuritySettings,
} from '../accounts.ts'

export const securityInput = Joi.object<SecuritySettings>({
  secondFactorForLeads: Joi.boolean().required(),
  idleHours: Joi.number().integer().min(1).max(336).required(),
})

const mail = Joi.string().trim().lowercase().email({ tlds: false }).max(190)
const name = Joi.string().trim().min(1).max(120)
const password = Joi.string().min(MIN_PASSWORD).max(200)

export const signInInput = Joi.object<{ mail: string; password: string; code?: string }>({
  mail: mail.required(),
  password: Joi.string().max(200).required(),
  code: Joi.string().trim().max(20).allow(''),
})
export const ownLanguage = Joi.object<{ language: string }>({
  language: Joi.string()
    .pattern(/^[a-z]{2}$/)
    .required(),
})
export const passwordChange = Joi.object<{ current: string; password: string }>({
  current: Joi.string().max(200).required(),
  password: password.required(),
})
export const codeInput = Joi.object<{ code: string }>({
  code: Joi.string().trim().max(20).required(),
})
export const passwordInput = Joi.object<{ password: string }>({
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
