import Joi from 'joi'
import { type ContactInput, MAX_MESSAGE, type WayInput } from '../conversations.ts'

const clientId = Joi.string().guid().required()
const text = Joi.string()
  .trim()
  .min(1)
  .max(MAX_MESSAGE)
  .required()
  .messages({ 'string.max': 'refusals.messageTooLong' })
export const sayInput = Joi.object<{ clientId: string; text: string; language: 'en' | 'de' }>({
  clientId,
  text,
  language: Joi.valid('en', 'de').default('en'),
})
/** A reply is signed with one's own name, or the team's. */
export const replyInput = Joi.object<{ clientId: string; text: string; asTeam: boolean }>({
  clientId,
  text,
  asTeam: Joi.boolean().default(false),
})
/** Name and id of a file that is sent as the body of the request. */
export const fileQuery = Joi.object<{ name: string; clientId: string }>({
  name: Joi.string().trim().max(255).default('file'),
  clientId,
})
export const seenInput = Joi.object<{ seq: number }>({
  seq: Joi.number().integer().min(0).required(),
})
export const voteInput = Joi.object<{ message: number; helpful: boolean }>({
  message: Joi.number().integer().required(),
  helpful: Joi.boolean().required(),
})
export const openedInput = Joi.object<{ message: number }>({
  message: Joi.number().integer().required(),
})
export const contactInput = Joi.object<ContactInput>({
  name: Joi.string().trim().min(1).max(120).required(),
  mail: Joi.string().trim().email({ tlds: false }).max(190).required(),
  details: Joi.object()
    .pattern(Joi.string().max(60), Joi.string().trim().max(1_000).allow(''))
    .max(12)
    .default({}),
})
export const wayInput = Joi.object<WayInput>({
  way: Joi.valid('case', 'call', 'wait').required(),
  phone: Joi.string()
    .trim()
    .pattern(/^[+0-9][0-9 ()/-]{4,30}$/)
    .when('way', { is: 'call', then: Joi.required(), otherwise: Joi.allow('').default('') })
    .messages({
      'string.pattern.base': 'refusals.phoneForm',
      'any.required': 'refusals.phoneMissing',
    }),
})
/** What a visitor says of a conversation, once. */
export const ratingInput = Joi.object<{ stars: number; word: string }>({
  stars: Joi.number().integer().min(1).max(5).required(),
  word: Joi.string().trim().max(500).allow('').default(''),
})
export const threadQuery = Joi.object<{ after: number }>({
  after: Joi.number().integer().min(0).default(0),
})
