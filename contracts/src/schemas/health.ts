import Joi from 'joi'
import { FINDING_KINDS, type FindingKind } from '../health.ts'

export const keepInput = Joi.object<{ kind: FindingKind; key: string }>({
  kind: Joi.valid(...FINDING_KINDS).required(),
  key: Joi.string().hex().length(64).required(),
})
export const reviewedInput = Joi.object<{ months: number }>({
  months: Joi.number().integer().min(1).max(36).default(6),
})
export const linkFix = Joi.object<{ item: number; address: string; to: string | null }>({
  item: Joi.number().integer().positive().required(),
  address: Joi.string().max(2_000).required(),
  to: Joi.string()
    .trim()
    .uri({ scheme: ['http', 'https', 'mailto', 'tel'] })
    .max(2_000)
    .allow(null)
    .required(),
})
