import type { AnswerLength } from '@janua/core'

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
  /** Thresholds of collections that have one of their own. */
  thresholds: Record<string, number>
  handOver: HandoverRules
  idle: IdleRules
}

export const STARTER_RULES: DoorRules = {
  length: 'middle',
  rewriting: { on: false, tone: 'plain', elsewhere: false },
  declines: [],
  thresholds: {},
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
export interface DoorSave extends DoorContent {
  base: number
  ready: boolean
}

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
