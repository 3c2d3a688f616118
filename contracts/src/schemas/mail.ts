import Joi from 'joi'
import type { MailServerInput } from '../mail.ts'

export const mailServerInput = Joi.object<MailServerInput>({
  host: Joi.string().trim().hostname().max(200).required().messages({
    'string.hostname': 'refusals.serverName',
  }),
  port: Joi.number().port().required(),
  secure: Joi.boolean().required(),
  user: Joi.string().trim().max(200).allow('').required(),
  password: Joi.string().max(500).allow(''),
  from: Joi.string().trim().email({ tlds: false }).max(200).required(),
})
export const mailTestInput = Joi.object<{ to: string }>({
  to: Joi.string().trim().email({ tlds: false }).max(200).required(),
})
