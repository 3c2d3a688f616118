import type { AnswerLength } from '@janua/core'
import Joi from 'joi'
import { draftKeys, withKeys } from './common.ts'

export const DOOR_LANGUAGES = ['en', 'de'] as const
export type DoorLanguage = (typeof DOOR_LANGUAGES)[number]

/** The sentences a visitor reads that the lead may word. */
export const TEXT_KEYS = [
  'greeting',
  'unknown',
  'near',
  'which',
  'offerPerson',
  'waiting',
  'closedHours',
  'longWait',
  'nobodyCame',
  'nudge',
  'goodbye',
] as const
export type TextKey = (typeof TEXT_KEYS)[number]
export type DoorTexts = Record<TextKey, string>

export const ANSWER_LENGTHS = ['short', 'middle', 'whole'] as const
export const TONES = ['plain', 'warm', 'formal'] as const
export type Tone = (typeof TONES)[number]

/** What is never talked about at a door, and what is said instead. */
export interface DeclineRule {
  about: string
  /** Words or phrases; a question that has all words of one of them falls under the rule. */
  phrases: string[]
  reply: Record<DoorLanguage, string>
}

/** What a sign leads to: a person is brought in, a person is offered, or nothing. */
export const HANDOVER_WAYS = ['hand over', 'offer', 'nothing'] as const
export type HandoverWay = (typeof HANDOVER_WAYS)[number]
/** Signs that a conversation may be one for a person. */
export const HANDOVER_SIGNS = ['asked', 'unknown', 'unknown again', 'voted down', 'tone'] as const
export type HandoverSign = (typeof HANDOVER_SIGNS)[number]

/** A subject that is known by its words. */
export interface WordedSubject {
  about: string
  phrases: string[]
}

export const INTAKE_KINDS = ['short', 'long', 'choice'] as const
/** A detail that is asked for before a person is brought in. */
export interface IntakeField {
  /** Under which routing knows it; never the label. */
  field: string
  label: Record<DoorLanguage, string>
  kind: (typeof INTAKE_KINDS)[number]
  required: boolean
  /** Rows of their own: what is shown, and what is stored. */
  choices: { label: Record<DoorLanguage, string>; value: string }[]
}

/** When a door brings in a person, and what it asks before. */
export interface HandoverRules {
  when: Record<HandoverSign, HandoverWay>
  /** From which tone on wording counts as impatient or distressed, 0 to 1. */
  toneAtLeast: number
  /** Always and never brought to a person, whatever else is seen. */
  always: WordedSubject[]
  never: WordedSubject[]
  ask: IntakeField[]
  /** Minutes beyond which the wait is called too long. */
  longestWaitMinutes: number
  /** Whether a call within hours is offered besides a case. */
  calls: boolean
}
export const STARTER_HANDOVER: HandoverRules = {
  when: {
    asked: 'hand over',
    unknown: 'offer',
    'unknown again': 'offer',
    'voted down': 'offer',
    tone: 'offer',
  },
  toneAtLeast: 0.5,
  always: [],
  never: [],
  ask: [],
  longestWaitMinutes: 30,
  calls: true,
}

/** What happens when nobody writes any more, and when a conversation has ended. */
export interface IdleRules {
  /** Minutes of silence with the assistant after which it asks whether that was all; then after which it closes. */
  nudgeMinutes: number
  closeMinutes: number
  /** Minutes that somebody waits for a person at the most before a case is offered instead. */
  waitMinutes: number
  /** Days in which a closed conversation can be gone on with; a new one begins after. */
  resumeDays: number
  rating: boolean
}
export const STARTER_IDLE: IdleRules = {
  nudgeMinutes: 10,
  closeMinutes: 30,
  waitMinutes: 20,
  resumeDays: 14,
  rating: true,
}

/** How a door answers. */
export interface DoorRules {
  length: AnswerLength
  /** Whether answers are reworded, where a rewriter is set up; what the sources do not support is never shown. */
  rewriting: { on: boolean; tone: Tone; elsewhere: boolean }
  declines: DeclineRule[]
  /** Sills of collections that have one of their own. */
  sills: Record<string, number>
  handOver: HandoverRules
  idle: IdleRules
}

export const STARTER_RULES: DoorRules = {
  length: 'middle',
  rewriting: { on: false, tone: 'plain', elsewhere: false },
  declines: [],
  sills: {},
  handOver: STARTER_HANDOVER,
  idle: STARTER_IDLE,
}

export interface DoorContent {
  /** What visitors read in the head of the window. */
  title: string
  /** Part of the address and of the script tag. */
  key: string
  colour: string
  threshold: number
  /** Offered before anything is asked, to who reads in that language. */
  firstQuestions: Record<DoorLanguage, string[]>
  texts: Record<DoorLanguage, DoorTexts>
  timeZone: string
  /** For each weekday from Monday: spans when people are there. */
  hours: { from: string; to: string }[][]
  /** Origins that may show the door in a frame, such as https://www.merrowline.example */
  allowedSites: string[]
  rules: DoorRules
}

export interface Door extends DoorContent {
  id: number
  revision: number
  state: 'live' | 'in work' | 'ready'
  published: boolean
}

const clock = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/)
const span = Joi.object({ from: clock.required(), to: clock.required() }).custom(
  (value: { from: string; to: string }, helpers) =>
    value.from < value.to
      ? value
      : helpers.message({ custom: `“${value.from}” must be before “${value.to}”` }),
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
        .messages({ 'array.min': 'Say by which words the subject is known.' }),
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
      'string.pattern.base': 'A detail is stored under a short name of small letters.',
      'any.invalid': 'Name and mail are asked for anyway.',
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
    ? helpers.message({ custom: `“${value.label.en}” needs two choices at least.` })
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
    .messages({ 'array.unique': 'Two details are stored under the same name.' }),
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
            'array.min': 'Say by which words a question is known that is never talked about.',
          }),
        reply: Joi.object({ en: reply, de: reply }).required(),
      }),
    )
    .max(20)
    .required(),
  sills: Joi.object()
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
      'string.pattern.base':
        'The key is made of small letters, digits and hyphens, and starts with a letter.',
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
          'string.pattern.base': 'A site is written like https://www.example.com, without a path.',
        }),
    )
    .max(20)
    .required(),
  rules: rules.default(STARTER_RULES),
})
export interface DoorSave extends DoorContent {
  base: number
  ready: boolean
}
export const doorSave = withKeys<DoorSave>(doorContent, draftKeys)
export const doorCreate = Joi.object<{ title: string; key: string }>({
  title: Joi.string().trim().min(1).max(60).required(),
  key: doorContent.extract('key'),
})

/** What the visitor's window needs before anything is asked. */
export interface DoorPublic {
  key: string
  title: string
  colour: string
  /** Offered before anything is asked, to who reads in that language. */
  firstQuestions: Record<DoorLanguage, string[]>
  texts: Record<DoorLanguage, DoorTexts>
  open: boolean
  /** When people are there next, or until when; ISO time, null when there are no hours. */
  changesAt: string | null
  timeZone: string
  /** What is asked before a person is brought in, besides name and mail. */
  ask: IntakeField[]
  calls: boolean
  rating: boolean
  /** Whether replies can go out by mail. */
  sendsMail: boolean
}
