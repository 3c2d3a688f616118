import type { Feature, FeatureValues, Regime } from './features.ts'
import type { SignalGroup } from '../meaning/explain.ts'
import type { Spoken } from './together.ts'
import type { HeardOpinion, Opinion } from './opinion.ts'
import type { Block } from '../library/blocks.ts'
import type { ConfidenceModel } from './confidence.ts'
import type { Decline } from './declines.ts'
import type { AnswerLength } from './extract.ts'

/** How it was answered: from a passage, by a fixed answer word for word, or from elsewhere than the team's content. */
export type AnswerKind = 'passage' | 'fixed' | 'elsewhere'
export const ALL_OUTCOMES = [
  'answered',
  'clarifying',
  'suggested',
  'declined',
  'unanswered',
] as const
export type Outcome = (typeof ALL_OUTCOMES)[number]

/** Where an answer stands: a passage of one revision of an article or fixed answer. */
export interface Source {
  item: number
  revision: number
  ordinal: number
  title: string
  path: string[]
  /** Page of a document on which the passage begins. */
  page?: number
}

/** What speaks for an answer and against it. */
export type Contributions = Partial<Record<Feature | SignalGroup | keyof Spoken, number>>

/** One rung of the why panel: a candidate with the model's word on it, as if it stood first. */
export interface TraceCandidate extends Source {
  collection: string
  /** By a title, heading or phrasing, or by its text alone. */
  foundBy: Regime
  confidence: number
  features: FeatureValues
  /** What speaks for it and against it: of each feature, or of each group of signals where meaning was looked at. */
  contributions: Contributions
  /** Words of the question that it has. */
  matched: string[]
  /** The title, phrasing or heading that came nearest. */
  nearestWording?: string
  /** The piece of the passage that comes nearest in meaning, where meaning was looked at. */
  nearestPiece?: string
  /** Words of the question that it does not have, each with a word of the article that means something near. */
  nearWords?: [asked: string, there: string][]
}

export interface Trace {
  terms: {
    word: string
    readAs?: string
    known: boolean
    weight: number
    carried?: true
    aboutTime?: true
  }[]
  /** Days that the question names, resolved. */
  days: { words: string; days: string[] }[]
  candidates: TraceCandidate[]
  threshold: number
  /** What was carried over from the question before. */
  carried?: string
  /** What would have been among the nearest but does not count here or today, and why. */
  leftOut: (Source & { because: string })[]
  rule:
    | 'fixed answer'
    | 'above the threshold'
    | 'below the threshold'
    | 'nothing found'
    | 'several readings'
    | 'chosen reading'
    | 'never talked about'
  /** What the door never talks about, where that decided. */
  about?: string
  /** Between what it was asked back. */
  readings?: Reading[]
  passages: number
  /** What came of having it reworded. */
  rewriting?: Rewriting
  /** The encoder that the team attached did not answer: the one that ships stood in for it. */
  stoodIn?: true
  /** What a language model said of the first article, and how sure it was before. */
  opinion?: { says: Opinion; before: number }
}

/** What a rewriter made of an answer: shown; refused, as the sources do not support it; or nothing, as it failed. */
export type Rewriting =
  | { came: 'used' | 'from elsewhere'; milliseconds: number; tokens: number }
  | { came: 'refused'; milliseconds: number; tokens: number; sentence: string; fault: string }
  | { came: 'failed'; reason: string }

export interface Answer {
  outcome: Outcome
  kind?: AnswerKind
  confidence: number
  blocks: Block[]
  sources: Source[]
  /** Nearest articles beside the answer: shown when there is none, or when it did not settle the matter. */
  near: Source[]
  /** Between what to choose: when it was asked back, or when nothing was sure enough but something may be meant. */
  readings?: Reading[]
  trace: Trace
}

export interface AnswerSettings {
  /** Confidence from which Janua answers, 0 to 1. */
  threshold: number
  /** Thresholds of collections that have one of their own. */
  thresholds?: Readonly<Record<string, number>>
  model?: ConfidenceModel
  /** The day of the question at its door, as "2026-11-23": fixed answers outside their dates are left out. */
  day?: string
  /** What was asked before, when the question leans on it. */
  before?: { text: string; item?: number }
  /** The door's key: what holds at other doors is left out. */
  door?: string
  /** A member of the team asks: what is for the team only counts as well. */
  team?: boolean
  /** What the door never talks about. */
  declines?: readonly Decline[]
  /** How much of a passage is shown. */
  length?: AnswerLength
  /** What somebody else says of the first article. */
  opinions?: readonly HeardOpinion[]
  /** The visitor chose this passage when asked back. */
  chosen?: { item: number; ordinal: number; confidence: number }
}

/** One of several things that a question may mean, with the words that it is offered in. */
export interface Reading extends Source {
  label: string
  confidence: number
  /** What of it comes nearest to the question: a sentence, an item or a row. */
  says?: string
}
