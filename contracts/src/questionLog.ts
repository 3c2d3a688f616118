import {
  ALL_OUTCOMES,
  type AnswerKind,
  type Block,
  type Outcome,
  type Source,
  type Trace,
} from '@janua/core'
import Joi from 'joi'
import { dayText } from './common.ts'
import type { Message, Verdict } from './conversations.ts'
import { VERDICTS } from './conversations.ts'

export const LOG_OUTCOMES = [...ALL_OUTCOMES, 'elsewhere'] as const
export interface LogFilter {
  search: string
  from: string | null
  to: string | null
  outcome: (typeof LOG_OUTCOMES)[number] | null
  door: number | null
  release: number | null
  language: 'en' | 'de' | null
  channel: 'chat' | 'imported' | null
  /** Number of a topic; 0 for those that stand alone. */
  topic: number | null
  item: number | null
  collection: string | null
  hour: number | null
  vote: 'up' | 'down' | 'any' | null
  judged: Verdict | 'any' | 'none' | null
  wantsPerson: boolean | null
  /** Least and most confidence. */
  sureFrom: number | null
  sureTo: number | null
}
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
  judged: Joi.valid(...VERDICTS, 'any', 'none')
    .allow(null)
    .default(null),
  wantsPerson: Joi.boolean().allow(null).default(null),
  sureFrom: Joi.number().min(0).max(1).allow(null).default(null),
  sureTo: Joi.number().min(0).max(1).allow(null).default(null),
} satisfies Record<keyof LogFilter, Joi.Schema>

/** A page goes on after the last row of the one before: the newest first. */
export interface LogQuery extends LogFilter {
  after: number | null
  limit: number
}
export const logQuery = Joi.object<LogQuery>({
  ...LOG_FILTER,
  after: number,
  limit: Joi.number().integer().min(1).max(200).default(50),
})
export const logFileQuery = Joi.object<LogFilter & { format: 'csv' | 'jsonl' }>({
  ...LOG_FILTER,
  format: Joi.valid('csv', 'jsonl').default('csv'),
})

export interface LogRowView {
  id: number
  /** The question as it was looked up: without greetings, one part of a message with several. */
  text: string
  /** The visitor's message, where it says more than that. */
  written: string | null
  at: string
  outcome: Outcome
  kind: AnswerKind | null
  confidence: number
  source: { item: number; title: string } | null
  release: number
  door: string
  language: string
  channel: string
  topic: { id: number; label: string } | null
  vote: 'up' | 'down' | null
  judged: Verdict | null
  conversation: number | null
}
export interface LogPage {
  rows: LogRowView[]
  /** Where the next page begins; null when there is none. */
  next: number | null
}
export interface LogCount {
  /** Up to `most` are counted. */
  n: number
  more: boolean
}
export interface LogDetail extends LogRowView {
  /** The answer, as it was given. */
  blocks: Block[]
  said: string
  sources: Source[]
  trace: Trace
  messages: Message[]
  judgements: { verdict: Verdict; by: string; at: string }[]
  doorId: number
}
export const logVerdictInput = Joi.object<{ verdict: Verdict }>({
  verdict: Joi.valid(...VERDICTS).required(),
})

/* Logs from elsewhere */

export interface LogImportView {
  id: number
  name: string
  state: 'reading' | 'done' | 'failed' | 'removed'
  rows: number
  done: number
  taken: number
  /** Rows in which something private was masked. */
  masked: number
  faults: { row: number; because: string }[]
  faulty: number
  problem: string | null
  by: string
  at: string
}
