import type {
  AnswerKind,
  Block,
  ConversationState,
  Outcome,
  Reading,
  Source,
  Trace,
} from '@janua/core'
import Joi from 'joi'

/** What a person says of an answer; or of silence, that no answer was wanted; or that nothing was asked. */
export const VERDICTS = ['right', 'partly', 'wrong', 'rightly silent', 'not a question'] as const
export type Verdict = (typeof VERDICTS)[number]
/** What `team` writes only the team ever sees. */
export type MessageAuthor = 'visitor' | 'assistant' | 'agent' | 'event' | 'team'

/** What an assistant's message carries beside its text. */
export interface AnswerData {
  question: number
  outcome: Outcome
  kind?: AnswerKind
  confidence: number
  release: number
  blocks: Block[]
  sources: Source[]
  near: Source[]
  /** Between what the visitor is asked to choose. */
  readings?: Reading[]
  /** The rewriter worded it, and the sources support every sentence. */
  reworded?: true
  /** The question, when the message held several. */
  about?: string
  /** What the question was understood to go on about. */
  carried?: string
  /** What the visitor said of it. */
  vote?: 'yes' | 'no'
  /** What the team said of it. */
  judged?: Verdict
  /** It was found with the details that the visitor gave before a hand-over. */
  savedByAsking?: true
}

export type MessageKind =
  | 'text'
  | 'answer'
  | 'courtesy'
  | 'offer'
  | 'contact'
  | 'handed over'
  | 'taken'
  | 'handed back'
  | 'moved'
  | 'given back'
  | 'stepped in'
  | 'reopened'
  | 'case'
  | 'closed'
  | 'resumed'
  | 'note'
  | 'file'
  | 'away'
  | 'nudge'
  | 'rated'

export interface Message {
  id: number
  seq: number
  author: MessageAuthor
  kind: MessageKind
  /** Who wrote it, when it was a person of the team. */
  name?: string
  text: string
  data?: AnswerData | Record<string, unknown>
  clientId?: string
  at: string
}

export interface Thread {
  conversation: number | null
  state: ConversationState
  /** Grows with every change of the conversation, votes included. */
  version: number
  agent: string | null
  contactKnown: boolean
  /** While it waits in a queue: how many are before, and how many seconds it takes at the most, four times of five; null when nobody is there. */
  waiting?: { ahead: number; seconds: number | null }
  /** Number of the last message that the team has read. */
  teamSeen: number
  caseNumber: string | null
  /** The visitor may say now how it was. */
  mayRate: boolean
  messages: Message[]
}

const clientId = Joi.string().guid().required()
export const MAX_MESSAGE = 2_000
const text = Joi.string()
  .trim()
  .min(1)
  .max(MAX_MESSAGE)
  .required()
  .messages({ 'string.max': `A message can have ${MAX_MESSAGE} characters at most.` })
export const sayInput = Joi.object<{ clientId: string; text: string; language: 'en' | 'de' }>({
  clientId,
  text,
  language: Joi.valid('en', 'de').default('en'),
})
/** A reply is signed with one's own name, or the team's. */
export const replyInput = Joi.object<{ clientId: string; text: string; asTeam: boolean }>({
  clientId,
  text,
  asTeam: Joi.boolean().default(false),
})
/** Name and id of a file that is sent as the body of the request. */
export const fileQuery = Joi.object<{ name: string; clientId: string }>({
  name: Joi.string().trim().max(255).default('file'),
  clientId,
})
export const MAX_ATTACHMENT_MB = 8
export const seenInput = Joi.object<{ seq: number }>({
  seq: Joi.number().integer().min(0).required(),
})
export const voteInput = Joi.object<{ message: number; helpful: boolean }>({
  message: Joi.number().integer().required(),
  helpful: Joi.boolean().required(),
})
export const openedInput = Joi.object<{ message: number }>({
  message: Joi.number().integer().required(),
})
export interface ContactInput {
  name: string
  mail: string
  /** Further details that the door asks for, by field. */
  details: Record<string, string>
}
export const contactInput = Joi.object<ContactInput>({
  name: Joi.string().trim().min(1).max(120).required(),
  mail: Joi.string().trim().email({ tlds: false }).max(190).required(),
  details: Joi.object()
    .pattern(Joi.string().max(60), Joi.string().trim().max(1_000).allow(''))
    .max(12)
    .default({}),
})
/** What a visitor chooses when nobody is there now. */
export interface WayInput {
  way: 'case' | 'call' | 'wait'
  phone: string
}
export const wayInput = Joi.object<WayInput>({
  way: Joi.valid('case', 'call', 'wait').required(),
  phone: Joi.string()
    .trim()
    .pattern(/^[+0-9][0-9 ()/-]{4,30}$/)
    .when('way', { is: 'call', then: Joi.required(), otherwise: Joi.allow('').default('') })
    .messages({
      'string.pattern.base': 'A phone number is made of digits, spaces and a plus sign.',
      'any.required': 'Say at which number you can be called.',
    }),
})
/** What a visitor says of a conversation, once. */
export const ratingInput = Joi.object<{ stars: number; word: string }>({
  stars: Joi.number().integer().min(1).max(5).required(),
  word: Joi.string().trim().max(500).allow('').default(''),
})
/** Nobody is there: why, until when, and what can be done instead. */
export interface AwayData {
  /** `late`: the wait ended, as nobody came. */
  why: 'closed' | 'nobody' | 'long' | 'late'
  queue: string
  changesAt: string | null
  seconds: number | null
  ways: WayInput['way'][]
}
export const threadQuery = Joi.object<{ after: number }>({
  after: Joi.number().integer().min(0).default(0),
})

/** A source as a visitor opens it: the whole article as its passages. */
export interface SourceView {
  title: string
  release: number
  /** Where the document itself stands: a stored file, or a page of a site. */
  original: string | null
  passages: { ordinal: number; path: string[]; blocks: Block[]; page: number | null }[]
}

/** Why a question came out as it did, for the team. */
export interface WhyView {
  outcome: Outcome
  confidence: number
  release: number
  trace: Trace
}
