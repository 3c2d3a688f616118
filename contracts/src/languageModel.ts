import type { Paged } from './common.ts'

/** What a language model is used for; each is switched on by itself. */
export const MODEL_USES = [
  'wording',
  'elsewhere',
  'opinion',
  'phrasings',
  'drafting',
  'door texts',
  'summary',
] as const
export type ModelUse = (typeof MODEL_USES)[number]

/** What a million tokens cost. */
export interface TokenPrices {
  sent: number
  received: number
}

export interface ModelConnection {
  /** Where the protocol begins: conversations go to `chat/completions` below it. */
  url: string
  /** The name of the model, as the server knows it. */
  model: string
  prices: TokenPrices | null
  currency: string
  /** Days that what was sent and received is kept to be read. */
  keepDays: number
}
export interface ModelConnectionInput extends ModelConnection {
  /** Not given: the key stays as it is; null: there is none. */
  key?: string | null
}

export interface UseSettings {
  on: boolean
  /** The team's own rules, after ours. */
  rules: string
  /** Another model of the same server. */
  model: string | null
  /** 0 always says the same, 1 is lively. */
  temperature: number
  /** A reply is at most so long. */
  maxTokens: number
  timeoutSeconds: number
  /** Budget of a day; null for none. */
  tokensADay: number | null
  moneyADay: number | null
}

/** What a use came to in some time. */
export interface UseFigures {
  calls: number
  failed: number
  tokens: number
  money: number
  medianMilliseconds: number | null
}
export interface UseView {
  use: ModelUse
  settings: UseSettings
  /** What the model is told first, before the team's own rules. */
  prompt: string
  today: UseFigures
  month: UseFigures
}
export interface ModelsView {
  connection: (ModelConnection & { hasKey: boolean }) | null
  /** Where the connection was set up: here, or by whoever runs the server. */
  source: 'here' | 'environment' | null
  /** Nothing is asked of a model until this is taken back. */
  isStopped: boolean
  uses: UseView[]
}

/** One thing that was asked of a model. */
export interface ModelCall {
  id: number
  at: string
  use: ModelUse
  model: string
  /** Who of the team asked for it; null when it was for a visitor. */
  who: string | null
  tokens: { sent: number; received: number }
  money: number
  milliseconds: number
  /** Why nothing came of it; null when something did. */
  fault: string | null
  /** What was sent, masked, and what came back; null once its days are over. */
  sent: string | null
  received: string | null
}
export type ModelCalls = Paged<ModelCall>

export interface ModelTest {
  milliseconds: number
  tokens: number
  said: string
}

/* Trial: what a second opinion would have done to answers that were reviewed */

export interface TrialAnswer {
  text: string
  title: string
  sure: number
  threshold: number
  says: 'yes' | 'partly' | 'no'
}
export interface TrialCount {
  right: number
  wrong: number
  silent: number
}
export interface TrialResult {
  at: string
  model: string
  /** Reviewed answers near the threshold that it was asked about, and those on which nothing came back. */
  asked: number
  unheard: number
  now: TrialCount
  then: TrialCount
  said: Record<'yes' | 'partly' | 'no', number>
  /** Good answers that would not be given any more go first. */
  lost: TrialAnswer[]
  gained: TrialAnswer[]
  spared: TrialAnswer[]
  worse: TrialAnswer[]
  medianMilliseconds: number
  /** As visitors ask now: how often it would be asked in a month, and for how much. */
  monthly: { calls: number; money: number }
}
export interface TrialView {
  /** How far a trial has come that runs now. */
  running: { done: number; of: number } | null
  /** Why the last one broke off. */
  problem: string | null
  result: TrialResult | null
  /** Reviewed answers near the threshold that there are to try it on. */
  reviewed: number
}

/* Proposals: what a model wrote for somebody of the team to accept */

/** Whole sections to be put into an article, in its own Markdown. */
export interface DraftProposal {
  title: string
  body: string
}
