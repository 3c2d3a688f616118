import Joi from 'joi'
import type { RetentionSettings } from '../system.ts'

const days = Joi.number().integer().min(1).max(3_650).allow(null).required()
export const retentionInput = Joi.object<RetentionSettings>({
  conversationDays: days,
  attachmentDays: days,
  auditDays: days,
})
export const holdInput = Joi.object<{ because: string | null }>({
  because: Joi.string().trim().min(1).max(300).allow(null).required(),
})
export const switchInput = Joi.object<{ on: boolean }>({ on: Joi.boolean().required() })
