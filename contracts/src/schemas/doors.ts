import Joi from 'joi'
import {
  ANSWER_LENGTHS,
  type DoorContent,
  type DoorRules,
  type DoorSave,
  HANDOVER_SIGNS,
  HANDOVER_WAYS,
  type HandoverRules,
  type IdleRules,
  INTAKE_KINDS,
  type IntakeField,
  STARTER_HANDOVER,
  STARTER_IDLE,
  STARTER_RULES,
  TEXT_KEYS,
  TONES,
} from '../doors.ts'
import { draftKeys, withKeys } from './common.ts'

const clock = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/)
const span = Joi.object({ from: clock.required(), to: clock.required() }).custom(
  (value: { from: string; to: string }, helpers) =>
    value.from < value.to
      ? value
      : helpers.message({ custom: 'refusals.fromBeforeTo' }, { from: value.from, to: value.to }),
)
const texts = Joi.object(
  Object.fromEntries(TEXT_KEYS.map((key) => [key, Joi.string().trim().min(1).max(600).required()])),
)

const minutes = Joi.number().integer().min(1).max(10_080)
const subjects = Joi.array()
  .items(
    Joi.object({
      about: Joi.string().trim().min(1).max(60).required(),
      phrases: Joi.array()
        .items(Joi.string().trim().min(2).max(80))
        .min(1)
        .max(40)
        .required()
        .messages({ 'array.min': 'refusals.subjectWords' }),
    }),
  )
  .max(20)
const label = Joi.object({
  en: Joi.string().trim().min(1).max(120).required(),
  de: Joi.string().trim().min(1).max(120).required(),
})
const intake = Joi.object<IntakeField>({
  field: Joi.string()
    .pattern(/^[a-z][a-z0-9 ]{0,40}$/)
    .invalid('name', 'mail')
    .required()
    .messages({
      'string.pattern.base': 'refusals.detailName',
      'any.invalid': 'refusals.detailReserved',
    }),
  label: label.required(),
  kind: Joi.valid(...INTAKE_KINDS).required(),
  required: Joi.boolean().required(),
  choices: Joi.array()
    .items(
      Joi.object({ label: label.required(), value: Joi.string().trim().min(1).max(60).required() }),
    )
    .max(20)
    .required(),
}).custom((value: IntakeField, helpers) =>
  value.kind === 'choice' && value.choices.length < 2
    ? helpers.message({ custom: 'refusals.twoChoices' }, { label: value.label.en })
    : value,
)
const way = Joi.valid(...HANDOVER_WAYS).required()
const handOver = Joi.object<HandoverRules>({
  when: Joi.object(Object.fromEntries(HANDOVER_SIGNS.map((sign) => [sign, way]))).required(),
  toneAtLeast: Joi.number().min(0.05).max(1).required(),
  always: subjects.required(),
  never: subjects.required(),
  ask: Joi.array()
    .items(intake)
    .max(8)
    .unique('field')
    .required()
    .messages({ 'array.unique': 'refusals.detailTwice' }),
  longestWaitMinutes: minutes.required(),
  calls: Joi.boolean().required(),
})
const idle = Joi.object<IdleRules>({
  nudgeMinutes: minutes.required(),
  closeMinutes: minutes.required(),
  waitMinutes: minutes.required(),
  resumeDays: Joi.number().integer().min(0).max(365).required(),
  rating: Joi.boolean().required(),
})
const reply = Joi.string().trim().min(1).max(600).required()
const rules = Joi.object<DoorRules>({
  length: Joi.valid(...ANSWER_LENGTHS).required(),
  rewriting: Joi.object({
    on: Joi.boolean().required(),
    tone: Joi.valid(...TONES).required(),
    elsewhere: Joi.boolean().required(),
  }).required(),
  declines: Joi.array()
    .items(
      Joi.object({
        about: Joi.string().trim().min(1).max(60).required(),
        phrases: Joi.array()
          .items(Joi.string().trim().min(2).max(80))
          .min(1)
          .max(40)
          .required()
          .messages({
            'array.min': 'refusals.neverWords',
          }),
        reply: Joi.object({ en: reply, de: reply }).required(),
      }),
    )
    .max(20)
    .required(),
  thresholds: Joi.object()
    .pattern(Joi.string().max(80), Joi.number().min(0.01).max(0.99))
    .max(60)
    .default({}),
  handOver: handOver.default(STARTER_HANDOVER),
  idle: idle.default(STARTER_IDLE),
})

const questions = Joi.array().items(Joi.string().trim().min(2).max(120)).max(6)
export const doorContent = Joi.object<DoorContent>({
  title: Joi.string().trim().min(1).max(60).required(),
  key: Joi.string()
    .pattern(/^[a-z][a-z0-9-]{1,30}$/)
    .required()
    .messages({
      'string.pattern.base': 'refusals.doorKey',
    }),
  colour: Joi.string()
    .pattern(/^#[0-9a-fA-F]{6}$/)
    .required(),
  threshold: Joi.number().min(0.05).max(0.99).required(),
  firstQuestions: Joi.object({ en: questions.required(), de: questions.required() }).required(),
  texts: Joi.object({ en: texts.required(), de: texts.required() }).required(),
  timeZone: Joi.string().max(60).required(),
  hours: Joi.array().items(Joi.array().items(span).max(4)).length(7).required(),
  allowedSites: Joi.array()
    .items(
      Joi.string()
        .pattern(/^https?:\/\/[a-z0-9.-]+(:\d+)?$/i)
        .messages({
          'string.pattern.base': 'refusals.siteForm',
        }),
    )
    .max(20)
    .required(),
  rules: rules.default(STARTER_RULES),
})
export const doorSave = withKeys<DoorSave>(doorContent, draftKeys)
export const doorCreate = Joi.object<{ title: string; key: string }>({
  title: Joi.string().trim().min(1).max(60).required(),
  key: doorContent.extract('key'),
})
