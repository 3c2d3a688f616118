import Joi from 'joi'
import type { Audience, PublishInput } from '../releases.ts'

const because = Joi.string().trim().max(500).allow('').default('')
const audience = {
  audience: Joi.valid('team', 'share', 'all').default('all'),
  share: Joi.number().min(0.01).max(0.99).default(0.1),
}
export const publishInput = Joi.object<PublishInput>({
  items: Joi.array()
    .items(Joi.number().integer())
    .min(1)
    .required()
    .messages({ 'array.min': 'refusals.chooseChange' }),
  note: Joi.string().trim().max(500).allow('').required(),
  ...audience,
  because,
  at: Joi.string().isoDate().allow(null).default(null),
})
export const openInput = Joi.object<{ audience: Audience; share: number }>(audience)
