import Joi from 'joi'
import type { QueueHours, Routing } from '@janua/core'
import { dayText, draftKeys, withKeys } from './common.ts'
import {
  type AgentSkills,
  ASSIGNMENTS,
  type CaseInput,
  type CloseInput,
  CLOSINGS,
  type QueueInput,
  type QueueSettings,
} from '../handover.ts'

/** A calendar file's text. */
export const calendarInput = Joi.object<{ text: string }>({
  text: Joi.string()
    .max(900_000)
    .required()
    .messages({ 'string.max': 'refusals.calendarTooLarge' }),
})

const clock = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/)
const span = Joi.object({ from: clock.required(), to: clock.required() }).custom(
  (value: { from: string; to: string }, helpers) =>
    value.from < value.to
      ? value
      : helpers.message({ custom: 'refusals.fromBeforeTo' }, { from: value.from, to: value.to }),
)
const hours = Joi.object<QueueHours>({
  timeZone: Joi.string().max(60).required(),
  weekly: Joi.array().items(Joi.array().items(span).max(4)).length(7).required(),
  closed: Joi.array()
    .items(
      Joi.object({
        day: dayText.required(),
        name: Joi.string().trim().max(120).allow('').required(),
        yearly: Joi.boolean().required(),
      }),
    )
    .max(500)
    .required(),
  extra: Joi.array()
    .items(Joi.object({ day: dayText.required(), from: clock.required(), to: clock.required() }))
    .max(200)
    .required(),
})
const minutes = Joi.number().integer().min(1).max(1_440)
export const queueSettings = Joi.object<QueueSettings>({
  assignment: Joi.valid(...ASSIGNMENTS).required(),
  targets: Joi.object({
    high: minutes.required(),
    normal: minutes.required(),
    low: minutes.required(),
  }).required(),
  overflow: Joi.object({ queue: Joi.number().integer().required(), minutes: minutes.required() })
    .allow(null)
    .required(),
  hours: hours.allow(null).required(),
})
export const queueInput = Joi.object<QueueInput>({
  name: Joi.string().trim().min(1).max(80).required(),
  members: Joi.array().items(Joi.number().integer()).max(500).required(),
  settings: queueSettings,
  version: Joi.number().integer().min(0),
})
export const skillsInput = Joi.object<AgentSkills>({
  languages: Joi.array().items(Joi.valid('en', 'de')).max(2).required(),
  topics: Joi.array().items(Joi.number().integer()).max(100).required(),
  atOnce: Joi.number().integer().min(1).max(20).required(),
})

const words = Joi.array().items(Joi.string().trim().min(1).max(120)).min(1).max(60).required()
const whole = Joi.number().integer()
const CONDITIONS: Record<string, Joi.SchemaMap> = {
  words: { any: words, as: Joi.valid('any form', 'written') },
  collection: { any: words },
  told: { field: Joi.string().trim().min(1).max(60).required(), any: words },
  door: { any: Joi.array().items(whole).min(1).required() },
  language: { any: Joi.array().items(Joi.valid('en', 'de')).min(1).required() },
  topic: {
    any: Joi.array()
      .items(Joi.object({ id: whole.required(), name: Joi.string().max(300).required() }))
      .min(1)
      .max(60)
      .required(),
  },
  hour: { from: whole.min(0).max(23).required(), to: whole.min(0).max(24).required() },
  tone: { atLeast: Joi.number().min(0.05).max(1).required() },
  contacts: { atLeast: whole.min(1).max(50).required() },
  'looks like': { queue: whole.required(), atLeast: Joi.number().min(0.05).max(0.99).required() },
}
const condition = Joi.alternatives().conditional('.on', {
  switch: Object.entries(CONDITIONS).map(([on, keys]) => ({
    is: on,
    then: Joi.object({ on: Joi.string(), not: Joi.boolean(), ...keys }),
  })),
  otherwise: Joi.forbidden(),
})
export const routingContent = Joi.object<Routing>({
  rules: Joi.array()
    .items(
      Joi.object({
        name: Joi.string().trim().min(1).max(80).required(),
        join: Joi.valid('all', 'any').required(),
        conditions: Joi.array()
          .items(condition)
          .min(1)
          .message('refusals.ruleWithoutCondition')
          .max(12)
          .required(),
        queue: whole.required(),
        priority: Joi.valid('high', 'normal', 'low'),
        targetMinutes: minutes,
        note: Joi.string().trim().max(300).allow(''),
      }),
    )
    .max(100)
    .required(),
  lastResort: whole.required(),
  model: whole.allow(null),
  learnedAtLeast: Joi.number().min(0.05).max(0.99).allow(null),
})
export const routingSave = withKeys<Routing & { base: number; ready: boolean }>(
  routingContent,
  draftKeys,
)

export const handoverIds = Joi.object<{ ids: number[] }>({
  ids: Joi.array().items(whole.positive()).max(100).required(),
})
export const closeInput = Joi.object<CloseInput>({
  outcome: Joi.valid(...CLOSINGS).default('settled'),
  rightQueue: whole.allow(null).default(null),
  followUpAt: Joi.string().isoDate().allow(null).default(null),
})
export const caseInput = Joi.object<CaseInput>({
  dueAt: Joi.string().isoDate().allow(null).default(null),
  mine: Joi.boolean().default(true),
  note: Joi.string().trim().max(2_000).allow('').default(''),
})
const reason = Joi.string().trim().max(300).allow('').default('')
export const moveInput = Joi.object<{ queue?: number; agent?: number; reason: string }>({
  queue: whole,
  agent: whole,
  reason,
})
  .xor('queue', 'agent')
  .messages({
    'object.xor': 'refusals.whereTo',
    'object.missing': 'refusals.whereTo',
  })
export const handBackInput = Joi.object<{ word: string }>({
  word: Joi.string().trim().max(2_000).allow('').default(''),
})
export const noteInput = Joi.object<{ text: string; ask: number | null }>({
  text: Joi.string().trim().min(1).max(2_000).required(),
  ask: whole.allow(null).default(null),
})
export const blockInput = Joi.object<{ reason: string }>({
  reason: Joi.string().trim().min(3).max(300).required(),
})
export const deskSearch = Joi.object<{ words: string }>({
  words: Joi.string().trim().min(2).max(200).required(),
})
export const passageSearch = Joi.object<{ words: string }>({
  words: Joi.string().trim().min(2).max(300).required(),
})
export const savedReplyInput = Joi.object<{ name: string; text: string; own: boolean }>({
  name: Joi.string().trim().min(1).max(80).required(),
  text: Joi.string().trim().min(1).max(2_000).required(),
  own: Joi.boolean().required(),
})
export const figuresQuery = Joi.object<{ days: number }>({
  days: Joi.number().integer().min(1).max(92).default(1),
})
