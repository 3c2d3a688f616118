import { dayText } from './common.ts'
import Joi from 'joi'
import { LOG_OUTCOMES, type LogFilter, type LogQuery } from '../questionLog.ts'
import { type Verdict, VERDICTS } from '../conversations.ts'

const day = dayText.allow(null).default(null)
const number = Joi.number().integer().allow(null).default(null)
export const LOG_FILTER = {
  search: Joi.string().trim().allow('').max(200).default(''),
  from: day,
  to: day,
  outcome: Joi.valid(...LOG_OUTCOMES)
    .allow(null)
    .default(null),
  door: number,
  release: number,
  language: Joi.valid('en', 'de').allow(null).default(null),
  channel: Joi.valid('chat', 'imported').allow(null).default(null),
  topic: number,
  item: number,
  collection: Joi.string().max(80).allow('').allow(null).default(null),
  hour: Joi.number().integer().min(0).max(23).allow(null).default(null),
  vote: Joi.valid('up', 'down', 'any').allow(null).default(null),
  reviewed: Joi.valid(...VERDICTS, 'any', 'none')
    .allow(null)
    .default(null),
  wantsPerson: Joi.boolean().allow(null).default(null),
  sureFrom: Joi.number().min(0).max(1).allow(null).default(null),
  sureTo: Joi.number().min(0).max(1).allow(null).default(null),
} satisfies Record<keyof LogFilter, Joi.Schema>
export const logQuery = Joi.object<LogQuery>({
  ...LOG_FILTER,
  after: number,
  limit: Joi.number().integer().min(1).max(200).default(50),
})
export const logFileQuery = Joi.object<LogFilter & { format: 'csv' | 'jsonl' }>({
  ...LOG_FILTER,
  format: Joi.valid('csv', 'jsonl').default('csv'),
})
export const logVerdictInput = Joi.object<{ verdict: Verdict }>({
  verdict: Joi.valid(...VERDICTS).required(),
})
