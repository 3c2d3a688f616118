import Joi from 'joi'
import {
  MODEL_USES,
  type ModelConnectionInput,
  type ModelUse,
  type UseSettings,
} from '../languageModel.ts'
import { pageQuery, withKeys } from './common.ts'

const name = Joi.string().trim().min(1).max(200)
const price = Joi.number().min(0).max(100_000).required()
export const modelConnectionInput = Joi.object<ModelConnectionInput>({
  url: Joi.string()
    .uri({ scheme: ['http', 'https'] })
    .max(500)
    .required()
    .messages({ 'string.uri': 'refusals.modelAddress' }),
  model: name.required(),
  prices: Joi.object({ sent: price, received: price }).allow(null).required(),
  currency: Joi.string().trim().min(1).max(8).required(),
  keepDays: Joi.number().integer().min(0).max(365).required(),
  key: Joi.string().min(1).max(2_000).allow(null),
})
export const useSettingsInput = Joi.object<UseSettings>({
  on: Joi.boolean().required(),
  rules: Joi.string().trim().allow('').max(4_000).required(),
  model: name.allow(null).required(),
  temperature: Joi.number().min(0).max(1).required(),
  maxTokens: Joi.number().integer().min(16).max(8_000).required(),
  timeoutSeconds: Joi.number().min(1).max(300).required(),
  tokensADay: Joi.number().integer().min(1).max(1e9).allow(null).required(),
  moneyADay: Joi.number().min(0.01).max(1e6).allow(null).required(),
})
export const modelUsePath = Joi.object<{ use: ModelUse }>({
  use: Joi.string()
    .valid(...MODEL_USES)
    .required(),
})
export const modelStopInput = Joi.object<{ stopped: boolean }>({
  stopped: Joi.boolean().required(),
})
export const modelCallsQuery = withKeys<{ offset: number; limit: number; use?: ModelUse }>(
  pageQuery,
  { use: Joi.string().valid(...MODEL_USES) },
)
export const phrasingsProposalInput = Joi.object<{ count: number }>({
  count: Joi.number().integer().valid(5, 10, 20).required(),
})
export const doorTextsProposalInput = Joi.object<{ brief: string; language: 'en' | 'de' }>({
  brief: Joi.string().trim().min(3).max(2_000).required(),
  language: Joi.string().valid('en', 'de').required(),
})
