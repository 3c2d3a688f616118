import type {
  AnswerKind,
  Block,
  ConversationState,
  Outcome,
  Reading,
  Source,
  Trace,
} from '@janua/core'

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
  reviewed?: Verdict
  /** It was found with the details that the visitor gave before a hand-over. */
  savedByAsking?: true
}

export type MessageKind =
  | 'text'
  | 'answer'
  | 'smallTalk'
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
export const MAX_MESSAGE = 2_000
export const MAX_ATTACHMENT_MB = 8
export interface ContactInput {
  name: string
  mail: string
  /** Further details that the door asks for, by field. */
  details: Record<string, string>
}
/** What a visitor chooses when nobody is there now. */
export interface WayInput {
  way: 'case' | 'call' | 'wait'
  phone: string
}
/** Nobody is there: why, until when, and what can be done instead. */
export interface AwayData {
  /** `late`: the wait ended, as nobody came. */
  why: 'closed' | 'nobody' | 'long' | 'late'
  queue: string
  changesAt: string | null
  seconds: number | null
  ways: WayInput['way'][]
}

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
