import { pageQuery, withKeys } from './common.ts'
import type { FixInput, UnsettledQuery } from '../coverage.ts'
import Joi from 'joi'
import type { Verdict } from '../conversations.ts'
import { articleCreate } from './library.ts'

export const unsettledQuery = withKeys<UnsettledQuery>(pageQuery, {
  search: Joi.string().trim().allow('').max(200).default(''),
  state: Joi.valid('open', 'in draft', 'fixed').default('open'),
  sort: Joi.valid('frequent', 'newest').default('frequent'),
})
export const normQuery = Joi.object<{ norm: string }>({
  norm: Joi.string().min(1).max(300).required(),
})

export const reviewInput = Joi.object<{ message: number; verdict: Verdict }>({
  message: Joi.number().integer().required(),
  verdict: Joi.valid('right', 'wrong').required(),
})
export const proposedPhrasingInput = Joi.object<{ item: number; phrasing: string }>({
  item: Joi.number().integer().required(),
  phrasing: Joi.string().trim().min(2).max(300).required(),
})
export const fixInput = Joi.object({
  norm: Joi.string().min(1).max(300).required(),
  text: Joi.string().trim().min(2).max(300).required(),
  kind: Joi.valid('phrasing', 'fixed', 'article').required(),
  item: Joi.number()
    .integer()
    .when('kind', { is: 'phrasing', then: Joi.required(), otherwise: Joi.forbidden() }),
  content: articleCreate.when('kind', {
    is: 'phrasing',
    then: Joi.forbidden(),
    otherwise: Joi.required(),
  }),
}) as unknown as Joi.ObjectSchema<FixInput>
