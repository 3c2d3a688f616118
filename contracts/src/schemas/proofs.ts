import Joi from 'joi'
import type {
  CheckInput,
  RehearsalInput,
  ReplayInput,
  ReplayQuestionsQuery,
  VerdictInput,
} from '../proofs.ts'
import { ALL_OUTCOMES, CHECK_COMES, REPLAY_CHANGES } from '@janua/core'
import { pageQuery, withKeys } from './common.ts'

const message = Joi.string().trim().min(1).max(2_000)
const messages = Joi.array().items(message).min(1).max(20).required()
const number = Joi.number().integer().positive()
/** A choice of changes of the draft; null for all of them. */
const choice = Joi.array().items(number).min(1).allow(null).default(null)
export const rehearsalInput = Joi.object<RehearsalInput>({
  messages,
  door: number.required(),
  release: number.allow(null).default(null),
  at: Joi.string().isoDate().allow(null).default(null),
  language: Joi.valid('en', 'de').default('en'),
  told: Joi.object()
    .pattern(Joi.string().max(60), Joi.string().max(300).allow(''))
    .max(20)
    .default({}),
})
export const verdictInput = Joi.object<VerdictInput>({
  text: message.required(),
  verdict: Joi.valid('right', 'partly', 'wrong').required(),
  door: number.allow(null).default(null),
  item: number.allow(null).default(null),
  revision: number.allow(null).default(null),
  ordinal: Joi.number().integer().min(0).allow(null).default(null),
  print: Joi.string().hex().length(16).allow(null).default(null),
  confidence: Joi.number().min(0).max(1).allow(null).default(null),
  wanted: Joi.valid('item', 'nothing', 'queue').allow(null).default(null),
  wantedId: number.allow(null).default(null),
  chance: Joi.number().greater(0).max(1).allow(null).default(null),
  origin: Joi.valid('rehearsal', 'replay', 'threshold', 'audit').required(),
  question: number.allow(null).default(null),
})
const words = Joi.array().items(Joi.string().trim().min(1).max(300)).max(20).default([])
export const checkInput = Joi.object<CheckInput>({
  messages,
  comes: Joi.valid(...CHECK_COMES).required(),
  item: number.allow(null).default(null),
  contains: words,
  lacks: words,
  queue: number.allow(null).default(null),
  door: number.allow(null).default(null),
  language: Joi.valid('en', 'de').default('en'),
  note: Joi.string().trim().max(300).allow('').default(''),
})
export const checkFile = Joi.object<{ name: string; csv: string }>({
  name: Joi.string().max(200).required(),
  csv: Joi.string().max(1_900_000).required(),
})
export const choiceInput = Joi.object<{ items: number[] | null }>({ items: choice })
export const replayInput = Joi.object<ReplayInput>({
  from: Joi.string().isoDate().required(),
  to: Joi.string().isoDate().required(),
  validity: Joi.valid('asked', 'now').default('asked'),
  items: choice,
})
export const replayQuestionsQuery = withKeys<ReplayQuestionsQuery>(pageQuery, {
  change: Joi.valid(...REPLAY_CHANGES).default(null),
  from: Joi.valid(...ALL_OUTCOMES).default(null),
  to: Joi.valid(...ALL_OUTCOMES).default(null),
})
export const acceptInput = Joi.object<{ accepted: boolean }>({ accepted: Joi.boolean().required() })
export const thresholdInput = Joi.object<{
  door: number
  collection: string | null
  threshold: number
}>({
  door: number.required(),
  collection: Joi.string().max(80).allow(null).default(null),
  threshold: Joi.number().min(0.01).max(0.99).required(),
})
