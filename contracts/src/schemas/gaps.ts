import { dayText, pageQuery, withKeys } from './common.ts'
import {
  GAP_STATES,
  type GapFixInput,
  type GapsQuery,
  type GapWorkInput,
  type TopicInput,
} from '../gaps.ts'
import Joi from 'joi'
import { articleCreate } from './library.ts'

export const gapsQuery = withKeys<GapsQuery>(pageQuery, {
  state: Joi.valid(...GAP_STATES, 'all').default('open'),
  search: Joi.string().trim().allow('').max(200).default(''),
  sort: Joi.valid('worth', 'volume', 'newest', 'coverage').default('worth'),
})
export const tryTeachInput = Joi.object<{ item: number; phrasings: string[] | null }>({
  item: Joi.number().integer().required(),
  phrasings: Joi.array()
    .items(Joi.string().trim().min(2).max(300))
    .max(20)
    .allow(null)
    .default(null),
})
const phrasings = Joi.array().items(Joi.string().trim().min(2).max(300)).max(40)
export const gapFixInput = Joi.object({
  kind: Joi.valid('teach', 'extend', 'write').required(),
  item: Joi.number()
    .integer()
    .when('kind', { is: 'write', then: Joi.forbidden(), otherwise: Joi.required() }),
  base: Joi.number()
    .integer()
    .when('kind', { is: 'extend', then: Joi.required(), otherwise: Joi.forbidden() }),
  body: Joi.string()
    .max(200_000)
    .when('kind', { is: 'extend', then: Joi.required(), otherwise: Joi.forbidden() }),
  phrasings: phrasings.when('kind', {
    switch: [
      { is: 'teach', then: phrasings.min(1).required() },
      { is: 'write', then: Joi.forbidden() },
    ],
    otherwise: phrasings.default([]),
  }),
  content: articleCreate.when('kind', {
    is: 'write',
    then: Joi.required(),
    otherwise: Joi.forbidden(),
  }),
}) as unknown as Joi.ObjectSchema<GapFixInput>
const inWork = (schema: Joi.Schema) =>
  schema.when('state', { is: 'in work', then: Joi.optional(), otherwise: Joi.forbidden() })
export const gapWorkInput = Joi.object({
  state: Joi.valid('open', 'in work', 'will not cover').required(),
  user: inWork(Joi.number().integer().allow(null)),
  until: inWork(dayText.allow(null)),
  reason: Joi.string()
    .trim()
    .min(3)
    .max(500)
    .when('state', { is: 'will not cover', then: Joi.required(), otherwise: Joi.forbidden() })
    .messages({
      'any.required': 'refusals.whyNotCovered',
      'string.empty': 'refusals.whyNotCovered',
    }),
  reply: Joi.string()
    .trim()
    .max(1_000)
    .allow('')
    .when('state', { is: 'will not cover', then: Joi.optional(), otherwise: Joi.forbidden() }),
}) as unknown as Joi.ObjectSchema<GapWorkInput>
export const topicsQuery = Joi.object<{ search: string }>({
  search: Joi.string().trim().allow('').max(200).default(''),
})
const only = (actions: string[], schema: Joi.Schema) =>
  Joi.any().when('action', {
    is: Joi.valid(...actions),
    then: schema.required(),
    otherwise: Joi.forbidden(),
  })
export const topicInput = Joi.object({
  action: Joi.valid('rename', 'pin', 'merge', 'split', 'move').required(),
  label: only(['rename'], Joi.string().trim().min(2).max(300)),
  pinned: only(['pin'], Joi.boolean()),
  into: only(['merge', 'move'], Joi.number().integer()),
  wordings: only(
    ['split', 'move'],
    Joi.array().items(Joi.string().hex().length(16)).min(1).max(500),
  ),
}) as unknown as Joi.ObjectSchema<TopicInput>
