import {
  ALL_OUTCOMES,
  type AnswerKind,
  type Block,
  type Outcome,
  type Source,
  type Trace,
} from '@janua/core'
import type { Message, Verdict } from './conversations.ts'

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
  reviewed: Verdict | 'any' | 'none' | null
  wantsPerson: boolean | null
  /** Least and most confidence. */
  sureFrom: number | null
  sureTo: number | null
}

/** A page goes on after the last row of the one before: the newest first. */
export interface LogQuery extends LogFilter {
  after: number | null
  limit: number
}

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
  reviewed: Verdict | null
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
  reviews: { verdict: Verdict; by: string; at: string }[]
  doorId: number
}

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
